import { rulerStep } from "../../scene/scale";
import { FOOT_M, type Units } from "../../units/quantity";

/** Where the drawing looks: x of the left edge is `leftM`; it goes with the float where the run is longer than it is wide. */
export type Look = { pxPerM: number; follows: boolean; middlePx: number; leftM: number };

const MARGIN_PX = 80;

/** Sideways to the same scale as down. What does not fit in is followed, the float kept where it can be seen. */
export function lookAt(extent: { left: number; right: number }, pxPerM: number, width: number): Look {
  const span = (extent.right - extent.left) * pxPerM;
  const follows = span > width - 2 * MARGIN_PX;
  return { pxPerM, follows, middlePx: width * 0.5, leftM: extent.left - MARGIN_PX / pxPerM };
}

/** How far the ground is moved for a float at x. [px] */
export const groundPx = (look: Look, floatM: number): number =>
  look.follows ? look.middlePx - floatM * look.pxPerM : -look.leftM * look.pxPerM;

/** Marks on the bed every so many metres or feet, from one place to another. */
export function groundMarks(fromM: number, toM: number, pxPerM: number, units: Units): { m: number; text: string }[] {
  const unitM = units.depth === "ft" ? FOOT_M : 1;
  const step = Math.max(1, rulerStep(200 / (pxPerM * unitM), 2));
  const marks = [];
  for (let i = Math.ceil(fromM / unitM / step); i * step * unitM <= toM; i++)
    marks.push({ m: i * step * unitM, text: `${i * step} ${units.depth}` });
  return marks;
}
