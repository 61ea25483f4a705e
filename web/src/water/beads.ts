import type { Picture, Refusal, Survey } from "../api/client";
import type { Bead, BeadState } from "../shell/BeadLine";
import { type Units, write } from "../units/quantity";

export type PanelId = "plumb" | "depths" | "level" | "current" | "light" | "marks" | "rules" | "devices";

export const PANELS: Record<PanelId, string> = {
  plumb: "Plumb",
  depths: "Depths",
  level: "Level & stop",
  current: "Current",
  light: "Wind & light",
  marks: "Fish marks",
  rules: "Rules",
  devices: "Devices & files",
};

/** "1 sounding", "3 soundings". */
export const many = (n: number, what: string): string => `${n} ${what}${n === 1 ? "" : "s"}`;

function levelValue(picture: Picture, units: Units): string {
  const { level } = picture;
  if (!level) return "cannot be reckoned";
  if (!level.changes) return "steady";
  const way = Math.abs(level.rate_m_h) < 0.001 ? "still" : level.rate_m_h > 0 ? "rising" : "falling";
  return `${write(level.now_m, "depth", units)}, ${way}`;
}

/** What stands on each bead: one line of its present value, and its state. */
export function beadsOf(
  survey: Survey,
  picture: Picture | null,
  refusal: Refusal | null,
  units: Units,
): Bead<PanelId>[] {
  const values: Record<PanelId, string> = {
    plumb: survey.plumbings.length ? many(survey.plumbings.length, "spot") : "not plumbed yet",
    depths: picture?.here
      ? `${write(picture.here.depth_m, "depth", units)} at ${write(picture.here.distance_m, "distance", units)}`
      : "none yet",
    level: picture ? levelValue(picture, units) : "…",
    current: picture?.profile ? `${write(picture.profile.surface_ms, "speed", units)} on top` : "still",
    light: picture ? `chop ${write(picture.chop.height_m, "line", units)}, ${picture.light.tip.colour} tip` : "…",
    marks: survey.marks.length ? many(survey.marks.length, "mark") : "none",
    rules: "what the place allows",
    devices: "sounder, gauge, weather",
  };
  const state = (id: PanelId): BeadState => {
    if (id === "level" && (picture?.level_problem || picture?.timetable_problem)) return "refuse";
    if (id === "level" && picture?.timetable?.warnings.length) return "note";
    if (id === "depths" && survey.soundings.length === 0) return "note";
    if (refusal?.problems.some((p) => p.path.includes(id === "depths" ? "soundings" : id))) return "refuse";
    return "settled";
  };
  return (Object.keys(PANELS) as PanelId[]).map((id) => ({
    id,
    name: PANELS[id],
    value: values[id],
    state: state(id),
  }));
}
