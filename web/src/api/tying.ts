import { post } from "./transport";
import type { Rig } from "./types";

/** Tying: the ordered list, what a forgotten part costs, leaders in a batch. */
export const tying = {
  thread: (rig: Rig) => post("/api/tying/thread", { body: { rig } }),
  forgotten: (rig: Rig, piece: string, done: number) => post("/api/tying/forgotten", { body: { rig, piece, done } }),
  leaders: (rigs: Rig[]) => post("/api/tying/leaders", { body: { rigs } }),
};
