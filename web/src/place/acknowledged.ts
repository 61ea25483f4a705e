/** Which cautions were read at a place today. Tomorrow, or elsewhere, they are said again. */
const KEY = "brookwind.cautions";

type Kept = { day: string; places: Record<string, string[]> };

export const today = (at = new Date()): string =>
  `${at.getFullYear()}-${String(at.getMonth() + 1).padStart(2, "0")}-${String(at.getDate()).padStart(2, "0")}`;

function read(): Kept {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? "null") as Kept | null;
    return kept?.day === today() ? kept : { day: today(), places: {} };
  } catch {
    return { day: today(), places: {} };
  }
}

export const acknowledgedAt = (place: string): string[] => read().places[place] ?? [];

export function acknowledge(place: string, ids: string[]): void {
  const kept = read();
  kept.places[place] = [...new Set([...(kept.places[place] ?? []), ...ids])];
  try {
    localStorage.setItem(KEY, JSON.stringify(kept));
  } catch {
    // Said again at the next visit: rather once too often.
  }
}
