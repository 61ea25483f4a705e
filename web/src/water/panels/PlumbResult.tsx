import { Box, Flex, Text } from "@chakra-ui/react";
import type { Plumbed, Plumbing } from "../../api/client";
import { colour } from "../../scene/colour";
import { Button } from "../../shell/Button";
import { say, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { inWords } from "./ReadingList";

type Props = { plumbed: Plumbed; spot: Plumbing; waiting: boolean; onDrop: (id: string) => void };

/** The depth so far with its interval, the next setting to try, or which two readings disagree. */
export function PlumbResult({ plumbed, spot, waiting, onDrop }: Props) {
  const { units } = useSettings();
  const { interval, next, state } = plumbed;
  const half = 0.5 * (interval.high_m - interval.low_m);
  if (state === "clash") return <Clashes plumbed={plumbed} spot={spot} onDrop={onDrop} />;
  return (
    <Box data-testid="plumbed" data-waiting={waiting} aria-live="polite">
      {state !== "nothing" && (
        <>
          <Flex align="baseline" gap="3" wrap="wrap">
            <Text fontSize="4xl" fontWeight="bold" fontFamily="heading" lineHeight="1.1">
              {write(interval.depth_m, "depth", units)}
            </Text>
            <Text color="soft">± {write(half, "line", units)}, nine times in ten</Text>
          </Flex>
          <Density plumbed={plumbed} />
          <Text color={state === "enough" ? "reed" : state === "beyond" ? "float" : "brass"} fontWeight="semibold">
            {say(plumbed.says, plumbed.figures, units)}
          </Text>
        </>
      )}
      {plumbed.caution && (
        <Text mt="2" color="brass">
          {say(plumbed.caution, plumbed.figures, units)}
        </Text>
      )}
      {next && (
        <Box mt="3" p="3" bg="well" borderRadius="l2">
          <Text fontWeight="semibold">
            Set it to{" "}
            <Text as="span" fontSize="xl" fontWeight="bold" data-testid="next-setting">
              {write(next.setting_m, "line", units)}
            </Text>
          </Text>
          <Text fontSize="sm" color="soft">
            {next.says}
          </Text>
        </Box>
      )}
    </Box>
  );
}

/** How likely each depth is: a hill over the interval. */
function Density({ plumbed }: { plumbed: Plumbed }) {
  const { density, interval } = plumbed;
  const first = density[0]?.[0] ?? 0;
  const last = density.at(-1)?.[0] ?? 1;
  const x = (d: number) => (300 * (d - first)) / Math.max(0.001, last - first);
  const path = density.map(([d, p]) => `${x(d).toFixed(1)} ${(40 - 36 * p).toFixed(1)}`).join(" L");
  return (
    <svg viewBox="0 0 300 46" width="100%" height="46" preserveAspectRatio="none" aria-hidden="true">
      <rect
        x={x(interval.low_m)}
        width={Math.max(1, x(interval.high_m) - x(interval.low_m))}
        height="42"
        fill={colour("rule")}
      />
      <path d={`M0 40 L${path} L300 40 Z`} fill={colour("reed")} />
      <line x1={x(interval.depth_m)} x2={x(interval.depth_m)} y1="0" y2="44" stroke={colour("tip")} strokeWidth="2" />
    </svg>
  );
}

function Clashes({ plumbed, spot, onDrop }: { plumbed: Plumbed; spot: Plumbing; onDrop: (id: string) => void }) {
  const { units } = useSettings();
  const [worst, ...others] = plumbed.clashes;
  if (!worst) return null;
  const words = (id: string) => {
    const reading = spot.readings.find((r) => r.id === id);
    return reading ? inWords(reading, units) : "it";
  };
  return (
    <Box role="alert" borderWidth="2px" borderColor="float" borderRadius="l2" p="3" data-testid="clash">
      <Text fontWeight="semibold" color="float">
        {say(worst.says, worst.figures, units)}
      </Text>
      <Text fontSize="sm" mt="1">
        Weed on the plummet, a wrong setting or another spot: leave one of them out, or cast again.
        {others.length > 0 && ` ${others.length} more ${others.length === 1 ? "pair disagrees" : "pairs disagree"}.`}
      </Text>
      <Flex gap="2" mt="2" direction="column">
        {[worst.first, worst.second].map((id) => {
          const without = id === worst.first ? worst.without_first : worst.without_second;
          return (
            <Button key={id} size="sm" h="auto" py="1.5" onClick={() => onDrop(id)}>
              Leave out “{words(id)}”: then {write(without.depth_m, "depth", units)}
            </Button>
          );
        })}
      </Flex>
    </Box>
  );
}
