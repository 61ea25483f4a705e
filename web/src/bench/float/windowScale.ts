import type { Window } from "../../api/client";

/** A logarithmic scale of capacities, in kilograms, over a width in pixels. */
export type Scale = { x: (kg: number) => number; ticks: number[] };

const GRAMS = [0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200];
const LEAST = 3;

/** A scale that holds every bound and every float with room to either side. */
export function windowScale(window: Window, left: number, right: number): Scale {
  const all = [...window.bounds.map((b) => b.capacity_kg ?? 0), ...window.marks.map((m) => m.capacity_kg)].filter(
    (kg) => kg > 0,
  );
  const low = Math.log(Math.min(...all, 0.002) / 1.5);
  const high = Math.max(Math.log(Math.max(...all, 0.002) * 1.5), low + Math.log(LEAST));
  const x = (kg: number) => left + ((Math.log(Math.max(kg, 1e-6)) - low) / (high - low)) * (right - left);
  const shown = GRAMS.filter((g) => Math.log(g / 1000) >= low && Math.log(g / 1000) <= high);
  const ticks: number[] = [];
  // Numbers keep a thumb's width apart.
  for (const g of shown) if (ticks.length === 0 || x(g / 1000) - x(ticks.at(-1) as number) > 34) ticks.push(g / 1000);
  return { x: (kg) => Math.min(right, Math.max(left, x(kg))), ticks };
}
