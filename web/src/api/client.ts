import { advice } from "./advice";
import { box } from "./box";
import { floats } from "./floats";
import { motion } from "./motion";
import { rigs } from "./rigs";
import { water } from "./water";

export { OFFLINE, Refusal, sentenceOf } from "./transport";
export type * from "./types";

/** Every call of the API, one file a subject. */
export const api = { ...box, ...floats, ...rigs, ...advice, ...motion, ...water };
