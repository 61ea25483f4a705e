import { get, post, put, remove } from "./transport";
import type { BoxItem, CastReading, JugReading, Schemas, Weighing } from "./types";

/** The tackle box: compartments, their tests, exchange and packing. */
export const box = {
  box: () => get("/api/box"),
  createBoxItem: (body: BoxItem) => post("/api/box", { body }),
  updateBoxItem: (key: string, version: number, fields: BoxItem) =>
    put("/api/box/{key}", { path: { key }, body: { version, fields } }),
  deleteBoxItem: (key: string, version: number) => remove("/api/box/{key}", { path: { key }, query: { version } }),
  drawnBox: () => get("/api/box/drawn"),
  starters: () => get("/api/box/starters"),
  quickEntry: (text: string) => post("/api/box/quick", { body: { text } }),
  weigh: (readings: Weighing[], nominal_kg: number | null) =>
    post("/api/box/weigh", { body: { readings, nominal_kg } }),
  jug: (readings: JugReading[], mass_kg: number, temperature_c: number) =>
    post("/api/box/jug", { body: { readings, mass_kg, temperature_c } }),
  casts: (readings: CastReading[], rod: string) => post("/api/box/casts", { body: { readings, rod } }),
  elastic: (catapult: Schemas["CatapultStock"], distance_m: number) =>
    post("/api/box/elastic", { body: { catapult, distance_m } }),
  previewBox: (file: Blob) => post("/api/box/preview", { file }),
  importBox: (rows: Schemas["BoxWrite"][]) => post("/api/box/import", { body: { rows } }),
  packing: (rigs: string[], copies: number) => post("/api/box/packing", { body: { rigs, copies } }),
  label: (text: string) => post("/api/label", { body: { text } }),
};
