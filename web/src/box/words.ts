import type { BoxItem, Catalogue } from "../api/client";

export const nameOf = (i: BoxItem): string =>
  i.kind === "shot" ? `${/^\d/.test(i.size) ? "No " : ""}${i.size} ${i.material}` : i.label;

const gram = (kg: number) => `${Number((kg * 1000).toPrecision(4))} g`;
const mm = (m: number) => `${Number((m * 1000).toPrecision(3))} mm`;

/** What is worth knowing of a compartment, in a few words. */
export function factsOf(i: BoxItem): string {
  switch (i.kind) {
    case "shot": {
      const weighed = i.weighings.length ? ", weighed" : "";
      return `${gram(i.mass_kg)}${weighed}${i.scatter == null ? "" : `, differ by ${Math.round(100 * i.scatter)} %`}`;
    }
    case "lead":
      return `${gram(i.mass_kg)} ${i.material} ${i.shape}`;
    case "float":
      return `${i.spec.type.replaceAll("-", " ")}${i.spec.capacity_kg ? `, ${gram(i.spec.capacity_kg)}` : ""}${i.spec.calibration ? ", tested" : ""}`;
    case "line":
      return `${mm(i.diameter_m)} ${i.material}, ${i.length_m} m`;
    case "leader":
      return `${mm(i.diameter_m)} ${i.material}, ${Math.round(i.length_m * 100)} cm`;
    case "hook":
      return `${i.pattern}, ${i.barb}`;
    case "swivel":
      return gram(i.mass_kg);
    case "stop":
      return i.material;
    case "bead":
      return mm(i.length_m);
    case "link":
      return i.length_m ? `${Math.round(i.length_m * 100)} cm` : "";
    case "bait":
      return `${gram(i.mass_kg)} each${i.sink_m_s == null ? "" : `, sinks ${(i.sink_m_s * 100).toFixed(1)} cm/s`}`;
    case "rod":
      return `${i.length_m} m${i.throws ? ", cast test taken" : ""}`;
    case "catapult":
      return `${Math.round(i.elastic_m * 100)} cm of elastic${i.throws_m ? `, throws ${i.throws_m} m` : ""}`;
  }
}

/** True when a compartment answers to a search, in either vocabulary. */
export function answers(i: BoxItem, search: string, trays: Catalogue["trays"]): boolean {
  const tray = trays.find((t) => t.kinds.includes(i.kind));
  const text = [nameOf(i), factsOf(i), i.item, tray?.name, ...(tray?.words ?? [])].join(" ").toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
