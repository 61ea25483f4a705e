import { Box, Flex, Text } from "@chakra-ui/react";
import { Pin } from "lucide-react";
import type { Evaluation } from "../api/client";
import { inFlow } from "../scene/flow";
import { Button } from "../shell/Button";
import { type Quantity, type Units, write } from "../units/quantity";

type Props = { pinned: Evaluation | null; now: Evaluation; units: Units; onPin: () => void };

const NOT_STANDING = { lies: "lies over", sinks: "under" } as const;

/** A tip is only shown by a float that stands. */
const tipOf = (e: Evaluation, units: Units) => {
  const { status, tip_m, tip_step_m } = inFlow(e).afloat;
  return status === "stands" ? write(tip_m, "tip", units, tip_step_m) : NOT_STANDING[status];
};

const pieces = (e: Evaluation) => e.ledger.filter((entry) => entry.kind === "shot" || entry.kind === "weight").length;

/** The present rig against the pinned one, in the figures that matter. */
export function Changed({ pinned, now, units, onPin }: Props) {
  if (!pinned) return null;
  const rows: [string, number, number, Quantity][] = [
    ["Tip", pinned.afloat.tip_m, now.afloat.tip_m, "tip"],
    ["Carried", inFlow(pinned).afloat.carried_kg, inFlow(now).afloat.carried_kg, "load"],
    ["Setting", pinned.setting_m, now.setting_m, "line"],
    ["Off bed", inFlow(pinned).hook_height_m, inFlow(now).hook_height_m, "line"],
    ["Pieces", pieces(pinned), pieces(now), "plain"],
  ];
  return (
    <Box as="section" aria-label="What changed" bg="card" borderWidth="1px" borderColor="rule" borderRadius="l3" p="4">
      <Flex justify="space-between" align="center" mb="1">
        <Text as="h2" fontWeight="bold">
          What changed
        </Text>
        <Button
          size="sm"
          variant="quiet"
          onClick={onPin}
          aria-label="Pin: compare with the rig as it is now"
          title="Compare with the rig as it is now"
        >
          <Pin aria-hidden="true" />
        </Button>
      </Flex>
      {rows.map(([name, before, after, quantity]) => {
        const from = quantity === "tip" ? tipOf(pinned, units) : write(before, quantity, units);
        const to = quantity === "tip" ? tipOf(now, units) : write(after, quantity, units);
        return (
          <Flex key={name} justify="space-between" fontSize="sm" py="0.5" gap="2">
            <Text as="span" color="soft">
              {name}
            </Text>
            <Text as="span" fontWeight="semibold">
              {from === to ? to : `${from} → ${to}`}
            </Text>
          </Flex>
        );
      })}
    </Box>
  );
}
