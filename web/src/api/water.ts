import { get, post, postForFile, put, remove } from "./transport";
import type { Instrument, Look, Schemas, Survey, SwimFields, WaterFields } from "./types";

/** Waters and swims, what is known of them, instruments, and files in and out. */
export const water = {
  waters: () => get("/api/waters"),
  createWater: (body: WaterFields) => post("/api/waters", { body }),
  updateWater: (key: string, version: number, fields: WaterFields) =>
    put("/api/waters/{key}", { path: { key }, body: { version, fields } }),
  deleteWater: (key: string, version: number) => remove("/api/waters/{key}", { path: { key }, query: { version } }),
  swims: () => get("/api/swims"),
  createSwim: (body: SwimFields) => post("/api/swims", { body }),
  deleteSwim: (key: string, version: number) => remove("/api/swims/{key}", { path: { key }, query: { version } }),
  updateSwim: (key: string, body: Schemas["Update_SwimFields_"]) => put("/api/swims/{key}", { path: { key }, body }),
  survey: (swim_id: string) => get("/api/surveys/{swim_id}", { path: { swim_id } }),
  saveSurvey: (swim_id: string, version: number, fields: Survey) =>
    put("/api/surveys/{swim_id}", { path: { swim_id }, body: { version, fields } }),
  look: (body: Look) => post("/api/water/look", { body }),
  startSpot: (body: Look) => post("/api/water/spot", { body }),
  relevel: (body: Schemas["Relevel"]) => post("/api/water/relevel", { body }),
  plumb: (body: Schemas["PlumbRequest"]) => post("/api/water/plumb", { body }),
  soundingOf: (body: Schemas["PlumbRequest"]) => post("/api/water/sounding", { body }),
  calendar: (body: Look) => postForFile("/api/water/timetable.ics", { body }),
  instruments: () => get("/api/instruments"),
  connect: (body: Schemas["Address"]) => post("/api/instruments/connect", { body }),
  disconnect: (kind: Instrument["kind"]) => post("/api/instruments/disconnect", { body: { kind } }),
  liveSoundings: (body: Schemas["Taking"]) => post("/api/instruments/soundings", { body }),
  gaugeLevels: () => get("/api/instruments/levels"),
  readSoundings: (swim_id: string, form: "csv" | "geojson", file: Blob) =>
    post("/api/read/soundings", { query: { swim_id, form }, file }),
  readDropped: (file: Blob) => post("/api/read/dropped", { file }),
  readStation: (file: Blob) => post("/api/read/station", { file }),
  readGpx: (swim_id: string, file: Blob) => post("/api/read/gpx", { query: { swim_id }, file }),
};
