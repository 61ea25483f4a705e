/** Reading what people type and writing what they read. The one place where the web turns units. */

export type Units = { depth: "m" | "ft"; line: "cm" | "in"; mass: "g" | "oz"; temperature: "C" | "F" };

export const METRIC: Units = { depth: "m", line: "cm", mass: "g", temperature: "C" };
export const IMPERIAL: Units = { depth: "ft", line: "in", mass: "oz", temperature: "F" };
/** Depth in feet and floats in grams is normal. */
export const MIXED: Units = { depth: "ft", line: "in", mass: "g", temperature: "C" };

export type Quantity =
  | "depth"
  | "line"
  | "tip"
  | "thickness"
  | "load"
  | "capacity"
  | "mass"
  | "temperature"
  | "distance"
  | "speed"
  | "wind"
  | "time"
  | "angle"
  | "force"
  | "share"
  | "plain";
export type Read = { ok: true; value: number } | { ok: false; sentence: string };

export const FOOT_M = 0.3048;
const INCH = 0.0254;
const OUNCE = 0.028349523125;
const TO_M: Record<string, number> = { m: 1, cm: 0.01, mm: 0.001, ft: FOOT_M, in: INCH };
const TO_KG: Record<string, number> = { g: 0.001, kg: 1, mg: 1e-6, oz: OUNCE };
/** Loads below this, as the finest shot are, are written to the milligram. */
const SMALL_KG = 0.0000995;
const TO_MS: Record<string, number> = {
  "m/s": 1,
  "cm/s": 0.01,
  "km/h": 1 / 3.6,
  "ft/s": FOOT_M,
  mph: 0.44704,
  kn: 0.514444,
};
const G_M_S2 = 9.80665;
const POUND = 0.45359237;
/** A pull in grams, as it is felt on the line. */
const TO_N: Record<string, number> = { g: G_M_S2 / 1000, kg: G_M_S2, lb: G_M_S2 * POUND, n: 1 };
const TO_S: Record<string, number> = { s: 1, sec: 1, min: 60, h: 3600 };

const tidy = (value: number, digits: number) => {
  const text = value.toFixed(digits);
  return Number(text) === 0 ? text.replace("-", "") : text;
};

const UNBROKEN = "\u00a0";

/** A tip is told to this where nothing more is known of the float. */
const tipStep = (m: number) => (Math.abs(m) < 0.00095 ? 0.0001 : Math.abs(m) < 0.00475 ? 0.0005 : 0.001);

/** A tip told no finer than it is known; a field shows it as it was typed. */
export const about = (tip_m: number, step_m = tipStep(tip_m)): string =>
  `${tidy(Math.round(tip_m / step_m) * step_m * 1000, 1).replace(/\.0$/, "")}${UNBROKEN}mm`;

/** A time of the fall, as it can be counted at the water. */
export const counts = (time_s: number): string => `${Math.max(1, Math.round(time_s))}${UNBROKEN}s`;

export function feetAndInches(metres: number): string {
  const inches = Math.round(Math.abs(metres) / INCH);
  const sign = metres < 0 && inches > 0 ? "-" : "";
  const feet = Math.floor(inches / 12);
  return feet === 0 ? `${sign}${inches} in` : `${sign}${feet} ft ${inches % 12} in`;
}

/** A quantity with its unit, as a person would read it off their gear; a line never breaks between the two. */
export const write = (value: number, quantity: Quantity, units: Units): string =>
  spelt(value, quantity, units).replaceAll(" ", UNBROKEN);

