import type { WaterBead } from "../bead";
import { CURRENT } from "./CurrentPanel";
import { DEPTHS } from "./DepthsPanel";
import { DEVICES } from "./DevicesPanel";
import { LEVEL } from "./LevelPanel";
import { LIGHT } from "./LightPanel";
import { MARKS } from "./MarksPanel";
import { PLUMB } from "./PlumbPanel";
import { RULES } from "./RulesPanel";

/** The beads of the water in the order of the work. */
export const BEADS: WaterBead[] = [PLUMB, DEPTHS, LEVEL, CURRENT, LIGHT, MARKS, RULES, DEVICES];
