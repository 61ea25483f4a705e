import { api, type BaitKind, type HookPattern, type Species } from "../api/client";
import type { FieldSpec } from "./fields";
import type { Shelf } from "./useEntries";

const NOTES: FieldSpec = { kind: "words", path: ["notes"], label: "Your notes, shown first" };
const FROM = [
  { id: "bed", name: "off the bed" },
  { id: "surface", name: "below the surface" },
];
const lie = (key: string, when: string): FieldSpec[] => [
  { kind: "choice", path: [key, "bait_from"], label: `${when}: bait hangs`, from: FROM },
  { kind: "quantity", path: [key, "bait_m"], label: `${when}: by`, quantity: "line" },
];

/** How a fish is fed for. */
export const FED_FOR: { id: NonNullable<Species["fed_for"]>; name: string }[] = [
  { id: "steady", name: "little and often" },
  { id: "bed", name: "a bed of feed holds it" },
  { id: "not-fed", name: "looked for, not fed" },
];
/** Kinds of place on a section. */
export const PLACES: { id: string; name: string }[] = [
  { id: "foot", name: "foot of a shelf" },
  { id: "top", name: "top of a shelf" },
  { id: "deep-flat", name: "deepest flat" },
  { id: "near-flat", name: "flat close in" },
  { id: "crease", name: "crease" },
  { id: "weed", name: "beside weed" },
];

export const FISH: Shelf<Species> = { key: "fish", list: api.fish, keep: api.keepFish, drop: api.dropFish };
export const FISH_FIELDS: FieldSpec[] = [
  NOTES,
  { kind: "line", path: ["name"], label: "Name" },
  { kind: "line", path: ["also"], label: "Also called" },
  { kind: "words", path: ["says"], label: "Where it is found" },
  ...lie("usual", "Usually"),
  ...lie("cold", "Cold water"),
  ...lie("warm", "Warm water"),
  { kind: "quantity", path: ["best_c", "0"], label: "Feeds best from", quantity: "temperature" },
  { kind: "quantity", path: ["best_c", "1"], label: "to", quantity: "temperature" },
  { kind: "quantity", path: ["least_c"], label: "Hardly below", quantity: "temperature" },
  { kind: "months", path: ["months"], label: "How well it feeds in each month: press to change" },
  { kind: "choice", path: ["bait"], label: "Usual bait", from: "baits" },
  { kind: "choice", path: ["hook_size"], label: "Usual hook", from: "hooks" },
  { kind: "choice", path: ["hooks", "0"], label: "Smallest hook", from: "hooks" },
  { kind: "choice", path: ["hooks", "1"], label: "Largest hook", from: "hooks" },
  { kind: "quantity", path: ["line_n", "0"], label: "Hooklength bears, lightest", quantity: "force" },
  { kind: "quantity", path: ["line_n", "1"], label: "strongest", quantity: "force" },
  { kind: "quantity", path: ["pull_n"], label: "Pull a wary one puts up with", quantity: "force" },
  { kind: "words", path: ["takes"], label: "How the bite shows" },
  {
    kind: "choice",
    path: ["strike"],
    label: "Then",
    from: [
      { id: "at-once", name: "strike at once" },
      { id: "tighten", name: "tighten, then strike" },
      { id: "wait", name: "let it develop" },
      { id: "self", name: "no strike" },
    ],
  },
  { kind: "quantity", path: ["wait_s"], label: "Wait", quantity: "time" },
  {
    kind: "choice",
    path: ["fed_for"],
    label: "How it is fed for",
    from: FED_FOR,
  },
  {
    kind: "reasons",
    path: ["lies"],
    label: "Places it uses, and why",
    of: PLACES,
  },
  { kind: "tick", path: ["bites_through"], label: "its teeth cut nylon: a wire trace" },
  { kind: "words", path: ["warns"], label: "Mind" },
];

export const BAITS: Shelf<BaitKind> = { key: "baits", list: api.baits, keep: api.keepBait, drop: api.dropBait };
export const BAIT_FIELDS: FieldSpec[] = [
  NOTES,
  { kind: "line", path: ["name"], label: "Name" },
  { kind: "line", path: ["also"], label: "Also called" },
  { kind: "quantity", path: ["mass_kg"], label: "Weighs, in air", quantity: "load" },
  {
    kind: "quantity",
    path: ["density_kg_m3"],
    label: "Density, kg/m³",
    quantity: "plain",
    hint: "Under about 1000 it floats.",
  },
  { kind: "quantity", path: ["length_m"], label: "Length", quantity: "tip" },
  { kind: "quantity", path: ["lasts_casts"], label: "Lasts, in casts", quantity: "plain" },
  { kind: "choice", path: ["hooks", "0"], label: "Smallest hook", from: "hooks" },
  { kind: "choice", path: ["hooks", "1"], label: "Largest hook", from: "hooks" },
  { kind: "words", path: ["mounted"], label: "How to put it on so that it hangs straight" },
  { kind: "words", path: ["fails"], label: "How it fails" },
  { kind: "choice", path: ["feed"], label: "Feed that goes with it", from: "feeds" },
  { kind: "tick", path: ["live"], label: "a living fish" },
  { kind: "tick", path: ["lively"], label: "it moves on the hook: a weighted jig carries it well" },
  { kind: "tick", path: ["drags"], label: "fish take it where it drags along the bed" },
];

export const HOOKS: Shelf<HookPattern> = {
  key: "hooks",
  list: api.hookPatterns,
  keep: api.keepHookPattern,
  drop: api.dropHookPattern,
};
export const HOOK_FIELDS: FieldSpec[] = [
  NOTES,
  { kind: "line", path: ["name"], label: "Name" },
  { kind: "words", path: ["says"], label: "What it is for" },
  { kind: "quantity", path: ["mass"], label: "Mass over a round bend's", quantity: "plain" },
  { kind: "quantity", path: ["gape"], label: "Gape over a round bend's", quantity: "plain" },
];
