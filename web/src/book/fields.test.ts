import { expect, test } from "vitest";
import { at, idOf, nextMonth, withAt } from "./fields";

test("a value deep in an entry is read and put back without touching the rest", () => {
  const rudd = { name: "rudd", best_c: [14, 24], usual: { bait_from: "surface", bait_m: 0.9 } };
  const higher = withAt(withAt(rudd, ["best_c", "1"], 26), ["usual", "bait_m"], 0.5);
  expect(at(higher, ["best_c", "1"])).toBe(26);
  expect(higher).toEqual({ name: "rudd", best_c: [14, 26], usual: { bait_from: "surface", bait_m: 0.5 } });
  expect(rudd.best_c).toEqual([14, 24]);
});

test("a month goes round its four steps and leaves the others", () => {
  expect(nextMonth("001233332100", 0)).toBe("101233332100");
  expect(nextMonth("001233332100", 4)).toBe("001203332100");
});

test("an id is made from any name, and never one that is taken", () => {
  expect(idOf("Cheese cube!", [])).toBe("cheese-cube");
  expect(idOf("rudd", ["rudd", "rudd-2"])).toBe("rudd-3");
  expect(idOf("鯉", [])).toBe("own");
});
