import type { BoxItem } from "../api/client";

/** What a compartment of the box is called. */
export const nameOf = (i: BoxItem): string =>
  i.kind === "shot" ? `${/^\d/.test(i.size) ? "No " : ""}${i.size} ${i.material}` : i.label;
