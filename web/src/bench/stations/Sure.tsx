import { Box, Flex, Text } from "@chakra-ui/react";
import type { Sureness } from "../../api/client";
import { say, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";

const PARTS = [
  ["sinks", "sinks", "float"],
  ["low", "low", "brass"],
  ["within", "as wanted", "reed"],
  ["high", "rides high", "edge"],
] as const;

/** How sure a balance is: of rigs tied so, how many sink, sit right, ride high; and what to trim with. */
export function Sure({ sureness }: { sureness: Sureness }) {
  const { units } = useSettings();
  return (
    <Box mt="2">
      <Flex h="3" borderRadius="4px" overflow="hidden" borderWidth="1px" borderColor="rule" aria-hidden="true">
        {PARTS.map(([id, , tone]) => (
          <Box key={id} bg={tone} style={{ width: `${100 * sureness.tied[id]}%` }} />
        ))}
      </Flex>
      <Text fontSize="sm" color="soft" mt="1">
        {PARTS.map(([id, name]) => `${name} ${Math.round(100 * sureness.tied[id])}\u00a0%`).join(" · ")}
      </Text>
      <Text fontSize="sm" mt="1">
        {say(sureness.says, sureness.figures ?? {}, units)}
      </Text>
      {sureness.trims.length > 0 && (
        <Text fontSize="sm" mt="1">
          To trim, carry{" "}
          {sureness.trims.map((t) => `${t.label} ${t.says} (${write(t.moves_m, "tip", units)} each)`).join(", ")}.
        </Text>
      )}
    </Box>
  );
}
