import { Box, Flex, Text } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import type { Plumbed, Plumbing, Reading } from "../../api/client";
import { colour } from "../../scene/colour";
import { Button } from "../../shell/Button";
import { clock } from "../../units/clock";
import { type Units, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { SIGHTS } from "./sights";

type Props = { spot: Plumbing; plumbed: Plumbed | null; zone: string; onDrop: (id: string) => void };

export function inWords(r: Reading, units: Units): string {
  if (r.kind === "crude") {
    const read = r.how === "count" ? `${r.fall_s ?? 0} s of fall` : write(r.depth_m ?? 0, "depth", units);
    return `${{ eye: "by eye", wading: "wading", count: "counted", sounder: "echo" }[r.how]}: ${read}`;
  }
  const words = SIGHTS.find(([s]) => s === r.seen.what)?.[1] ?? r.seen.what;
  const amount =
    r.seen.what === "high"
      ? ` by ${write(r.seen.by_m, "line", units)}`
      : r.seen.what === "under" && r.seen.below_m != null
        ? `, ${write(r.seen.below_m, "line", units)} down`
        : "";
  return `${write(r.setting_m, "line", units)}: ${words}${amount}`;
}

/** The readings of a spot, each with what it alone leaves open as a bar between the limits. */
export function ReadingList({ spot, plumbed, zone, onDrop }: Props) {
  const { units } = useSettings();
  const clashing = new Set(plumbed?.clashes.flatMap((c) => [c.first, c.second]) ?? []);
  const span = Math.max(0.1, spot.most_m - spot.least_m);
  const share = (d: number) => (100 * (Math.min(spot.most_m, Math.max(spot.least_m, d)) - spot.least_m)) / span;
  return (
    <Box as="ol" aria-label="Readings" listStyleType="none">
      {spot.readings.map((r) => {
        const bounds = plumbed?.bounds.find((b) => b.id === r.id);
        return (
          <Flex
            as="li"
            key={r.id}
            align="center"
            gap="2"
            py="1"
            borderTopWidth="1px"
            borderColor={clashing.has(r.id) ? "float" : "rule"}
            color={clashing.has(r.id) ? "float" : "ink"}
          >
            <Box flex="1" minW="0">
              <Text fontSize="sm">
                {inWords(r, units)}
                {clashing.has(r.id) && <strong> (disagrees)</strong>}
                {r.at && (
                  <Text as="span" color="soft">
                    {" "}
                    {clock(r.at, zone)}
                  </Text>
                )}
              </Text>
              {bounds && (
                <svg viewBox="0 0 100 6" width="100%" height="6" preserveAspectRatio="none" aria-hidden="true">
                  <rect width="100" height="6" fill={colour("well")} />
                  <rect
                    x={share(bounds.low_m)}
                    width={Math.max(1.2, share(bounds.high_m) - share(bounds.low_m))}
                    height="6"
                    fill={clashing.has(r.id) ? colour("float") : colour("reed")}
                  />
                </svg>
              )}
            </Box>
            <Button
              variant="quiet"
              size="icon"
              aria-label={`Take out: ${inWords(r, units)}`}
              onClick={() => onDrop(r.id)}
            >
              <Trash2 />
            </Button>
          </Flex>
        );
      })}
    </Box>
  );
}
