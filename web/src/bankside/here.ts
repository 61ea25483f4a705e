import type { Day } from "./day";

/** What every tab at the water is given: the day, and a way to change it as it is by then. */
export type Acting = { day: Day; act: (change: (day: Day) => Day) => void };
