import { toPx, type View } from "./scale";

export type Point = { x: number; y: number };
type Vertex = Point & { position: number };

const RISE_PX = 16;

/**
 * The line in the drawing: where it hangs it is straight down; what lies on the bed runs along it to the right, and
 * what stands up from the last weight is set aside so that it can be seen.
 */
export function course(path: readonly (readonly number[])[], view: View, x0: number, maxX: number): Vertex[] {
  const vertices: Vertex[] = [];
  let x = x0;
  for (let i = 0; i < path.length; i++) {
    const [position = 0, depth = 0] = path[i] ?? [];
    const before = path[i - 1];
    if (before) {
      const [position0 = 0, depth0 = 0] = before;
      const length = position0 - position;
      const dropped = depth - depth0;
      const flat = Math.max(0, length - Math.abs(dropped));
      if (flat > 1e-6) x = Math.min(maxX, x + flat * view.pxPerM);
      else if (dropped < -1e-6) x = Math.min(maxX, x + RISE_PX);
    }
    vertices.push({ x, y: toPx(view, depth), position });
  }
  return vertices;
}

/** Where a position on the line is drawn. */
export function at(vertices: Vertex[], position: number): Point {
  for (let i = 1; i < vertices.length; i++) {
    const a = vertices[i - 1] as Vertex;
    const b = vertices[i] as Vertex;
    if (position <= a.position && position >= b.position) {
      const share = a.position === b.position ? 0 : (a.position - position) / (a.position - b.position);
      return { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share };
    }
  }
  const end = position > (vertices[0]?.position ?? 0) ? vertices[0] : vertices.at(-1);
  return end ?? { x: 0, y: 0 };
}
