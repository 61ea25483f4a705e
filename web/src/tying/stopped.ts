import type { Threading } from "../api/client";
import { lasting, readAs } from "../browser/storage";

/** What is done at the table: what waits for the water is told, and is no step. */
export const atTable = (list: Threading) => list.steps.filter((s) => !s.at_water);

const keyOf = (rigId: string) => `brookwind.tying.${rigId}`;
/** A list that has become another one is begun again. */
const written = (list: Threading) =>
  atTable(list)
    .map((s) => s.title)
    .join("|");

/** How many steps of a rig were done when it was left. */
export function doneOf(rigId: string, list: Threading): number {
  const kept = readAs(lasting, keyOf(rigId), { list: "", done: 0 });
  return kept.list === written(list) ? Math.min(Math.max(0, Number(kept.done) || 0), atTable(list).length) : 0;
}

export function keepDone(rigId: string, list: Threading, done: number): void {
  if (done === 0) lasting.drop(keyOf(rigId));
  else lasting.set(keyOf(rigId), JSON.stringify({ list: written(list), done }));
}
