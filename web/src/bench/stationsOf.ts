import type { Catalogue, Evaluation, Finding, Refusal, Rig } from "../api/client";
import { inFlow } from "../scene/flow";
import type { Bead, BeadState } from "../shell/BeadLine";
import { type Units, write } from "../units/quantity";
import { capital, type Vocabulary, word } from "../units/vocabulary";

export type StationId = "water" | "bait" | "float" | "line" | "load" | "stop";
export type Station = Bead<StationId>;

export const STATIONS: StationId[] = ["water", "bait", "float", "line", "load", "stop"];

/** What stands on each bead: its name, one line of its present value, and its state. */
export function stationsOf(
  rig: Rig,
  evaluation: Evaluation | null,
  refusal: Refusal | null,
  catalogue: Catalogue,
  units: Units,
  vocabulary: Vocabulary,
): Station[] {
  const float = rig.components.find((c) => c.kind === "float");
  const species = catalogue.species.find((s) => s.id === rig.species)?.name ?? "any fish";
  const kind = catalogue.float_types.find((t) => t.id === float?.spec.type)?.name ?? "";
  const afloat = evaluation ? inFlow(evaluation).afloat : undefined;
  const values: Record<StationId, string> = {
    water: `${write(rig.water.depth_m, "depth", units)}, ${write(rig.water.temperature_c, "temperature", units)}`,
    bait: `${capital(species)}, ${hangs(rig, units, vocabulary)}`,
    float: float
      ? `${float.label}, ${afloat?.tested ? `tests as ${write(afloat.capacity_kg, "load", units)}` : kind.split(",")[0]}`
      : "none",
    line: lineValue(rig),
    load: afloat
      ? `${write(afloat.carried_kg, "load", units)} of ${afloat.wanted_kg === null ? "none" : write(afloat.wanted_kg, "load", units)}`
      : "…",
    stop: evaluation ? `${write(evaluation.setting_m, "line", units)} to the hook` : "…",
  };
  const names: Record<StationId, string> = {
    water: "Water",
    bait: "Fish & bait",
    float: capital(word("float", vocabulary)),
    line: "Line & hook",
    load: "Load",
    stop: "Stop",
  };
  return STATIONS.map((id) => ({ id, name: names[id], value: values[id], state: stateOf(id, evaluation, refusal) }));
}

function hangs({ aim }: Rig, units: Units, vocabulary: Vocabulary): string {
  if (aim.bait_from === "surface") return `${write(aim.bait_m, "line", units)} down`;
  if (aim.bait_m < 0) return `${write(-aim.bait_m, "line", units)} laid on`;
  return `${write(aim.bait_m, "line", units)} off ${word("bed", vocabulary)}`;
}

function lineValue(rig: Rig): string {
  const lines = rig.components.filter((c) => c.kind === "line");
  const [main, leader] = [lines[0], lines.at(-1)];
  const mm = (l: typeof main) => (l ? (l.diameter_m * 1000).toFixed(2) : "");
  const hook = rig.components.findLast((c) => c.kind === "hook");
  return `${mm(main)} to ${mm(leader)} mm, ${hook?.label ?? ""}`;
}

const PATH_STATION: [string, StationId][] = [
  ["water", "water"],
  ["aim.tip_m", "float"],
  ["aim", "bait"],
  ["components", "float"],
];

function stateOf(id: StationId, evaluation: Evaluation | null, refusal: Refusal | null): BeadState {
  const refusedHere = refusal?.problems.some((p) => {
    const path = p.path.filter((part) => part !== "rig").join(".");
    return PATH_STATION.find(([start]) => path.startsWith(start))?.[1] === id;
  });
  if (refusedHere) return "refuse";
  const mine = (evaluation?.findings ?? []).filter((f: Finding) => f.station === id);
  if (mine.some((f) => f.severity === "refuse")) return "refuse";
  return mine.length > 0 ? "note" : "settled";
}
