// @vitest-environment happy-dom
import { beforeEach, expect, test, vi } from "vitest";
import { fullStore } from "../testing/dom";
import type { Draft } from "./drafts";

type Doc = { id: string; pieces: string[] };
const doc = (...pieces: string[]): Draft<Doc> => ({ version: 1, doc: { id: "rig", pieces } });

/** The module as a page loads it; the browser's locks say which tabs are open. */
async function page(tab: string | null, open: string[] = []) {
  vi.resetModules();
  sessionStorage.clear();
  if (tab) sessionStorage.setItem("brookwind.tab", tab);
  const held = new Set(open.map((name) => `brookwind.tab.${name}`));
  vi.stubGlobal("navigator", {
    locks: {
      request: async (name: string, _: object, take: (lock: object | null) => unknown) => {
        const lock = held.has(name) ? null : { name };
        held.add(name);
        void take(lock);
      },
      query: async () => ({ held: [...held].map((name) => ({ name })) }),
    },
  });
  const tabs = await import("./tab");
  await tabs.claimTab();
  return { ...(await import("./drafts")), tab: tabs.tab };
}

beforeEach(() => localStorage.clear());

test("two tabs on one rig have a draft each", async () => {
  const one = await page("one");
  expect(one.keepDraft("rig", doc("mine"))).toBe(true);
  const two = await page("two", ["one"]);
  expect(two.readDraft<Doc>("rig", "pieces"), "the other tab is open: its draft is its own").toBeNull();
  two.keepDraft("rig", doc("yours"));
  expect(two.readDraft<Doc>("rig", "pieces")).toEqual(doc("yours"));
  const again = await page("one", ["two"]);
  expect(again.readDraft<Doc>("rig", "pieces")).toEqual(doc("mine"));
});

test("the newest draft of a tab that is open no more is taken up, once", async () => {
  vi.useFakeTimers({ toFake: ["Date"] });
  vi.setSystemTime(1000);
  (await page("old")).keepDraft("rig", doc("older"));
  vi.setSystemTime(2000);
  (await page("new")).keepDraft("rig", doc("newer"));
  vi.useRealTimers();
  const third = await page("third");
  expect(third.readDraft<Doc>("rig", "pieces")).toEqual(doc("newer"));
  third.dropDraft("rig");
  expect(third.readDraft<Doc>("rig", "pieces"), "the older one is still there").toEqual(doc("older"));
  third.dropDraft("rig");
  expect(third.readDraft<Doc>("rig", "pieces")).toBeNull();
});

test("a tab that was duplicated takes a name of its own", async () => {
  const copy = await page("one", ["one"]);
  expect(copy.tab()).not.toBe("one");
  expect(sessionStorage.getItem("brookwind.tab")).toBe(copy.tab());
});

test("a draft of an earlier version, and one that is damaged", async () => {
  localStorage.setItem("brookwind.draft.rig", JSON.stringify(doc("before")));
  localStorage.setItem("brookwind.draft.rig@gone", '{"version": 1, "doc": ');
  localStorage.setItem("brookwind.draft.rig@less", '{"version": 1, "doc": {"id": "rig"}}');
  const here = await page("here");
  expect(here.readDraft<Doc>("rig", "pieces")).toEqual(doc("before"));
  expect(here.readDraft<Doc>("rigs", "pieces"), "a name that only begins alike").toBeNull();
});

test("a full store is told, and the draft is kept as long as the page is open", async () => {
  const here = await page("here");
  here.keepDraft("rig", doc("first"));
  fullStore();
  expect(here.keepDraft("rig", doc("second"))).toBe(false);
  expect(here.readDraft<Doc>("rig", "pieces")).toEqual(doc("second"));
  vi.unstubAllGlobals();
  const reloaded = await page("here");
  expect(reloaded.readDraft<Doc>("rig", "pieces"), "an older text does not come back in its place").toBeNull();
});

test("a store that is forbidden is no reason to stop", async () => {
  const forbidden = () => {
    throw new DOMException("no", "SecurityError");
  };
  vi.stubGlobal("localStorage", new Proxy({}, { get: forbidden, set: forbidden, ownKeys: forbidden }));
  const here = await page("here");
  expect(here.keepDraft("rig", doc("a"))).toBe(false);
  expect(here.readDraft<Doc>("rig", "pieces")).toEqual(doc("a"));
  const { keepsAnything } = await import("../browser/storage");
  expect(keepsAnything()).toBe(false);
});
