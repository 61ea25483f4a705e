/** Reading what people type and writing what they read, from the table of `brookwind/core/quantities.py`. */
import quantities from "./quantities.json";

export type Units = {
  depth: "m" | "ft";
  line: "cm" | "in";
  fine: "mm" | "in";
  mass: "g" | "oz";
  temperature: "C" | "F";
};
type Way = {
  unit: string;
  si: number;
  zero?: number;
  step?: number;
  figures?: number;
  under?: number;
  keep_zeros?: boolean;
};
type Entry = {
  what: string;
  example: string;
  by?: keyof Units;
  ways: Record<string, Way[]>;
  reads: string;
  hand?: Record<string, [number, number]>;
  field_step?: Record<string, number>;
};

/** A plain number is the web's own: it carries no unit and never reaches the core as a quantity. */
export type Quantity = keyof typeof quantities.table | "plain";
export type Read = { ok: true; value: number } | { ok: false; sentence: string };

const TABLE: Record<string, Entry> = quantities.table as unknown as Record<string, Entry>;
const PLAIN: Entry = {
  what: "a number",
  example: "35",
  reads: "plain",
  ways: { "": [{ unit: "", si: 1, step: 0.01 }] },
};
const TYPED: Record<string, Record<string, number>> = { ...quantities.typed, plain: { "": 1 } };
const SPELT: Record<string, string> = quantities.spelt;

export const METRIC = quantities.systems.metric as Units;
export const IMPERIAL = quantities.systems.imperial as Units;
/** Depth in feet and floats in grams is normal. */
export const MIXED = quantities.systems.mixed as Units;

const LENGTH_M: Record<string, number> = quantities.typed.length;
export const FOOT_M = LENGTH_M.ft as number;
export const INCH_M = LENGTH_M.in as number;

const entryOf = (quantity: Quantity): Entry => TABLE[quantity] ?? PLAIN;

function wayOf(value: number, quantity: Quantity, units: Units): Way {
  const { by, ways } = entryOf(quantity);
  const choice = ways[by ? units[by] : ""] as Way[];
  return choice.find((way) => way.under === undefined || Math.abs(value) < way.under) ?? (choice.at(-1) as Way);
}

const UNBROKEN = "\u00a0";
/** A value this near half a step is rounded away from zero, as the core does. */
const TIE = 1e-9;

function multiple(shown: number, step: number): string {
  let digits = Math.max(0, -Math.floor(Math.log10(step) + TIE));
  if (Math.abs(step * 10 ** digits - Math.round(step * 10 ** digits)) > TIE) digits += 1;
  const count = Math.floor(Math.abs(shown) / step + 0.5 + TIE);
  return `${shown < 0 && count > 0 ? "-" : ""}${(count * step).toFixed(digits)}`;
}

function feetAndInches(metres: number): string {
  const inches = Math.floor(Math.abs(metres) / INCH_M + 0.5 + TIE);
  const sign = metres < 0 && inches > 0 ? "-" : "";
  const feet = Math.floor(inches / 12);
  if (feet === 0) return `${sign}${inches} in`;
  return inches % 12 === 0 ? `${sign}${feet} ft` : `${sign}${feet} ft ${inches % 12} in`;
}

function spelt(value: number, way: Way, step = way.step ?? 1): string {
  if (!Number.isFinite(value)) return "–";
  if (way.unit === "ft in") return feetAndInches(value);
  const shown = value / way.si + (way.zero ?? 0);
  const fine = way.figures && shown !== 0 ? 10 ** (Math.floor(Math.log10(Math.abs(shown))) + 1 - way.figures) : step;
  let text = multiple(shown, fine);
  if (!way.keep_zeros && text.includes(".")) text = text.replace(/\.?0+$/, "");
  return `${text}${way.unit === "°" || way.unit === "" ? "" : " "}${way.unit}`;
}

/** A quantity with its unit, as a person would read it off their gear; a line never breaks between the two. Where a
 * value is known no finer than `known_si`, it is shown no finer. */
