import { get, post, postForFile, put, remove } from "./transport";
import type { Change, Day, Rig, Schemas, Wish } from "./types";

/** Kept rigs, what is so of one, and every change of it. */
export const rigs = {
  catalogue: () => get("/api/catalogue"),
  /** What is kept and cannot be read. */
  setAside: () => get("/api/set-aside"),
  rigs: () => get("/api/rigs"),
  rig: (key: string) => get("/api/rigs/{key}", { path: { key } }),
  /** A rig as it was saved before. */
  history: (key: string) => get("/api/rigs/{key}/revisions", { path: { key } }),
  createRig: (body: Rig) => post("/api/rigs", { body }),
  saveRig: (key: string, version: number, fields: Rig) =>
    put("/api/rigs/{key}", { path: { key }, body: { version, fields } }),
  /** Rigs with what they come from of the box, as one file. */
  bundle: (rigs: string[]) => postForFile("/api/bundle", { body: { rigs } }),
  deleteRig: (key: string, version: number) => remove("/api/rigs/{key}", { path: { key }, query: { version } }),
  startRig: (body: Schemas["Start"]) => post("/api/rigs/start", { body }),
  evaluate: ({ rig, day }: { rig: Rig; day: Day }) => post("/api/evaluate", { body: { rig, day } }),
  proof: ({ rig, day }: { rig: Rig; day: Day }) => post("/api/proof", { body: { rig, day } }),
  edit: (rig: Rig, change: Change) => post("/api/edit", { body: { rig, change } }),
  tackle: (rig: Rig) => post("/api/tackle", { body: { rig } }),
  balance: (rig: Rig, wish: Wish) => post("/api/balance", { body: { rig, wish } }),
  offers: (rig: Rig, wish: Wish) => post("/api/offers", { body: { rig, wish } }),
  adjust: (rig: Rig, seen_tip_m: number | null) => post("/api/adjust", { body: { rig, seen_tip_m } }),
  observe: (body: Schemas["ObserveRequest"]) => post("/api/observe", { body }),
  patterns: () => get("/api/patterns"),
  savePattern: (rig: Rig, id: string, name: string) => post("/api/patterns", { body: { rig, id, name } }),
  dropPattern: (key: string, version: number) => remove("/api/patterns/{key}", { path: { key }, query: { version } }),
};
