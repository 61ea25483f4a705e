import type { Component, Handle, Rig } from "../api/client";

const canBeFixed = (c: Component) => c.kind === "shot" || c.kind === "weight";

/** True when balancing leaves every piece of a handle as it is. */
export const isFixed = (rig: Rig, handle: Handle): boolean =>
  rig.components.every((c) => !handle.moves.includes(c.id) || !canBeFixed(c) || ("fixed" in c && c.fixed));
