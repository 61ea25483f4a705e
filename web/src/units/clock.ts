/** Moments written and read in the time of the water, whatever the zone of the machine. */

const FORMATS = new Map<string, Intl.DateTimeFormat>();

function format(zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${zone}|${JSON.stringify(options)}`;
  let made = FORMATS.get(key);
  if (!made) {
    made = new Intl.DateTimeFormat("en-GB", { timeZone: zone, ...options });
    FORMATS.set(key, made);
  }
  return made;
}

export const clock = (iso: string | number, zone: string): string =>
  format(zone, { hour: "2-digit", minute: "2-digit", hourCycle: "h23" }).format(new Date(iso));

export const day = (iso: string | number, zone: string): string =>
  format(zone, { weekday: "short", day: "numeric", month: "short" }).format(new Date(iso));

/** Milliseconds by which clocks in the zone are ahead of UTC at a moment. */
function aheadOf(at: number, zone: string): number {
  const parts = format(zone, {
    year: "numeric", month: "2-digit", day: "2-digit", hour: "2-digit", minute: "2-digit", second: "2-digit", hourCycle: "h23",
  }).formatToParts(at); // biome-ignore format: one list
  const part = (type: string) => Number(parts.find((p) => p.type === type)?.value);
  const wall = Date.UTC(part("year"), part("month") - 1, part("day"), part("hour"), part("minute"), part("second"));
  return wall - Math.floor(at / 1000) * 1000;
}

/** Text for a date and time field. */
export const toField = (iso: string, zone: string): string => {
  const at = Date.parse(iso);
  return new Date(at + aheadOf(at, zone)).toISOString().slice(0, 16);
};

/** The moment a date and time field means. A time that the change of clocks skips counts on from before the change. */
export function fromField(text: string, zone: string): string | null {
  if (!/^\d{4}-\d\d-\d\dT\d\d:\d\d$/.test(text)) return null;
  const wall = Date.parse(`${text}:00Z`);
  if (Number.isNaN(wall)) return null;
  const first = wall - aheadOf(wall, zone);
  const second = wall - aheadOf(first, zone);
  return new Date(aheadOf(second, zone) === wall - second ? second : first).toISOString();
}

/** Hours and minutes until a moment, in words. */
export function until(iso: string, now: number): string {
  const minutes = Math.round((Date.parse(iso) - now) / 60_000);
  if (minutes <= 0) return "now";
  const hours = Math.floor(minutes / 60);
  return hours ? `in ${hours} h ${minutes % 60} min` : `in ${minutes} min`;
}
