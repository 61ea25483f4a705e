import { Box, Text } from "@chakra-ui/react";
import type { Reason } from "../api/client";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";

const SHOWN = 3;

/** Reasons for and against, the weightiest first; those that come from a school say so. */
export function Reasons({ reasons, possible }: { reasons: Reason[]; possible: boolean }) {
  const { units } = useSettings();
  const line = (r: Reason) => (
    <Text as="li" key={r.says} fontSize="sm" display="flex" gap="1.5">
      <Box as="span" fontWeight="bold" color={r.impossible || r.weight < 0 ? "float" : "reed"} aria-hidden="true">
        {r.impossible ? "×" : r.weight < 0 ? "−" : "+"}
      </Box>
      <span>
        <span className="bw-hidden">{r.impossible ? "Impossible: " : r.weight < 0 ? "Against: " : "For: "}</span>
        {say(r.says, r.figures ?? {}, units)}
        {r.school && <span className="bw-soft"> (a school)</span>}
      </span>
    </Text>
  );
  const first = reasons.slice(0, possible ? SHOWN : 1);
  const rest = reasons.slice(first.length);
  return (
    <Box mt="1">
      <ul className="bw-plain">{first.map(line)}</ul>
      {rest.length > 0 && (
        <details className="bw-more">
          <summary>
            {rest.length} more {rest.length === 1 ? "reason" : "reasons"}
          </summary>
          <ul className="bw-plain">{rest.map(line)}</ul>
        </details>
      )}
    </Box>
  );
}
