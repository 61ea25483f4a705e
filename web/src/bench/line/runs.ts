import type { Component } from "../../api/client";

/** Parts that are listed as one: bunched shot of one size, at its lowest piece. */
export type Run = {
  ids: string[];
  label: string;
  kind: Component["kind"];
  at_m: number | null;
  comesOff: boolean;
  /** It may be put elsewhere on the line. */
  moves: boolean;
  inBox: boolean;
};

const BUNCHED_M = 0.02;
const isSecond = (c: Component) => c.kind === "hook" && (c.position_m ?? 0) > 0;

const isLock = (c: Component) => c.kind === "shot" && c.role === "lock";

/** Parts in threading order, from rod to hook. */
export function runsOf(components: Component[]): Run[] {
  const runs: Run[] = [];
  const floatAt = components.findIndex((c) => c.kind === "float");
  let last: { run: Run; item: Component } | null = null;
  for (const [i, c] of components.entries()) {
    const at_m = "position_m" in c ? (c.position_m ?? null) : null;
    const near = last?.run.at_m != null && at_m !== null && last.run.at_m - at_m < BUNCHED_M;
    if (c.kind === "shot" && last?.item.kind === "shot" && last.item.label === c.label && near) {
      last.run.ids.push(c.id);
      last.run.at_m = at_m;
      last.item = c;
      continue;
    }
    const run: Run = {
      ids: [c.id],
      label: c.label || c.kind,
      kind: c.kind,
      at_m,
      comesOff: !["line", "float", "hook"].includes(c.kind) || isSecond(c),
      moves: i > floatAt && at_m !== null && (c.kind !== "hook" || isSecond(c)) && c.kind !== "swivel" && !isLock(c),
      inBox: c.item != null,
    };
    runs.push(run);
    last = { run, item: c };
  }
  return runs;
}

/** What came on, in a few words. */
export function freshOf(before: Component[], after: Component[]): string {
  const known = new Set(before.map((c) => c.id));
  return runsOf(after.filter((c) => !known.has(c.id)))
    .map((r) => (r.ids.length > 1 ? `${r.ids.length} × ` : "") + r.label)
    .join(", ");
}

/** What is changed in its place: another hook, line, float or bait. */
export function changedOf(before: Component[], after: Component[]): string {
  const old = new Map(before.map((c) => [c.id, c]));
  return after
    .filter((c) => old.has(c.id) && c.label && c.label !== old.get(c.id)?.label)
    .map((c) => `${c.label} instead of ${old.get(c.id)?.label || `another ${c.kind}`}`)
    .join(", ");
}
