import type { BoxItem, Catalogue } from "../api/client";
import { nameOf } from "../shell/nameOf";
import { type Units, write } from "../units/quantity";

/** What is worth knowing of a compartment, in a few words. */
export function factsOf(i: BoxItem, units: Units): string {
  const mass = (kg: number) => write(kg, kg < 0.01 ? "piece" : "load", units);
  const thick = (m: number) => write(m, "thickness", units);
  const long = (m: number) => write(m, "line", units);
  switch (i.kind) {
    case "shot": {
      const weighed = i.weighings.length ? ", weighed" : "";
      return `${mass(i.mass_kg)}${weighed}${i.scatter == null ? "" : `, differ by ${Math.round(100 * i.scatter)} %`}`;
    }
    case "lead":
      return `${mass(i.mass_kg)} ${i.material} ${i.shape}`;
    case "float":
      return `${i.spec.type.replaceAll("-", " ")}${i.spec.capacity_kg ? `, ${mass(i.spec.capacity_kg)}` : ""}${i.spec.calibration ? ", tested" : ""}`;
    case "line":
      return `${thick(i.diameter_m)} ${i.material}, ${write(i.length_m, "distance", units)}`;
    case "leader":
      return `${thick(i.diameter_m)} ${i.material}, ${long(i.length_m)}`;
    case "hook":
      return `${i.pattern}, ${i.barb}`;
    case "swivel":
      return mass(i.mass_kg);
    case "stop":
      return i.material;
    case "bead":
      return thick(i.length_m);
    case "link":
      return i.length_m ? long(i.length_m) : "";
    case "bait":
      return `${mass(i.mass_kg)} each${i.sink_m_s == null ? "" : `, sinks ${write(i.sink_m_s, "sinking", units)}`}`;
    case "rod":
      return `${write(i.length_m, "distance", units)}${i.throws ? ", cast test taken" : ""}`;
    case "catapult":
      return `${long(i.elastic_m)} of elastic${i.throws_m ? `, throws ${write(i.throws_m, "distance", units)}` : ""}`;
  }
}

/** True when a compartment answers to a search, in either vocabulary. */
export function answers(i: BoxItem, search: string, trays: Catalogue["trays"], units: Units): boolean {
  const tray = trays.find((t) => t.kinds.includes(i.kind));
  const text = [nameOf(i), factsOf(i, units), i.item, tray?.name, ...(tray?.words ?? [])].join(" ").toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
