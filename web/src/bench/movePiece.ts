import type { Component, Handle, Rig } from "../api/client";

const snap = (value: number, step: number) => Math.round(Math.round(value / step) * step * 1e6) / 1e6;

/**
 * Slide a handle to a wanted position, for mouse, touch and keys alike. The range, and what moves together, come from
 * the core's answer; here the wish is only snapped and clamped. `from` is where the handle is in this very rig.
 */
export function movePiece(rig: Rig, handle: Handle, from: number, wanted: number, step = 0.01): Rig {
  const [low, high] = handle.range_m;
  const to = Math.min(high, Math.max(low, snap(wanted, step)));
  const delta = to - from;
  if (Math.abs(delta) < 1e-9) return rig;
  const moved = (c: Component): Component =>
    handle.moves.includes(c.id) && "position_m" in c && typeof c.position_m === "number"
      ? ({ ...c, position_m: Math.round((c.position_m + delta) * 1e9) / 1e9 } as Component)
      : c;
  return { ...rig, components: rig.components.map(moved) };
}

/** Where a handle is in a rig, which may be newer than the answer the handle came from. */
export function positionOf(rig: Rig, handle: Handle): number {
  const piece = rig.components.find((c) => c.id === handle.id);
  return piece && "position_m" in piece && typeof piece.position_m === "number" ? piece.position_m : handle.position_m;
}
