import { get, post, put, remove } from "./transport";
import type { BaitKind, HookPattern, PlaceRules, Purpose, Rig, Schemas, Species } from "./types";

/** What to fish with: families, schools, the book, and the rules of a water. */
export const advice = {
  suits: (purpose: Purpose) => post("/api/advice/families", { body: { purpose } }),
  answers: (purpose: Purpose) => post("/api/advice/schools", { body: { purpose } }),
  compare: (rig: Rig, question: string) => post("/api/advice/compare", { body: { rig, question } }),
  preview: (body: Schemas["PreviewRequest"]) => post("/api/advice/preview", { body }),
  switchFamily: (rig: Rig, family: string) => post("/api/advice/switch", { body: { rig, family } }),
  fish: () => get("/api/book/species"),
  keepFish: (key: string, version: number, fields: Species) =>
    put("/api/book/species/{key}", { path: { key }, body: { version, fields } }),
  dropFish: (key: string, version: number) => remove("/api/book/species/{key}", { path: { key }, query: { version } }),
  baits: () => get("/api/book/baits"),
  keepBait: (key: string, version: number, fields: BaitKind) =>
    put("/api/book/baits/{key}", { path: { key }, body: { version, fields } }),
  dropBait: (key: string, version: number) => remove("/api/book/baits/{key}", { path: { key }, query: { version } }),
  hookPatterns: () => get("/api/book/hook-patterns"),
  keepHookPattern: (key: string, version: number, fields: HookPattern) =>
    put("/api/book/hook-patterns/{key}", { path: { key }, body: { version, fields } }),
  dropHookPattern: (key: string, version: number) =>
    remove("/api/book/hook-patterns/{key}", { path: { key }, query: { version } }),
  schools: () => get("/api/book/schools"),
  keepSchools: (version: number, choices: Record<string, string>) =>
    put("/api/book/schools", { body: { version, fields: { id: "schools", choices } } }),
  rules: (water: string) => get("/api/waters/{key}/rules", { path: { key: water } }),
  keepRules: (water: string, version: number, fields: PlaceRules) =>
    put("/api/waters/{key}/rules", { path: { key: water }, body: { version, fields } }),
  dropRules: (water: string, version: number) =>
    remove("/api/waters/{key}/rules", { path: { key: water }, query: { version } }),
  exampleRules: () => get("/api/rules/examples"),
};
