import { describe, expect, it } from "vitest";
import { forField, IMPERIAL, METRIC, MIXED, type Quantity, read, say, write } from "./quantity";

const value = (text: string, quantity: Quantity, units = METRIC) => {
  const got = read(text, quantity, units);
  if (!got.ok) throw new Error(got.sentence);
  return got.value;
};

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
  ] as const)("%s as %s", (text, quantity, si) => {
    expect(value(text, quantity)).toBeCloseTo(si, 3);
  });

  it("takes a bare number in the person's unit", () => {
    expect(value("6", "depth", MIXED)).toBeCloseTo(1.8288, 6);
    expect(value("10", "line", IMPERIAL)).toBeCloseTo(0.254, 6);
  });

  it.each(["", "deep", "1.9 bananas", "6ft 14", "1.2.3", "--4"])("refuses %o with a sentence", (text) => {
    const got = read(text, "depth", METRIC);
    expect(got.ok).toBe(false);
    if (!got.ok) expect(got.sentence).toMatch(/Write it like 1\.9 m/);
  });
});

describe("writing", () => {
  it("writes what a person would read off their gear", () => {
    expect(write(1.9, "depth", METRIC)).toBe("1.90 m");
    expect(write(1.905, "depth", MIXED)).toBe("6 ft 3 in");
    expect(write(0.3, "line", METRIC)).toBe("30 cm");
    expect(write(0.0012, "load", MIXED)).toBe("1.20 g");
    expect(write(-0.0000001, "line", METRIC)).toBe("0.0 cm");
  });

  it("reads a field's text back to the value shown", () => {
    for (const units of [METRIC, IMPERIAL, MIXED])
      for (const metres of [0.05, 0.9, 1.9, 9, 30.48]) {
        const once = value(forField(metres, "depth", units), "depth", units);
        expect(Math.abs(once - metres)).toBeLessThan(0.013);
        expect(forField(once, "depth", units)).toBe(forField(metres, "depth", units));
      }
  });

  it("fills the figures of a sentence", () => {
    expect(say("Slide it {slide} down, not {x}.", { slide: { value: 0.08, quantity: "line" } }, METRIC)).toBe(
      "Slide it 8.0 cm down, not {x}.",
    );
  });
});
