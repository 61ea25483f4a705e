/** Undo by gesture over whole immutable versions of the document. Selecting and hovering never enter it. */

export type History<T> = {
  past: T[];
  present: T;
  future: T[];
  /** The version a gesture began from; moves change only the present until it ends. */
  base: T | null;
  /** Steps with the same tag, soon after one another, gather into one entry: held arrow keys. */
  tag: { name: string; at: number } | null;
};

const GATHER_MS = 900;
/** Steps that can be taken back. */
export const MOST = 100;

export const start = <T>(present: T): History<T> => ({ past: [], present, future: [], base: null, tag: null });

const push = <T>(past: T[], entry: T): T[] => [...past, entry].slice(-MOST);

/** A document that comes back from the core as it went is no step, though it is another object. */
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

export function commit<T>(h: History<T>, next: T, tag?: string, at = 0): History<T> {
  if (next === h.present || (h.base === null && same(next, h.present))) return h;
  const gathers = tag !== undefined && h.tag?.name === tag && at - h.tag.at < GATHER_MS;
  const past = gathers ? h.past : push(h.past, h.base ?? h.present);
  return { past, present: next, future: [], base: null, tag: tag === undefined ? null : { name: tag, at } };
}

export const begin = <T>(h: History<T>): History<T> => (h.base === null ? { ...h, base: h.present } : h);

export const moveLive = <T>(h: History<T>, next: T): History<T> => (h.base === null ? h : { ...h, present: next });

export function end<T>(h: History<T>): History<T> {
  if (h.base === null) return h;
  if (h.base === h.present) return { ...h, base: null };
  return { past: push(h.past, h.base), present: h.present, future: [], base: null, tag: null };
}

export const cancel = <T>(h: History<T>): History<T> => (h.base === null ? h : { ...h, present: h.base, base: null });

export function undo<T>(h: History<T>): History<T> {
  const settled = cancel(h);
  const last = settled.past.at(-1);
  if (last === undefined) return settled;
  return {
    past: settled.past.slice(0, -1),
    present: last,
    future: [settled.present, ...settled.future],
    base: null,
    tag: null,
  };
}

export function redo<T>(h: History<T>): History<T> {
  const [next, ...rest] = h.future;
  if (next === undefined || h.base !== null) return h;
  return { past: push(h.past, h.present), present: next, future: rest, base: null, tag: null };
}
