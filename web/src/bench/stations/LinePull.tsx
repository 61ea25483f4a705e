import { Box, Grid, Stack, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { colour } from "../../scene/colour";
import { Button } from "../../shell/Button";
import { Choice } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { say, type Units, write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { useHere } from "../here";
import { type How, USUAL_HOW } from "../run/useRun";
import { Pulls, useLineOut } from "./OtherLines";
import { GOES } from "./RunStation";

type LineAnswer = Schemas["LineAnswer"];

/** What the line between rod and float does to the float: reckoned, seen from above, and taken into the conditions. */
export function LinePull({ onTake }: { onTake: (line_pull_n: number) => void }) {
  const { bench } = useHere();
  const { units } = useSettings();
  const { rig } = bench;
  const [open, setOpen] = useState(false);
  const [how, setHow] = useState<How>(USUAL_HOW);
  const found = useLineOut(rig, how, open);
  const set = (part: Partial<How>) => setHow((h) => ({ ...h, ...part }));
  const answer = found.data;
  return (
    <details className="bw-why" open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>What the line on the water does</summary>
      <Stack gap="3" mt="3">
        <Grid templateColumns="1fr 1fr" gap="3" alignItems="end">
          <QuantityField
            label="Rod tip over the water"
            name={`${rig.id}-line-tip`}
            value={how.tip_height_m}
            quantity="depth"
            onChange={(tip_height_m) => set({ tip_height_m })}
          />
          <QuantityField
            label="Float downstream"
            name={`${rig.id}-line-along`}
            value={how.along_m}
            quantity="distance"
            onChange={(along_m) => set({ along_m })}
          />
          <QuantityField
            label="Slack line"
            name={`${rig.id}-line-slack`}
            value={how.slack}
            quantity="share"
            onChange={(slack) => set({ slack })}
          />
          <QuantityField
            label="Wind downstream"
            name={`${rig.id}-line-wind`}
            value={how.wind_along_m_s}
            quantity="wind"
            onChange={(wind_along_m_s) => set({ wind_along_m_s })}
          />
        </Grid>
        <Choice label="The line" value={how.moves} onChange={(m) => set({ moves: m as How["moves"] })}>
          {(Object.keys(GOES) as How["moves"][]).map((id) => (
            <option key={id} value={id}>
              {GOES[id]}
            </option>
          ))}
        </Choice>
        {found.error && (
          <Text role="alert" color="float">
            {found.error.message}
          </Text>
        )}
        {answer && !found.error && (
          <Stack gap="2" opacity={found.isPlaceholderData ? 0.6 : 1}>
            <FromAbove answer={answer} units={units} />
            <Text data-testid="line-says">{say(answer.says.says, answer.says.figures ?? {}, units)}</Text>
            <Button variant="solid" onClick={() => onTake(Math.round(answer.pulled.along_n * 1e5) / 1e5)}>
              Fish it with this pull
            </Button>
            <Pulls answer={answer} />
            <Text fontSize="sm" color="soft">
              The line lies where its forces balance: what it does while it is being lifted or laid is not followed, and
              the surface is taken to hold it by nothing.
            </Text>
          </Stack>
        )}
      </Stack>
    </details>
  );
}

const [WIDE, HIGH, EDGE] = [300, 150, 18];

/** The line seen from above: the angler below, the current from left to right; what hangs in the air is dashed. */
function FromAbove({ answer, units }: { answer: LineAnswer; units: Units }) {
  const { path, along_n, on_water_m } = answer.pulled;
  const xs = path.map((p) => p[0]);
  const far = Math.max(...path.map((p) => p[1]), 0.1);
  const [low, high] = [Math.min(...xs), Math.max(...xs)];
  const scale = Math.min((HIGH - 2 * EDGE) / far, (WIDE - 4 * EDGE) / Math.max(high - low, 0.1));
  const at = (p: readonly number[]): [number, number] => [
    WIDE / 2 + ((p[0] ?? 0) - (low + high) / 2) * scale,
    HIGH - EDGE - (p[1] ?? 0) * scale,
  ];
  const drawn = (part: typeof path) =>
    part
      .map((p) =>
        at(p)
          .map((v) => v.toFixed(1))
          .join(","),
      )
      .join(" ");
  const dry = path.filter((p) => p[2] > 1e-6);
  const wet = path.slice(Math.max(0, dry.length - 1));
  const [fx, fy] = at(path.at(-1) ?? [0, 0]);
  const [rx, ry] = at(path[0] ?? [0, 0]);
  const arrow = Math.sign(along_n) * Math.min(46, 12 + Math.abs(along_n) * 6000);
  return (
    <Box borderWidth="1px" borderColor="rule" borderRadius="l2" overflow="hidden" bg="shallow">
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        width="100%"
        role="img"
        aria-label={`Seen from above: ${write(on_water_m, "distance", units)} of line on the water`}
      >
        {[30, 70, 110].map((y) => (
          <path
            key={y}
            d={`M12 ${y} h26 m-6 -4 l6 4 l-6 4`}
            stroke={colour("soft")}
            strokeWidth="1.5"
            fill="none"
            opacity="0.6"
          />
        ))}
        <polyline
          points={drawn(path.slice(0, dry.length + 1))}
          fill="none"
          stroke={colour("ink")}
          strokeWidth="1.5"
          strokeDasharray="5 4"
        />
        <polyline points={drawn(wet)} fill="none" stroke={colour("ink")} strokeWidth="2.5" />
        <circle cx={rx} cy={ry} r="6" fill={colour("bar")} />
        <circle cx={fx} cy={fy} r="6" fill={colour("float")} />
        {Math.abs(along_n) > 1e-4 && (
          <path
            d={`M${fx} ${fy - 12} h${arrow} m${-5 * Math.sign(arrow)} -4 l${5 * Math.sign(arrow)} 4 l${-5 * Math.sign(arrow)} 4`}
            stroke={colour("float")}
            strokeWidth="2.5"
            fill="none"
          />
        )}
      </svg>
    </Box>
  );
}
