import type { Picture, Refusal, Survey } from "../api/client";
import type { Bead, BeadState } from "../shell/BeadLine";
import type { Units } from "../units/quantity";

export type Look = { survey: Survey; picture: Picture | null; units: Units };

/** A bead of the water: one entry in `panels/all.ts` and nothing else. */
export type WaterBead = {
  id: string;
  name: string;
  /** One line of its present value. */
  value: (look: Look) => string;
  /** The part of the survey that is entered here, as its path begins. */
  part: string;
  /** Its state, where that is more than a refusal of what is entered. */
  state?: (look: Look) => BeadState;
  Panel: () => React.ReactNode;
};

/** "1 sounding", "3 soundings". */
export const many = (n: number, what: string): string => `${n} ${what}${n === 1 ? "" : "s"}`;

/** What stands on each bead: one line of its present value, and its state. */
export const beadsOf = (beads: WaterBead[], look: Look, refusal: Refusal | null): Bead<string>[] =>
  beads.map((b) => {
    const state = b.state?.(look) ?? "settled";
    const refused = state === "settled" && refusal?.problems.some((p) => p.path.includes(b.part));
    return { id: b.id, name: b.name, value: b.value(look), state: refused ? "refuse" : state };
  });
