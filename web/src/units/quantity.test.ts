import { describe, expect, it } from "vitest";
import cases from "../../../tests/cases/figures.json";
import { forField, handSteps, IMPERIAL, METRIC, MIXED, type Quantity, read, say, write } from "./quantity";

const SYSTEMS = { metric: METRIC, imperial: IMPERIAL, mixed: MIXED };
type System = keyof typeof SYSTEMS;

const value = (text: string, quantity: Quantity, units = METRIC) => {
  const got = read(text, quantity, units);
  if (!got.ok) throw new Error(got.sentence);
  return got.value;
};

const written = (...of: Parameters<typeof write>) => write(...of).replaceAll("\u00a0", " ");

// The core runs the same cases (`tests/core/test_quantities.py`).
describe("the cases of the core", () => {
  it.each(cases.written as [number, Quantity, System, string][])("%d as %s, %s", (si, quantity, system, text) => {
    expect(written(si, quantity, SYSTEMS[system])).toBe(text);
  });

  it.each(cases.read as [string, Quantity, System, number | null][])("%o as %s, %s", (text, quantity, system, si) => {
    const got = read(text, quantity, SYSTEMS[system]);
    expect(got.ok).toBe(si !== null);
    if (got.ok && si !== null) expect(got.value).toBeCloseTo(si, 4);
    if (!got.ok) expect(got.sentence).toContain("Write it like");
  });
});

describe("reading", () => {
  it("says what kind of thing is wanted", () => {
    const wrong: [string, Quantity, RegExp][] = [
      ["5 m", "speed", /not a speed.*0\.6 m\/s/],
      ["3 m", "load", /not a mass.*1\.2 g/],
      ["5 ft", "time", /not a time.*9 s/],
      ["north", "angle", /not a number.*30/],
    ];
    for (const [text, quantity, sentence] of wrong) {
      const got = read(text, quantity, METRIC);
      expect(got.ok ? "read" : got.sentence).toMatch(sentence);
    }
  });
});

describe("writing", () => {
  it("reads a field's text back to the value shown", () => {
    for (const units of [METRIC, IMPERIAL, MIXED])
      for (const metres of [0.05, 0.9, 1.9, 9, 30.48]) {
        const once = value(forField(metres, "depth", units), "depth", units);
        expect(Math.abs(once - metres)).toBeLessThan(0.013);
        expect(forField(once, "depth", units)).toBe(forField(metres, "depth", units));
      }
  });

  it("reads other fields back to what is shown", () => {
    const shown: [number, Quantity][] = [
      [8.853, "line"], [0.25, "line"], [0.0183, "load"], [4.4704, "speed"], [33.3, "distance"], [12.5, "time"], [240, "angle"],
    ]; // biome-ignore format: a small table
    for (const units of [METRIC, IMPERIAL, MIXED])
      for (const [si, quantity] of shown) {
        const once = forField(si, quantity, units);
        expect(forField(value(once, quantity, units), quantity, units)).toBe(once);
      }
  });

  it("shows a tip no finer than it is known", () => {
    expect(written(0.0234, "tip", METRIC, 0.005)).toBe("25 mm");
    expect(written(0.0234, "tip", METRIC, 0.0005)).toBe("23 mm");
  });

  it("steps as a hand sets it", () => {
    expect(handSteps("line", METRIC)).toEqual([0.01, 0.05]);
    expect(handSteps("line", IMPERIAL)[0]).toBeCloseTo(0.0127, 6);
  });

  it("fills the figures of a sentence", () => {
    const said = say("Slide it {slide} down, not {x}.", { slide: { value: 0.08, quantity: "line" } }, METRIC);
    expect(said).toBe("Slide it 8\u00a0cm down, not {x}.");
  });
});
