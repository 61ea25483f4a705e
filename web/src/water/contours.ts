/** A known depth at a place of a square grid. */
export type Cell = { right_m: number; out_m: number; depth_m: number };
export type Segment = { a: [number, number]; b: [number, number] };
export type Contour = { depth_m: number; segments: Segment[] };

const key = (i: number, j: number) => `${i},${j}`;

/**
 * Lines of equal depth over what is known of a grid: each square of four known neighbours is crossed by straight pieces
 * where a depth lies between its corners.
 */
export function contoursOf(cells: readonly Cell[], pitch_m: number, step_m: number): Contour[] {
  const at = new Map<string, Cell>();
  for (const c of cells) at.set(key(Math.round(c.right_m / pitch_m), Math.round(c.out_m / pitch_m)), c);
  const depths = cells.map((c) => c.depth_m);
  const first = Math.ceil(Math.min(...depths) / step_m);
  const last = Math.floor(Math.max(...depths) / step_m);
  const contours: Contour[] = [];
  for (let n = first; n <= last; n++) {
    const depth_m = n * step_m;
    const segments: Segment[] = [];
    for (const c of cells) {
      const [i, j] = [Math.round(c.right_m / pitch_m), Math.round(c.out_m / pitch_m)];
      const corners = [c, at.get(key(i + 1, j)), at.get(key(i + 1, j + 1)), at.get(key(i, j + 1))];
      if (corners.every((x): x is Cell => x !== undefined)) segments.push(...crossing(corners, depth_m));
    }
    if (segments.length > 0) contours.push({ depth_m, segments });
  }
  return contours;
}

function crossing(corners: Cell[], depth_m: number): Segment[] {
  const points: [number, number][] = [];
  for (const [k, a] of corners.entries()) {
    const b = corners[(k + 1) % corners.length] as Cell;
    if (a.depth_m < depth_m === b.depth_m < depth_m) continue;
    const share = (depth_m - a.depth_m) / (b.depth_m - a.depth_m);
    points.push([a.right_m + share * (b.right_m - a.right_m), a.out_m + share * (b.out_m - a.out_m)]);
  }
  const [p, q, r, s] = points;
  const out: Segment[] = [];
  if (p && q) out.push({ a: p, b: q });
  if (r && s) out.push({ a: r, b: s });
  return out;
}
