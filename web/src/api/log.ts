import { get, post, put, remove } from "./transport";
import type { LogEvent, Outing } from "./types";

/** The log: sessions, what happens in them, and what they teach. */
export const log = {
  log: () => get("/api/log"),
  taught: (query: { species?: string; place?: string; since?: string }) => get("/api/log/taught", { query }),
  beginOuting: (body: Outing, database?: string) => post("/api/log/outings", { body, database }),
  saveOuting: (key: string, version: number, fields: Outing, database?: string) =>
    put("/api/log/outings/{key}", { path: { key }, body: { version, fields }, database }),
  deleteOuting: (key: string, version: number) =>
    remove("/api/log/outings/{key}", { path: { key }, query: { version } }),
  events: (key: string) => get("/api/log/outings/{key}/events", { path: { key } }),
  addEvent: (key: string, body: LogEvent, database?: string) =>
    post("/api/log/outings/{key}/events", { path: { key }, body, database }),
  dropEvent: (key: string, event: string, database?: string) =>
    remove("/api/log/outings/{key}/events/{event}", { path: { key, event }, database }),
  bringInLog: (file: File, keep: boolean) => post("/api/log/csv", { file, query: { keep } }),
  levelOf: (key: string) => get("/api/log/outings/{key}/level", { path: { key } }),
  learnt: () => get("/api/log/learnt"),
  photographs: (outing: string) => get("/api/log/photographs/{outing}", { path: { outing } }),
  addPhotograph: (outing: string, key: string, at: string, file: Blob, database?: string) =>
    post("/api/log/photographs/{outing}/{key}", { path: { outing, key }, query: { at }, file, database }),
  sayOfPhotograph: (outing: string, key: string, text: string) =>
    put("/api/log/photographs/{outing}/{key}", { path: { outing, key }, body: { text } }),
  dropPhotograph: (outing: string, key: string, database?: string) =>
    remove("/api/log/photographs/{outing}/{key}", { path: { outing, key }, database }),
  bringBack: (file: Blob, put: boolean) => post("/api/copies", { file, query: { put } }),
  before: (put: boolean) => post("/api/copies/before", { query: { put } }),
};
