import { get, post, postForLines, Refusal } from "./transport";
import type { Fall, FallLine, FallWish, Rig, Schemas } from "./types";

/** As it falls unless something else is asked; what is left out is the server's to fill in. */
const wished = (wish: Partial<FallWish>) => wish as FallWish;

/** Moving water: where the stop goes, and the fall. */
export const motion = {
  stop: (rig: Rig, signal?: AbortSignal) => post("/api/motion/stop", { body: { rig, bed: [] }, signal }),
  fallTimes: (rigs: Rig[], signal?: AbortSignal) =>
    post("/api/motion/falls", { body: { rigs, wish: wished({}) }, signal }),
  feeds: () => get("/api/motion/feeds"),
  /** The fall, with its progress on the way; aborting it cancels the work. */
  fall: (rig: Rig, wish: Partial<FallWish>, onProgress: (share: number) => void, signal: AbortSignal) =>
    postForLines(
      "/api/motion/fall",
      { body: { rig, wish: wished(wish) }, signal },
      (line: FallLine): Fall | undefined => {
        if (line.problem) throw new Refusal(422, [line.problem]);
        if (line.progress != null) onProgress(line.progress);
        return line.fall ?? undefined;
      },
    ),
  /** The plan of one run; aborted when another is asked. */
  runPlan: (rig: Rig, wish: Schemas["RunWish"], signal?: AbortSignal) =>
    post("/api/motion/run", { body: { rig, wish }, signal }),
  castOf: (rig: Rig, wish: Partial<Schemas["CastWish"]>, signal?: AbortSignal) =>
    post("/api/motion/cast", { body: { rig, wish: wish as Schemas["CastWish"] }, signal }),
  poleLine: (rig: Rig, held: Schemas["PoleHeld"], signal?: AbortSignal) =>
    post("/api/motion/pole-line", { body: { rig, held }, signal }),
  groundbait: (body: Schemas["GroundbaitRequest"], signal?: AbortSignal) =>
    post("/api/motion/groundbait", { body, signal }),
  matching: (rig: Rig, feed: string, signal?: AbortSignal) =>
    post("/api/motion/matching", { body: { rig, feed }, signal }),
  feeder: (rig: Rig, wish: Schemas["FeederWish"], signal?: AbortSignal) =>
    post("/api/motion/feeder", { body: { rig, wish }, signal }),
  waysToFeed: () => get("/api/motion/ways"),
  lineOut: (rig: Rig, how: Schemas["HowHeld"]) => post("/api/motion/line", { body: { rig, how } }),
};
