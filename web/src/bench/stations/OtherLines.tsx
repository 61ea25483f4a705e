import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, keys, type Rig, type Schemas } from "../../api/client";
import { useRested } from "../../document/useRested";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";

type LineAnswer = Schemas["LineAnswer"];

const RESTS_MS = 300;

/** What the line does to the float where it is held so. What was entered for its pull is what is asked: left aside. */
export function useLineOut(rig: Rig, how: Schemas["HowHeld"], looked: boolean) {
  const text = JSON.stringify({ how, rig: { ...rig, conditions: { ...rig.conditions, line_pull_n: 0 } } });
  const rested = useRested(text, RESTS_MS);
  return useQuery({
    queryKey: keys.line(text),
    queryFn: () => {
      const question = JSON.parse(text) as { how: Schemas["HowHeld"]; rig: Rig };
      return api.lineOut(question.rig, question.how);
    },
    enabled: looked && rested !== null,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
}

/** What the present line and five others pull by, as bars. */
export function OtherLines({ rig, how }: { rig: Rig; how: Schemas["HowHeld"] }) {
  const found = useLineOut(rig, how, true);
  if (found.error instanceof Error) return <Text role="alert">{found.error.message}</Text>;
  return found.data ? <Pulls answer={found.data} /> : null;
}

export function Pulls({ answer }: { answer: LineAnswer }) {
  const { units } = useSettings();
  const rows: { id: string; says: string; along_n: number | null }[] = [
    { id: "now", says: "as it is", along_n: answer.pulled.along_n },
    ...answer.others,
  ];
  const most = Math.max(...rows.map((r) => Math.abs(r.along_n ?? 0)), 1e-6);
  return (
    <Box>
      <Text as="h3" className="bw-label">
        What another line would do
      </Text>
      <Stack as="ul" className="bw-plain" gap="1.5" mt="1">
        {rows.map((r) => (
          <Box as="li" key={r.id}>
            <Flex justify="space-between" gap="3" fontSize="sm">
              <Text>{r.says}</Text>
              <Text fontWeight="bold" className="bw-nowrap">
                {r.along_n === null ? "not known" : write(r.along_n, "force", units)}
              </Text>
            </Flex>
            <Box h="1.5" borderRadius="full" bg="rule" overflow="hidden">
              <Box h="100%" bg={r.id === "now" ? "brass" : "reed"} w={`${(100 * Math.abs(r.along_n ?? 0)) / most}%`} />
            </Box>
          </Box>
        ))}
      </Stack>
      <Text fontSize="sm" color="soft" mt="1">
        Pull along the current; − is back upstream.
      </Text>
    </Box>
  );
}
