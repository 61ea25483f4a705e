import type { Catalogue, Rig } from "../api/client";

/** What moves the water on top is called: a current, a tide, or on a lake the drift that the wind makes. */
export function movesHow(rig: Rig, catalogue: Catalogue): string {
  const waters = catalogue.families.find((f) => f.id === rig.family)?.waters ?? ["running"];
  return waters.every((w) => w === "still") ? "Wind drift on top" : "Current on top";
}
