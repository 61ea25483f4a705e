import { Box, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useDeferredValue } from "react";
import { api, type Evaluation, keys, type MovingStop, type Rig, sentenceOf } from "../../api/client";
import { Choice, options } from "../../shell/Choice";
import { Facts } from "../../shell/Facts";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import type { BenchState } from "../useBench";
import { HoldCurve } from "./HoldCurve";

const BEDS = ["silt", "sand", "gravel", "rock"] as const;

/** Where the stop goes in the current, asked anew for each rig; the last answer stays until then. */
export function useMovingStop(rig: Rig | null, flows: boolean) {
  const asked = useDeferredValue(rig);
  return useQuery({
    queryKey: keys.movingStop(asked),
    queryFn: ({ signal }) => api.stop(asked as Rig, signal),
    enabled: flows && asked !== null,
    placeholderData: (before) => before,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
  });
}

/** How it is held back, and what that does to the bait. */
export function HoldBack({ bench, stop }: { bench: BenchState; stop: MovingStop | null }) {
  const { rig } = bench;
  const { hold, bed } = rig.conditions;
  const change = (fields: Partial<Rig["conditions"]>) =>
    bench.put({ ...rig, conditions: { ...rig.conditions, ...fields } });
  const free = hold === null || hold === undefined;
  const percent = Math.round((hold ?? 1) * 100);
  return (
    <Stack gap="3" as="section" aria-label="Holding back">
      <Text as="h2" fontWeight="bold">
        Holding back
      </Text>
      <label className="bw-check">
        <input type="checkbox" checked={free} onChange={(e) => change({ hold: e.target.checked ? null : 0.8 })} /> Runs
        free
      </label>
      <Box>
        <label className="bw-label" htmlFor="hold">
          Float goes at {free ? "its own speed" : percent === 0 ? "nothing: anchored" : `${percent} % of the current`}
        </label>
        <input
          id="hold"
          type="range"
          min="0"
          max="100"
          step="5"
          value={percent}
          disabled={free}
          style={{ width: "100%", minHeight: 32, accentColor: "var(--chakra-colors-reed)" }}
          onChange={(e) => change({ hold: Number(e.target.value) / 100 })}
        />
      </Box>
      {stop && stop.holds.length > 1 && <HoldCurve stop={stop} hold={free ? null : (hold ?? null)} />}
      <Choice label="Bed" value={bed} onChange={(value) => change({ bed: value as (typeof BEDS)[number] })}>
        {options(BEDS, (kind) => [kind, kind])}
      </Choice>
    </Stack>
  );
}

/** Where the bait is in the current, how far that may be off, and what moves it. */
export function WhereItIs({ evaluation, stop }: { evaluation: Evaluation; stop: MovingStop | null }) {
  const { units } = useSettings();
  const m = evaluation.moving;
  if (!m) return evaluation.moving_problem ? <Text role="alert">{sentenceOf(evaluation.moving_problem)}</Text> : null;
  const length = (metres: number) => write(metres, "line", units);
  const signed = (metres: number) => `${metres >= 0 ? "up" : "down"} ${length(Math.abs(metres))}`;
  return (
    <Stack gap="2" as="section" aria-label="In the current">
      <Text as="h2" fontWeight="bold">
        In the current
      </Text>
      <Facts
        rows={[
          ["Bait off the bed", length(m.hook_height_m)],
          m.height ? ["It may be", `${length(m.height.low_m)} to ${length(m.height.high_m)}`] : null,
          m.lead ? [m.lead_m >= 0 ? "Ahead of the float" : "Behind the float", length(Math.abs(m.lead_m))] : null,
          ["Float goes", `${write(m.speed_m_s, "speed", units)} of ${write(m.surface_m_s, "speed", units)}`],
          ["Water past the bait", write(Math.abs(m.bait_past_m_s), "speed", units)],
          ["Line leans at the float", write((Math.abs(m.line_lean_rad) * 180) / Math.PI, "angle", units)],
          m.hold_n > 1e-4 ? ["You hold it with", write(m.hold_n, "force", units)] : null,
          m.bed_kg > 0 ? ["The bed carries", write(m.bed_kg, "load", units)] : null,
        ]}
      />
      {m.dominant && (
        <Text fontSize="sm" color="soft">
          Least sure: {m.dominant.name}. {m.dominant.says}
        </Text>
      )}
      {stop && stop.sensitivities.length > 0 && (
        <Facts
          rows={stop.sensitivities.map((s) => [`${s.name}, ${s.change}`, `bait ${signed(s.height_m)}`] as const)}
        />
      )}
    </Stack>
  );
}
