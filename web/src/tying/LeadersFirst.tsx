import { Box, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { api, keys, type Rig } from "../api/client";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { capital, word } from "../units/vocabulary";

/** The leaders of an evening's rigs, those alike tied together. */
export function LeadersFirst({ rigs }: { rigs: Rig[] }) {
  const { units, vocabulary } = useSettings();
  const batches = useQuery({ queryKey: keys.leaders(rigs), queryFn: () => api.leaders(rigs), retry: false });
  if (!batches.data?.length) return null;
  return (
    <Box bg="card" borderWidth="1px" borderColor="rule" borderRadius="l2" p="4">
      <Text fontWeight="bold">{capital(word("hooklength", vocabulary))}s first, those alike together</Text>
      <Box as="ul" listStyleType="none" data-testid="leaders">
        {batches.data.map((b) => (
          <Text as="li" key={`${b.line} ${b.length_m} ${b.hook}`} mt="1">
            <b>
              {b.count} × {write(b.length_m, "line", units)}
            </b>{" "}
            of {b.line}, {b.hook}: cut {write(b.cut_m, "line", units)} for each.{" "}
            <Text as="span" color="soft">
              {b.rigs.join(", ")}
            </Text>
          </Text>
        ))}
      </Box>
    </Box>
  );
}
