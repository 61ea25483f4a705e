/** Depth to drawing and back. Depth is positive down; the top edge of the drawing is at `topM`. */
export type View = { topM: number; pxPerM: number };

/** A drawing narrower than this keeps its words short. */
export const NARROW_PX = 560;

export const toPx = (view: View, depthM: number): number => (depthM - view.topM) * view.pxPerM;
export const toM = (view: View, px: number): number => px / view.pxPerM + view.topM;

/** The view that shows the air above the float and a strip of bed below the water. */
export function fitView(heightPx: number, depthM: number, deepestM: number, airM: number): View {
  const bottom = Math.max(depthM, deepestM);
  const air = Math.max(airM, 0.2 * bottom);
  const bed = 0.1 * bottom;
  return { topM: -air, pxPerM: heightPx / (air + bottom + bed) };
}

/** The view of the lowest stretch of the water, where the weights and the bait are. */
export function fitLower(heightPx: number, depthM: number, deepestM: number, stretchM: number): View {
  const bottom = Math.max(depthM, deepestM);
  return { topM: bottom - stretchM, pxPerM: heightPx / (1.1 * stretchM) };
}

/** Radius at which a piece is drawn: larger than scale, so that it is seen, and still by its size. [px] */
export const pieceRadius = (diameterM: number): number => Math.max(3.2, 1.6 + 1100 * diameterM);

/** Round steps for a ruler: about `wanted` of them, each 1, 2 or 5 times a power of ten of the unit. */
export function rulerStep(spanUnits: number, wanted: number): number {
  const raw = spanUnits / wanted;
  const power = 10 ** Math.floor(Math.log10(raw));
  return [1, 2, 5, 10].map((k) => k * power).find((s) => s >= raw) ?? 10 * power;
}

/** Push labels apart so that none overlaps its neighbour, keeping their order and staying within bounds. */
export function spreadLabels(wanted: number[], gap: number, low: number, high: number): number[] {
  const placed: number[] = [];
  for (const y of wanted) placed.push(Math.max(y, (placed.at(-1) ?? low - gap) + gap));
  let ceiling = high;
  for (let i = placed.length - 1; i >= 0; i--) {
    placed[i] = Math.min(placed[i] as number, ceiling);
    ceiling = (placed[i] as number) - gap;
  }
  return placed;
}
