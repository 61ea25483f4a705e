import type { Quantity } from "../units/quantity";

/** How one field of an entry is shown and typed. A path leads into pairs and parts. */
export type FieldSpec =
  | { kind: "line" | "words"; path: string[]; label: string }
  | { kind: "quantity"; path: string[]; label: string; quantity: Quantity; scale?: number; hint?: string }
  | {
      kind: "choice";
      path: string[];
      label: string;
      from: "baits" | "hooks" | "feeds" | { id: string; name: string }[];
    }
  | { kind: "reasons"; path: string[]; label: string; of: { id: string; name: string }[] }
  | { kind: "tick"; path: string[]; label: string }
  | { kind: "months"; path: string[]; label: string };

type Tree = { [key: string]: unknown };

/** The value at a path. */
export function at(fields: object, path: string[]): unknown {
  return path.reduce<unknown>((value, key) => (value as Tree | undefined)?.[key], fields);
}

/** A copy with another value at a path; arrays stay arrays. */
export function withAt<F extends object>(fields: F, path: string[], value: unknown): F {
  const [first, ...rest] = path;
  if (first === undefined) return value as F;
  const below = (fields as Tree)[first];
  const put = rest.length ? withAt((below ?? {}) as object, rest, value) : value;
  if (Array.isArray(fields)) return fields.map((v, i) => (String(i) === first ? put : v)) as unknown as F;
  return { ...fields, [first]: put };
}

/** The months with one of them turned to its next step. */
export function nextMonth(months: string, index: number): string {
  return [...months].map((m, i) => (i === index ? String((Number(m) + 1) % 4) : m)).join("");
}

/** An id from a name, as ids are written. */
export function idOf(name: string, taken: string[]): string {
  const stem =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-|-$/g, "")
      .slice(0, 36) || "own";
  if (!taken.includes(stem)) return stem;
  let n = 2;
  while (taken.includes(`${stem}-${n}`)) n++;
  return `${stem}-${n}`;
}
