import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { Eye, EyeOff } from "lucide-react";
import type { Choosing, Evaluation } from "../../api/client";
import { inFlow } from "../../scene/flow";
import { Button } from "../../shell/Button";
import { Facts } from "../../shell/Facts";
import { QuantityField } from "../../shell/QuantityField";
import { say, type Units, write } from "../../units/quantity";
import { useHere } from "../here";
import { problemAt } from "../problemAt";
import { Why } from "../stations/Why";

type Props = {
  advice: Choosing["advice"] | null;
  units: Units;
};

const SAME_M = 0.0005;

/** The tip as a decision: what is wanted, what is advised and why, whether it is seen. */
export function TipWish({ advice, units }: Props) {
  const { bench, answer } = useHere();
  const { rig } = bench;
  const wish = (tip_m: number) => bench.put({ ...rig, aim: { ...rig.aim, tip_m } });
  const shown = answer.evaluation ? inFlow(answer.evaluation).afloat : null;
  const range = shown?.tip_range;
  return (
    <Stack gap="2">
      <QuantityField
        label="Tip wanted"
        name={`${rig.id}-tip`}
        value={rig.aim.tip_m}
        quantity="tip"
        problem={problemAt(answer, "aim", "tip_m")}
        onChange={wish}
      />
      {advice && (
        <>
          <Flex gap="2" align="start" fontSize="sm" color={advice.seen ? "soft" : "float"} data-testid="seen">
            <Box as="span" flexShrink="0" mt="0.5">
              {advice.seen ? <Eye size={16} aria-hidden="true" /> : <EyeOff size={16} aria-hidden="true" />}
            </Box>
            <Text>{say(advice.says, advice.figures ?? {}, units)}</Text>
          </Flex>
          {Math.abs(advice.tip_m - rig.aim.tip_m) > SAME_M && (
            <Button onClick={() => wish(advice.tip_m)}>
              Take {write(advice.tip_m, "tip", units)}, as advised here
            </Button>
          )}
        </>
      )}
      {range && <TipRange range={range} tipM={shown?.tip_m ?? 0} units={units} />}
      {advice && (
        <Why>
          <Text mb="2">What asks for tip here:</Text>
          <Facts rows={advice.needs.map((n) => [n.says, write(n.tip_m, "tip", units)] as const)} />
          {range && (
            <>
              <Text my="2">What the figure is unsure by, nine times in ten:</Text>
              <Facts rows={range.parts.map((p) => [p.says, partOf(p, units)] as const)} />
            </>
          )}
          <Text mt="2">
            A spot is seen from one minute of arc on (ISO 8596); of so small a thing the area counts (Ricco), so a thin
            tip must show more. Waves by wind and open water: Shore Protection Manual 1984; a quarter of their height is
            added. Errors add in squares and go through the float's own curve.
          </Text>
        </Why>
      )}
    </Stack>
  );
}

type Range = NonNullable<Evaluation["afloat"]["tip_range"]>;

const partOf = (p: Range["parts"][number], units: Units) =>
  `± ${write(p.load_kg, "load", units)}, ± ${p.tip_m > 0.05 ? `over ${write(0.05, "tip", units)}` : write(p.tip_m, "tip", units)}`;

/** The tip as a range: nine times in ten within the pale bar; trimmed at the water, within the dark one. */
function TipRange({ range, tipM, units }: { range: Range; tipM: number; units: Units }) {
  const most = Math.max(range.high_m, 1.2 * tipM, 0.01);
  const share = (m: number) => `${Math.min(100, (100 * m) / most).toFixed(1)}%`;
  const span = (low: number, high: number) => ({
    left: share(low),
    width: `calc(${share(high)} - ${share(low)})`,
  });
  return (
    <Box data-testid="tip-range">
      <Flex justify="space-between" fontSize="sm" gap="2">
        <Text color="soft">As tied, it may show</Text>
        <Text fontWeight="semibold">
          {range.may_sink ? "under" : write(range.low_m, "tip", units)} to {write(range.high_m, "tip", units)}
        </Text>
      </Flex>
      <Box position="relative" h="4" my="1" bg="well" borderRadius="full" aria-hidden="true">
        <Box
          position="absolute"
          inset="0"
          bg="brass"
          opacity="0.35"
          borderRadius="full"
          style={span(range.low_m, range.high_m)}
        />
        <Box
          position="absolute"
          top="1"
          bottom="1"
          bg="reed"
          borderRadius="full"
          style={span(range.trimmed_low_m, range.trimmed_high_m)}
        />
        <Box position="absolute" top="0" bottom="0" w="3px" bg="tip" style={{ left: `calc(${share(tipM)} - 1px)` }} />
      </Box>
      <Text fontSize="sm" color={range.fine ? "brass" : "soft"}>
        {say(range.says, range.figures ?? {}, units)}
      </Text>
    </Box>
  );
}
