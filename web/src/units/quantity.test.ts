import { describe, expect, it } from "vitest";
import { forField, IMPERIAL, METRIC, MIXED, type Quantity, read, say, write } from "./quantity";

const value = (text: string, quantity: Quantity, units = METRIC) => {
  const got = read(text, quantity, units);
  if (!got.ok) throw new Error(got.sentence);
  return got.value;
};

const written = (...of: Parameters<typeof write>) => write(...of).replaceAll("\u00a0", " ");

describe("reading", () => {
  it.each([
    ["1,9", "depth", 1.9],
    ["1.9 m", "depth", 1.9],
    ["190cm", "depth", 1.9],
    ["6ft 3", "depth", 1.905],
    ["6' 3\"", "depth", 1.905],
    ["75 in", "depth", 1.905],
    ["25", "line", 0.25],
    ["-5 cm", "line", -0.05],
    ["5", "tip", 0.005],
    ["61 °F", "temperature", 16.111],
    ["16", "temperature", 16],
    ["1.2", "load", 0.0012],
    ["20 g", "load", 0.02],
    ["0.5 oz", "load", 0.014175],
    ["0.6", "speed", 0.6],
    ["36 km/h", "speed", 10],
    ["2 ft/s", "speed", 0.6096],
    ["10 mph", "speed", 4.4704],
    ["9", "time", 9],
    ["1,5 min", "time", 90],
    ["30", "distance", 30],
    ["40 ft", "distance", 12.192],
    ["240°", "angle", 240],
    ["-15", "angle", -15],
    ["0.4 g", "force", 0.00392266],
    ["0.02 N", "force", 0.02],
    ["40 %", "share", 0.4],
    ["35", "share", 0.35],
  ] as const)("%s as %s", (text, quantity, si) => {
    expect(value(text, quantity)).toBeCloseTo(si, 3);
  });

  it("takes a bare number in the person's unit", () => {
    expect(value("6", "depth", MIXED)).toBeCloseTo(1.8288, 6);
    expect(value("10", "line", IMPERIAL)).toBeCloseTo(0.254, 6);
  });

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

  it.each(["", "deep", "1.9 bananas", "6ft 14", "1.2.3", "--4"])("refuses %o with a sentence", (text) => {
    const got = read(text, "depth", METRIC);
    expect(got.ok).toBe(false);
    if (!got.ok) expect(got.sentence).toMatch(/Write it like 1\.9 m/);
  });
});

describe("writing", () => {
  it("writes what a person would read off their gear", () => {
    expect(written(1.9, "depth", METRIC)).toBe("1.90 m");
    expect(written(1.905, "depth", MIXED)).toBe("6 ft 3 in");
    expect(written(0.3, "line", METRIC)).toBe("30 cm");
    for (const [metres, text] of [
      [0.0996, "10 cm"],
      [0.1, "10 cm"],
      [0.996, "1.00 m"],
      [1, "1.00 m"],
    ] as const)
      expect(written(metres, "line", METRIC)).toBe(text);
    expect(written(0.0012, "load", MIXED)).toBe("1.20 g");
    expect(written(0.0000042, "load", METRIC)).toBe("0.004 g");
    expect(written(-0.0000001, "line", METRIC)).toBe("0.0 cm");
    expect(written(30, "distance", METRIC)).toBe("30.0 m");
    expect(written(30, "distance", MIXED)).toBe("98 ft");
    expect(written(0.5, "speed", METRIC)).toBe("0.50 m/s");
    expect(written(0.5, "speed", IMPERIAL)).toBe("1.64 ft/s");
    expect(written(0.00392266, "force", METRIC)).toBe("0.40 g");
    expect(written(0.4, "share", METRIC)).toBe("40 %");
    expect(written(9, "time", METRIC)).toBe("9 s");
    expect(written(9.04, "time", METRIC)).toBe("9.0 s");
    expect(written(239.6, "angle", METRIC)).toBe("240°");
  });

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

  it("fills the figures of a sentence", () => {
    const said = say("Slide it {slide} down, not {x}.", { slide: { value: 0.08, quantity: "line" } }, METRIC);
    expect(said).toBe("Slide it 8.0\u00a0cm down, not {x}.");
  });
});
