import { Box, Flex, Text } from "@chakra-ui/react";
import type { Species } from "../api/client";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";

const MONTHS = "JFMAMJJASOND";
const NAMES = ["hardly", "poorly", "fairly", "best"];
export const STRIKES: Record<Species["strike"], string> = {
  "at-once": "strike at once",
  tighten: "tighten, then strike",
  wait: "let it develop",
  self: "no strike, it hooks itself",
};

/** A fish in short: own notes first, when it feeds, how it takes and what to do, what to mind. */
export function FishFacts({ species, feeds }: { species: Species; feeds: string | undefined }) {
  const { units } = useSettings();
  const [low, high] = species.best_c;
  const now = new Date().getMonth();
  return (
    <Box fontSize="sm" mt="-2">
      {species.notes && <Text fontWeight="semibold">Your note: {species.notes}</Text>}
      <Text>{species.says}</Text>
      <Flex gap="0.5" mt="2" mb="1" align="end" h="7" aria-hidden="true">
        {[...species.months].map((m, i) => (
          <Flex
            // biome-ignore lint/suspicious/noArrayIndexKey: months have no other name
            key={i}
            direction="column"
            align="center"
            justify="end"
            flex="1"
            fontSize="xs"
            lineHeight="1"
            gap="0.5"
            fontWeight={i === now ? "bold" : "normal"}
            color={i === now ? "float" : "soft"}
          >
            <Box w="100%" bg={i === now ? "tip" : "reed"} style={{ height: `${2 + 4 * Number(m)}px` }} />
            {MONTHS[i]}
          </Flex>
        ))}
      </Flex>
      <Text className="bw-hidden">This month it feeds {NAMES[Number(species.months[now])]}.</Text>
      <Text color="soft">
        Best at {write(low, "temperature", units)} to {write(high, "temperature", units)}. {feeds}
      </Text>
      {species.takes && (
        <Text mt="1">
          <b>Takes:</b> {species.takes} <b>Then:</b> {STRIKES[species.strike]}
          {species.strike === "wait" && species.wait_s > 0 ? `, ${species.wait_s} s` : ""}.
        </Text>
      )}
      {species.warns && (
        <Text mt="1" color="brass" fontWeight="semibold">
          {species.warns}
        </Text>
      )}
    </Box>
  );
}