function spelt(value: number, quantity: Quantity, units: Units): string {
  switch (quantity) {
    case "depth":
      return units.depth === "ft" ? feetAndInches(value) : `${tidy(value, 2)} m`;
    case "line":
      if (units.line === "in")
        return Math.abs(value) >= 6 * FOOT_M ? feetAndInches(value) : `${tidy(value / INCH, 1)} in`;
      // The thresholds are where the shorter form would round up to the next.
      return Math.abs(value) >= 0.995
        ? `${tidy(value, 2)} m`
        : `${tidy(value * 100, Math.abs(value) < 0.0995 ? 1 : 0)} cm`;
    case "tip":
      return `${tidy(value * 1000, 1)} mm`;
    case "thickness":
      // Line is told to the hundredth, beads and bores to the tenth.
      return `${tidy(value * 1000, Math.abs(value) < 0.000995 ? 2 : 1)} mm`;
    case "mass":
      return units.mass === "oz" ? `${tidy(value / POUND, 2)} lb` : `${tidy(value, 2)} kg`;
    case "load":
      return units.mass === "oz"
        ? `${tidy(value / OUNCE, 3)} oz`
        : `${tidy(value * 1000, Math.abs(value) < SMALL_KG ? 3 : 2)} g`;
    case "capacity":
      // What limits a float's size is an estimate: two figures are all that is known of it.
      return units.mass === "oz"
        ? `${Number((value / OUNCE).toPrecision(2))} oz`
        : `${Number((value * 1000).toPrecision(2))} g`;
    case "temperature":
      return units.temperature === "F" ? `${tidy(value * 1.8 + 32, 1)} °F` : `${tidy(value, 1)} °C`;
    case "distance":
      return units.depth === "ft" ? `${tidy(value / FOOT_M, 0)} ft` : `${tidy(value, 1)} m`;
    case "speed":
      return units.depth === "ft" ? `${tidy(value / FOOT_M, 2)} ft/s` : `${tidy(value, 2)} m/s`;
    case "wind":
      // Nobody knows tomorrow's wind any finer.
      return units.depth === "ft" ? `${tidy(value / (TO_MS.mph ?? 1), 0)} mph` : `${tidy(value, 0)} m/s`;
    case "time":
      // A whole second is told as it is counted.
      return `${tidy(value, Number.isInteger(value) ? 0 : 1)} s`;
    case "angle":
      return `${tidy(value, 0)}°`;
    case "force": {
      const kg = value / G_M_S2;
      // A fish's pull is grams, a line's strength is kilograms or pounds.
      if (Math.abs(kg) >= 0.2) return units.mass === "oz" ? `${tidy(kg / POUND, 1)} lb` : `${tidy(kg, 2)} kg`;
      return `${tidy(kg * 1000, 2)} g`;
    }
    case "share":
      return `${tidy(value * 100, 0)} %`;
    case "plain":
      return String(Math.round(value * 100) / 100);
  }
}

/** What a bare number means, what units may be written, and what such a thing is called. */
function scaleOf(quantity: Quantity, units: Units): { unit: string; scales: Record<string, number>; what: string } {
  switch (quantity) {
    case "mass":
      return { unit: units.mass === "oz" ? "lb" : "kg", scales: { ...TO_KG, lb: POUND }, what: "a mass" };
    case "load":
    case "capacity":
      return { unit: units.mass, scales: TO_KG, what: "a mass" };
    case "speed":
      return { unit: units.depth === "ft" ? "ft/s" : "m/s", scales: TO_MS, what: "a speed" };
    case "wind":
      return { unit: units.depth === "ft" ? "mph" : "m/s", scales: TO_MS, what: "a wind" };
    case "time":
      return { unit: "s", scales: TO_S, what: "a time" };
    case "force":
      return { unit: "g", scales: TO_N, what: "a pull" };
    case "share":
      return { unit: "%", scales: { "%": 0.01 }, what: "a share" };
    case "depth":
    case "distance":
      return { unit: units.depth, scales: TO_M, what: "a length" };
    default:
      return { unit: quantity === "line" ? units.line : "mm", scales: TO_M, what: "a length" };
  }
}

const EXAMPLES: Record<Quantity, string> = {
  depth: "1.9 m, 190 cm or 6 ft 3",
  line: "25 cm, 0.25 m or 10 in",
  tip: "5 mm",
  thickness: "0.16 mm",
  mass: "2 kg",
  load: "1.2 g",
  capacity: "4 g",
  temperature: "16 °C or 61 °F",
  distance: "12 m or 40 ft",
  speed: "0.6 m/s or 2 ft/s",
  wind: "0.6 m/s or 2 ft/s",
  time: "9 s",
  angle: "30",
  force: "0.4 g",
  share: "40 %",
  plain: "35",
};

