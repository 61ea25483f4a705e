import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, type Proposal, Refusal } from "../../api/client";
import { patternsOf } from "../../method/patterns";
import { Button } from "../../shell/Button";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import type { StationProps } from "./Panel";

type Props = Pick<StationProps, "bench" | "answer" | "catalogue" | "metal">;
type Row = { id: string; name: string; proposal: Proposal | null; sentence: string };

/** The best of every pattern from the box, each a press away. */
export function Proposals({ bench, catalogue, metal }: Props) {
  const { units } = useSettings();
  const { rig } = bench;
  const rows = useQuery({
    queryKey: ["proposals", rig.water, rig.aim, rig.components, metal],
    enabled: !bench.gesturing,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
    queryFn: async (): Promise<Row[]> => {
      const found: Row[] = [];
      for (const { id, name } of patternsOf(catalogue, rig)) {
        const wish = { pattern: id, max_pieces: 20, material: metal, keep_heavy: false };
        try {
          found.push({ id, name, proposal: await api.balance(rig, wish), sentence: "" });
        } catch (error) {
          if (!(error instanceof Refusal) || error.status === 0) throw error;
          found.push({ id, name, proposal: null, sentence: error.message });
        }
      }
      return found;
    },
  });
  return (
    <Box>
      <Text as="h2" className="bw-label">
        Balanced for you
      </Text>
      {rows.isPending && (
        <Text color="soft" fontSize="sm">
          Working through the box.
        </Text>
      )}
      <Stack gap="1.5" opacity={rows.isPlaceholderData ? 0.6 : 1}>
        {rows.data?.map((row) => (
          <Flex
            key={row.id}
            borderWidth="1px"
            borderColor={row.id === rig.pattern ? "edge" : "rule"}
            borderRadius="l1"
            px="3"
            py="2"
            gap="2"
            align="center"
          >
            <Box flex="1" minW="0">
              <Text fontWeight="bold" fontSize="sm">
                {row.name}
                {row.proposal && (
                  <Text as="span" fontWeight="normal" color="soft">
                    {" "}
                    · {write(row.proposal.tip_m, "tip", units)} · {row.proposal.pieces} pieces
                  </Text>
                )}
              </Text>
              <Text fontSize="sm" color={row.proposal ? "ink" : "soft"}>
                {row.proposal?.summary ?? row.sentence}
              </Text>
            </Box>
            {row.proposal && (
              <Button
                size="sm"
                aria-label={`Pinch on: ${row.name}`}
                disabled={rows.isPlaceholderData}
                onClick={() => row.proposal && bench.put(row.proposal.rig)}
              >
                Pinch on
              </Button>
            )}
          </Flex>
        ))}
      </Stack>
    </Box>
  );
}
