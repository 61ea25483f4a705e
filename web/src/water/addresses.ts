import type { Instrument } from "../api/client";

/** Where the instruments are that ship as stand-ins, and where others are looked for first. */
export const USUAL_ADDRESS: Record<Exclude<Instrument["kind"], "scale">, string> = {
  sounder: "127.0.0.1:10110",
  gauge: "http://127.0.0.1:8762/level.json",
  weather: "http://127.0.0.1:8762/weather.json",
};
