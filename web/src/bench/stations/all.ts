import type { Station } from "../station";
import { BAIT } from "./BaitStation";
import { FEED } from "./FeedStation";
import { FLOAT } from "./FloatStation";
import { LINE } from "./LineStation";
import { LOAD } from "./LoadStation";
import { PROOF } from "./ProofStation";
import { RUN } from "./RunStation";
import { STOP } from "./StopStation";
import { THREAD } from "./ThreadStation";
import { WATER } from "./WaterStation";

/** The stations in the order of the work. */
export const STATIONS: Station[] = [WATER, BAIT, FLOAT, LINE, LOAD, STOP, THREAD, PROOF, RUN, FEED];
