import { Box, Grid, Stack, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import type { Conditions } from "../../api/client";
import { Button } from "../../shell/Button";
import { Choice, options } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { FromSwim } from "../float/FromSwim";
import { useHere } from "../here";
import { movesHow } from "../movesHow";
import { problemAt } from "../problemAt";
import { LinePull } from "./LinePull";

/** A usual and a rough or smooth bed, by how fast the current slows towards it. */
const PROFILES = {
  "": "not known: a usual one",
  3: "rough bed, slows early",
  5: "stones",
  6.5: "gravel, usual",
  10: "smooth and deep",
};

/** The current the rig is fished in: on top, towards the bed, and what pulls the float besides. */
export function CurrentFields() {
  const { bench, answer, catalogue } = useHere();
  const { rig } = bench;
  const c = rig.conditions;
  const set = (part: Partial<Conditions>) => bench.put({ ...rig, conditions: { ...c, ...part } });
  const speeds = c.speeds ?? [];
  const known = Object.keys(PROFILES).includes(String(c.exponent ?? ""));
  const putSpeed = (at: number, part: Partial<(typeof speeds)[number]>) =>
    set({ speeds: speeds.map((s, i) => (i === at ? { ...s, ...part } : s)) });
  const addSpeed = () => {
    const last = speeds.at(-1);
    const below = last ? (last.depth_m + rig.water.depth_m) / 2 : 0;
    set({ speeds: [...speeds, { depth_m: below, speed_m_s: last?.speed_m_s ?? c.current_m_s }] });
  };
  return (
    <Stack gap="3">
      {rig.water.swim && <FromSwim swimId={rig.water.swim} onTake={set} />}
      <Grid templateColumns="1fr 1fr" gap="3" alignItems="start">
        <QuantityField
          label={movesHow(rig, catalogue)}
          name={`${rig.id}-current`}
          value={speeds[0]?.speed_m_s ?? c.current_m_s}
          quantity="speed"
          problem={problemAt(answer, "conditions", "current_m_s")}
          onChange={(v) => (speeds.length > 0 ? putSpeed(0, { speed_m_s: v }) : set({ current_m_s: v }))}
        />
        <QuantityField
          label="Line pulls the float by"
          name={`${rig.id}-line-pull`}
          value={c.line_pull_n ?? 0}
          quantity="force"
          problem={problemAt(answer, "conditions", "line_pull_n")}
          onChange={(line_pull_n) => set({ line_pull_n })}
          hint="With the current; − against it."
        />
      </Grid>
      {c.tackle === "rod" && <LinePull onTake={(line_pull_n) => set({ line_pull_n })} />}
      {speeds.length === 0 && (
        <Choice
          label="Towards the bed it slows"
          value={String(c.exponent ?? "")}
          onChange={(v) => set({ exponent: v === "" ? null : Number(v) })}
        >
          {!known && <option value={String(c.exponent)}>as measured, 1/{c.exponent?.toFixed(1)}</option>}
          {options(
            Object.entries(PROFILES).sort(([a], [b]) => Number(a) - Number(b)),
            ([value, name]) => [value, name],
          )}
        </Choice>
      )}
      {speeds.map((s, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: speeds have no other name and keep their order
        <Grid key={i} templateColumns="1fr 1fr auto" gap="2" alignItems="end">
          <QuantityField
            label={`Depth ${i + 1}`}
            name={`${rig.id}-speed-depth-${i}`}
            value={s.depth_m}
            quantity="depth"
            problem={problemAt(answer, "conditions", "speeds", String(i), "depth_m")}
            onChange={(depth_m) => putSpeed(i, { depth_m })}
          />
          <QuantityField
            label={`Speed ${i + 1}`}
            name={`${rig.id}-speed-${i}`}
            value={s.speed_m_s}
            quantity="speed"
            problem={problemAt(answer, "conditions", "speeds", String(i), "speed_m_s")}
            onChange={(speed_m_s) => putSpeed(i, { speed_m_s })}
          />
          <Button
            size="icon"
            variant="quiet"
            aria-label={`Remove speed ${i + 1}`}
            onClick={() => set({ speeds: speeds.filter((_, k) => k !== i) })}
          >
            <Trash2 />
          </Button>
        </Grid>
      ))}
      <Box>
        <Button size="sm" onClick={addSpeed} disabled={speeds.length >= 12}>
          <Plus aria-hidden="true" /> A speed measured at a depth
        </Button>
        {speeds.length > 0 && (
          <Text fontSize="sm" color="soft" mt="1">
            From the top down. They take the place of the usual way a current slows.
          </Text>
        )}
      </Box>
    </Stack>
  );
}
