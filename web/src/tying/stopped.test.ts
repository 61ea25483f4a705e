// @vitest-environment happy-dom
import { expect, it } from "vitest";
import type { Threading } from "../api/client";
import { atTable, doneOf, keepDone } from "./stopped";

const list = (...titles: string[]) =>
  ({
    steps: [...titles.map((title) => ({ title })), { title: "Maggot", at_water: true }],
    cuts: [],
  }) as unknown as Threading;

it("remembers where one stopped, by rig", () => {
  keepDone("roach", list("Line", "Float", "Hook 18"), 2);
  expect(doneOf("roach", list("Line", "Float", "Hook 18"))).toBe(2);
  expect(doneOf("rudd", list("Line", "Float", "Hook 18"))).toBe(0);
  keepDone("roach", list("Line", "Float", "Hook 18"), 0);
  expect(doneOf("roach", list("Line", "Float", "Hook 18"))).toBe(0);
});

it("begins again when the list has become another", () => {
  keepDone("roach", list("Line", "Float", "Hook 18"), 2);
  expect(doneOf("roach", list("Line", "Bead", "Float", "Hook 18"))).toBe(0);
});

it("leaves the water's steps out, and never counts beyond the list", () => {
  expect(atTable(list("Line", "Hook 18")).map((s) => s.title)).toEqual(["Line", "Hook 18"]);
  localStorage.setItem("brookwind.tying.roach", JSON.stringify({ list: "Line|Hook 18", done: 99 }));
  expect(doneOf("roach", list("Line", "Hook 18"))).toBe(2);
  localStorage.setItem("brookwind.tying.roach", "{broken");
  expect(doneOf("roach", list("Line", "Hook 18"))).toBe(0);
});
