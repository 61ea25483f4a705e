import { get, post, remove } from "./transport";
import type { Schemas } from "./types";

/** Practice: dealt, played, kept. */
export const practice = {
  exercises: () => get("/api/practice"),
  dealExercise: (body: Schemas["DealRequest"], signal?: AbortSignal) => post("/api/practice/deal", { body, signal }),
  playExercise: (body: Schemas["PlayRequest"], signal?: AbortSignal) => post("/api/practice/play", { body, signal }),
  keepExercise: (body: Schemas["ResultRequest"]) => post("/api/practice/results", { body }),
  forgetPractice: () => remove("/api/practice/results", { query: { sure: true } }),
};
