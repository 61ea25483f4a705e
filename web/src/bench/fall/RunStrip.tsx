import { Box, Flex, Text } from "@chakra-ui/react";
import type { Fall } from "../../api/client";
import { type Units, write } from "../../units/quantity";

/** What part of the clock it sinks and what part it fishes. The scrubber runs along it. */
export function RunStrip({ fall, end, units }: { fall: Fall; end: number; units: Units }) {
  const depth = fall.to_depth_s ?? end;
  const fishes =
    fall.fishes_m == null
      ? "then it fishes"
      : fall.fishes_m <= 0
        ? "the run is over before it fishes"
        : `then fishes for ${write(fall.fishes_m, "distance", units)}`;
  return (
    <Box>
      <Flex
        h="2.5"
        borderRadius="full"
        overflow="hidden"
        bg="well"
        borderWidth="1px"
        borderColor="rule"
        aria-hidden="true"
      >
        <Box bg="brass" style={{ width: `${((100 * depth) / Math.max(end, 0.1)).toFixed(1)}%` }} />
        {fall.to_depth_s != null && <Box bg="reed" flex="1" />}
      </Flex>
      <Flex justify="space-between" fontSize="sm" gap="3">
        <Text as="span" color="brass" fontWeight="semibold" whiteSpace="nowrap">
          sinks for {write(depth, "time", units)}
        </Text>
        {fall.to_depth_s != null && (
          <Text as="span" color="reed" fontWeight="semibold" textAlign="end">
            {fishes}
          </Text>
        )}
      </Flex>
    </Box>
  );
}