const NUMBER = String.raw`([+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+))`;
const SIMPLE = new RegExp(`^${NUMBER}\\s*([a-z°%'"″′/]*)$`);
const FEET = new RegExp(`^${NUMBER}\\s*(?:ft|feet|foot|'|′)\\s*${NUMBER}\\s*(?:in|inch|inches|"|″)?$`);
const NAMES: Record<string, string> = {
  metre: "m", metres: "m", meter: "m", meters: "m", centimetres: "cm", millimetres: "mm",
  feet: "ft", foot: "ft", "'": "ft", "′": "ft", inch: "in", inches: "in", '"': "in", "″": "in",
}; // biome-ignore format: a small table

const number = (text: string) => Number(text.replace(",", "."));

function fail(text: string, what: string, quantity: Quantity): Read {
  const start = text ? `“${text}” is not ${what}.` : `${what[0]?.toUpperCase()}${what.slice(1)} is missing.`;
  return { ok: false, sentence: `${start} Write it like ${EXAMPLES[quantity]}.` };
}

/** Read what was typed into SI. A bare number takes the person's unit. */
export function read(typed: string, quantity: Quantity, units: Units): Read {
  const text = typed.trim().toLowerCase();
  if (quantity === "temperature") return readTemperature(text, units);
  if (quantity === "plain" || quantity === "angle") {
    const found = SIMPLE.exec(text.replace(/°$/, ""));
    return found?.[1] && !found[2] ? { ok: true, value: number(found[1]) } : fail(typed.trim(), "a number", quantity);
  }
  const { unit, scales, what } = scaleOf(quantity, units);
  const both = scales === TO_M ? FEET.exec(text) : null;
  if (both?.[1] && both[2]) {
    const feet = number(both[1]);
    const inches = number(both[2]);
    if (inches < 0 || inches >= 12) return fail(typed.trim(), "a length in feet and inches", quantity);
    return { ok: true, value: (feet < 0 ? -1 : 1) * (Math.abs(feet) * FOOT_M + inches * INCH) };
  }
  const found = SIMPLE.exec(text);
  const scale = found && scales[NAMES[found[2] ?? ""] ?? (found[2] || unit)];
  if (!found?.[1] || !scale) return fail(typed.trim(), what, quantity);
  return { ok: true, value: number(found[1]) * scale };
}

function readTemperature(text: string, units: Units): Read {
  const found = SIMPLE.exec(text);
  const unit = (found?.[2] || units.temperature.toLowerCase()).replace("°", "");
  if (!found?.[1] || (unit !== "c" && unit !== "f")) return fail(text, "a temperature", "temperature");
  const value = number(found[1]);
  return { ok: true, value: unit === "f" ? (value - 32) / 1.8 : value };
}

/** Text for an input field: short, and read back to the same value. */
export function forField(value: number, quantity: Quantity, units: Units): string {
  if (quantity === "line" && units.line === "cm" && Math.abs(value) >= 2)
    return `${tidy(value, 3).replace(/\.?0+$/, "")} m`;
  if (quantity === "line" && units.line === "cm") return `${tidy(value * 100, 1).replace(/\.0$/, "")} cm`;
  return spelt(value, quantity, units)
    .replace(/(\.\d*?)0+(?=\s)/, "$1")
    .replace(/\.(?=\s)/, "");
}

/** Fill the figures of a sentence in the person's units. */
export function say(
  sentence: string,
  figures: Record<string, { value: number; quantity: Quantity }>,
  units: Units,
): string {
  return sentence.replace(/\{(\w+)\}/g, (whole, name: string) => {
    const figure = figures[name];
    if (!figure) return whole;
    return figure.quantity === "tip" ? about(figure.value) : write(figure.value, figure.quantity, units);
  });
}
