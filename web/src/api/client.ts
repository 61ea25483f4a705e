import { advice } from "./advice";
import { bankside } from "./bankside";
import { box } from "./box";
import { cards } from "./cards";
import { devices } from "./devices";
import { floats } from "./floats";
import { log } from "./log";
import { motion } from "./motion";
import { practice } from "./practice";
import { reading } from "./reading";
import { rigs } from "./rigs";
import { trips } from "./trips";
import { tying } from "./tying";
import { water } from "./water";

export { keys } from "./keys";
export { database, NOT_LET_IN, OFFLINE, Refusal, refusalIn, sentenceOf } from "./transport";
export type * from "./types";

/** Every call of the API, one file a subject. */
export const api = {
  ...bankside,
  ...box,
  ...cards,
  ...devices,
  ...floats,
  ...log,
  ...rigs,
  ...advice,
  ...motion,
  ...practice,
  ...reading,
  ...trips,
  ...tying,
  ...water,
};
