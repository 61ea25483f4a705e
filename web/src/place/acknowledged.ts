import { lasting, readAs } from "../browser/storage";

/** Which cautions were read at a place today. Tomorrow, or elsewhere, they are said again. */
const KEY = "brookwind.cautions";

type Kept = { day: string; places: Record<string, string[]> };

export const today = (at = new Date()): string =>
  `${at.getFullYear()}-${String(at.getMonth() + 1).padStart(2, "0")}-${String(at.getDate()).padStart(2, "0")}`;

function read(): Kept {
  const kept = readAs<Kept>(lasting, KEY, { day: "", places: {} });
  return kept.day === today() ? kept : { day: today(), places: {} };
}

export const acknowledgedAt = (place: string): string[] => read().places[place] ?? [];

export function acknowledge(place: string, ids: string[]): void {
  const kept = read();
  kept.places[place] = [...new Set([...(kept.places[place] ?? []), ...ids])];
  lasting.set(KEY, JSON.stringify(kept));
}
