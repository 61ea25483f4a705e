import type { Catalogue, Evaluation, Finding, Refusal, Rig } from "../api/client";
import type { Bead, BeadState } from "../shell/BeadLine";
import type { Units } from "../units/quantity";
import type { Vocabulary } from "../units/vocabulary";

/** What a station says of itself in a line. */
export type Look = {
  rig: Rig;
  evaluation: Evaluation | null;
  catalogue: Catalogue;
  units: Units;
  vocabulary: Vocabulary;
};

/** A station of the bench: one entry in `stations/all.ts` and nothing else. */
export type Station = {
  id: string;
  /** The key that goes there. */
  key: string;
  name: (vocabulary: Vocabulary) => string;
  /** One line of its present value. */
  value: (look: Look) => string;
  /** Fields of the rig that are entered here, by the start of their paths. */
  fields: string[];
  /** It speaks of what was found at every station. */
  ofAll?: boolean;
  /** It is about the run: that is drawn in place of the rig. */
  ofRun?: boolean;
  Panel: () => React.ReactNode;
};

/** What stands on each bead: its name, one line of its present value, and its state. */
export const beadsOf = (stations: Station[], look: Look, refusal: Refusal | null): Bead<string>[] =>
  stations.map((s) => ({
    id: s.id,
    name: s.name(look.vocabulary),
    value: s.value(look),
    state: stateOf(s, stations, look.evaluation, refusal),
  }));

function stateOf(station: Station, all: Station[], evaluation: Evaluation | null, refusal: Refusal | null): BeadState {
  const refusedHere = refusal?.problems.some((p) => {
    const path = p.path.filter((part) => part !== "rig").join(".");
    const length = (s: Station) => Math.max(0, ...s.fields.filter((f) => path.startsWith(f)).map((f) => f.length));
    const nearest = all.reduce((best, s) => (length(s) > length(best) ? s : best), station);
    return length(station) > 0 && nearest.id === station.id;
  });
  if (refusedHere) return "refuse";
  const mine = (evaluation?.findings ?? []).filter((f: Finding) => station.ofAll || f.station === station.id);
  if (mine.some((f) => f.severity === "refuse")) return "refuse";
  return mine.length > 0 ? "note" : "settled";
}
