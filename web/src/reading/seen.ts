import type { Seen } from "../api/client";

/** What has been seen so far, and the seconds counted, as they stand in the address: a step back takes one off. */
export type Noted = { seen: Seen; after_s: number | null };

export const NOTHING: Noted = { seen: { trials: [] }, after_s: null };

export function notedIn(query: URLSearchParams): Noted {
  try {
    const seen: unknown = JSON.parse(query.get("seen") ?? "{}");
    const after = Number(query.get("after"));
    return {
      seen:
        seen && typeof seen === "object" && !Array.isArray(seen)
          ? { trials: [], ...(seen as Partial<Seen>) }
          : NOTHING.seen,
      after_s: Number.isFinite(after) && after > 0 ? after : null,
    };
  } catch {
    return NOTHING;
  }
}

export function asQuery({ seen, after_s }: Noted): Record<string, string> {
  const said = Object.fromEntries(
    Object.entries(seen).filter(([, v]) => v !== null && v !== undefined && !(Array.isArray(v) && v.length === 0)),
  );
  return {
    ...(Object.keys(said).length > 0 ? { seen: JSON.stringify(said) } : {}),
    ...(after_s !== null ? { after: String(after_s) } : {}),
  };
}

export type Look = NonNullable<Seen["look"]>;

/** What each picture is called. In still water nothing leans upstream. */
export const nameOf = (look: Look, moves: boolean): string =>
  ({
    right: "as it should",
    high: "too high",
    low: "too low",
    down: "leans down",
    up: moves ? "leans up" : "is drawn aside",
    flat: "lies flat",
    under: "goes under",
    late: "cocks late",
    dips: "dips on the drop",
    taps: "taps",
    knocked: "knocked about",
    follows: "fish, no take",
  })[look];

/** What was answered beside the picture, in words. */
export function answered(seen: Seen): { key: keyof Seen; says: string }[] {
  const found: { key: keyof Seen; says: string }[] = [];
  const yes = (key: keyof Seen, of: boolean | null | undefined, is: string, isNot: string) => {
    if (of !== null && of !== undefined) found.push({ key, says: of ? is : isNot });
  };
  yes("before", seen.before, "right before", "never right here");
  yes("bead", seen.bead, "bead at the float", "bead not there");
  yes("part", seen.part, "only on a part of the run", "all along the run");
  yes("drops", seen.drops, "drops back when slid down", "stays when slid down");
  if (seen.much) found.push({ key: "much", says: `off by a ${seen.much}` });
  if (typeof seen.lean_deg === "number") {
    const way = seen.lean_deg > 0 ? "downstream" : "upstream";
    found.push({ key: "lean_deg", says: seen.lean_deg === 0 ? "no lean" : `leans ${way}` });
  }
  if (seen.speed)
    found.push({ key: "speed", says: { slower: "slower", same: "fast as it should", faster: "faster" }[seen.speed] });
  if (seen.wound) {
    const what = {
      "bait-gone": "bait gone",
      "shot-gone": "a shot gone",
      weed: "weed on it",
      tangle: "a tangle",
      water: "water in the float",
      caught: "line caught",
      "in-order": "all in order",
    }[seen.wound];
    found.push({ key: "wound", says: what });
  }
  return found;
}
