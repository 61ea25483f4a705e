import { get, post, postForLines, put, Refusal, remove } from "./transport";
import type { MadeUp, Tonight, TonightLine, Trip } from "./types";

/** Trips, the rigs that lie made up, and which to tie tonight. */
export const trips = {
  trips: () => get("/api/trips"),
  trip: (key: string) => get("/api/trips/{key}", { path: { key } }),
  beginTrip: (swim: string, begins: string, species: string | null, like: string | null = null) =>
    post("/api/trips/begin", { body: { swim, begins, species, like } }),
  createTrip: (body: Trip) => post("/api/trips", { body }),
  saveTrip: (key: string, version: number, fields: Trip) =>
    put("/api/trips/{key}", { path: { key }, body: { version, fields } }),
  deleteTrip: (key: string, version: number) => remove("/api/trips/{key}", { path: { key }, query: { version } }),
  since: (trip: Trip) => post("/api/trips/since", { body: { trip } }),
  windOf: (trip: Trip) => post("/api/trips/wind", { body: { trip } }),
  wallet: () => get("/api/made-up"),
  createMadeUp: (body: MadeUp) => post("/api/made-up", { body }),
  saveMadeUp: (key: string, version: number, fields: MadeUp) =>
    put("/api/made-up/{key}", { path: { key }, body: { version, fields } }),
  deleteMadeUp: (key: string, version: number) => remove("/api/made-up/{key}", { path: { key }, query: { version } }),
  /** The rigs that cover a day, with the progress on the way; aborting it cancels the work. */
  tonight: (trip: Trip, onProgress: (share: number) => void, signal: AbortSignal) =>
    postForLines("/api/trips/tonight", { body: { trip }, signal }, (line: TonightLine): Tonight | undefined => {
      if (line.problem) throw new Refusal(422, [line.problem]);
      if (line.progress != null) onProgress(line.progress);
      return line.tonight ?? undefined;
    }),
};