export function write(value: number, quantity: Quantity, units: Units, known_si = 0): string {
  const way = wayOf(value, quantity, units);
  const step = way.step ?? 1;
  return spelt(value, way, step * Math.max(1, Math.round(known_si / (step * way.si)))).replaceAll(" ", UNBROKEN);
}

/** The number alone, for an axis or a large figure whose unit stands elsewhere. */
export const figureOf = (value: number, quantity: Quantity, units: Units, known_si = 0): string =>
  write(value, quantity, units, known_si).split(UNBROKEN)[0] as string;

/** What a bare number is in. */
export function unitOf(quantity: Quantity, units: Units): string {
  if (quantity === "depth" || quantity === "line") return units[quantity];
  if (quantity === "tip" || quantity === "thickness") return units.fine;
  return wayOf(0, quantity, units).unit;
}

/** How far a press or a key moves it, and how far a large step does. [SI] */
export function handSteps(quantity: "line" | "tip", units: Units): [number, number] {
  const unit = unitOf(quantity, units);
  const si = LENGTH_M[unit] as number;
  const [small, large] = quantities.table[quantity].hand[unit as never] as [number, number];
  return [small * si, large * si];
}

const NUMBER = String.raw`([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+))`;
const SIMPLE = new RegExp(`^${NUMBER}\\s*([a-z°%'"″′/³0-9]*)$`);
const FEET = new RegExp(`^${NUMBER}\\s*(?:ft|feet|foot|'|′)\\s*${NUMBER}\\s*(?:in|inch|inches|"|″)?$`);

const number = (text: string) => Number(text.replace(",", "."));

function fail(typed: string, quantity: Quantity, what = entryOf(quantity).what): Read {
  const { example } = entryOf(quantity);
  const start = typed ? `“${typed}” is not ${what}.` : `${what[0]?.toUpperCase()}${what.slice(1)} is missing.`;
  return { ok: false, sentence: `${start} Write it like ${example}.` };
}

/** Read what was typed into SI. A bare number takes the person's unit. */
export function read(typed: string, quantity: Quantity, units: Units): Read {
  const text = typed.trim().toLowerCase().replace("−", "-");
  const { reads } = entryOf(quantity);
  const both = reads === "length" ? FEET.exec(text) : null;
  if (both?.[1] && both[2]) {
    const inches = number(both[2]);
    if (inches < 0 || inches >= 12) return fail(typed.trim(), quantity, `${entryOf(quantity).what} in feet and inches`);
    return {
      ok: true,
      value: (both[1].startsWith("-") ? -1 : 1) * (Math.abs(number(both[1])) * FOOT_M + inches * INCH_M),
    };
  }
  const found = SIMPLE.exec(text);
  if (!found?.[1]) return fail(typed.trim(), quantity);
  const written = found[2] ?? "";
  const unit = SPELT[written] ?? written;
  if (reads === "temperature") {
    const degrees = unit.replace("°", "") || units.temperature.toLowerCase();
    if (degrees !== "c" && degrees !== "f") return fail(typed.trim(), quantity);
    return { ok: true, value: degrees === "f" ? (number(found[1]) - 32) / 1.8 : number(found[1]) };
  }
  const scale = TYPED[reads]?.[unit || unitOf(quantity, units)];
  return scale === undefined ? fail(typed.trim(), quantity) : { ok: true, value: number(found[1]) * scale };
}

/** Text for an input field: short, and read back to the same value. */
export function forField(value: number, quantity: Quantity, units: Units): string {
  const way = wayOf(value, quantity, units);
  const step = entryOf(quantity).field_step?.[way.unit] ?? way.step ?? 1;
  return spelt(value, { ...way, keep_zeros: false, figures: 0 }, way.figures ? 10 ** -3 : step);
}

/** Fill the figures of a sentence in the person's units. */
export function say(
  sentence: string,
  figures: Record<string, { value: number; quantity: Quantity }>,
  units: Units,
): string {
  return sentence.replace(/\{(\w+)\}/g, (whole, name: string) => {
    const figure = figures[name];
    return figure ? write(figure.value, figure.quantity, units) : whole;
  });
}
