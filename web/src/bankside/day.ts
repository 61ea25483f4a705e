import type { LogEvent, Outing, Prepared, PreparedRig, SightRow } from "../api/client";
import { lasting } from "../browser/storage";
import { uuid } from "../document/uuid";

/** One thing done at the water, in the order it was done: kept here until the server has it. */
export type Did =
  | { what: "begin"; id: string; state: State; says?: string; lost?: boolean }
  | { what: "event"; id: string; event: LogEvent; state: State; says?: string; lost?: boolean }
  | { what: "photo"; id: string; at: string; state: State; says?: string; lost?: boolean }
  | { what: "drop"; id: string; event: string; photo?: boolean; state: State; says?: string; lost?: boolean }
  | { what: "end"; id: string; ends: string; state: State; says?: string; lost?: boolean };
/** `sending`: it may have come, though nobody said so yet. */
export type State = "waiting" | "sending" | "kept" | "refused";

/** A day at the water, whole: what was prepared, its session, and everything done in it. */
export type Day = {
  prepared: Prepared;
  outing: Outing;
  did: Did[];
  /** Which of the rigs is on. */
  on: number;
  /** Casts with the plummet, of the spot that is plumbed now. */
  casts?: Sighted[];
  /** Feed and recast so often. [s] */
  rhythm_s: number;
  /** The database it was prepared from, and is sent to; days of earlier versions do not know. */
  database?: string;
};

/** It is not with the server yet. */
export const isUnsent = (d: Did): boolean => d.state === "waiting" || d.state === "sending";

/** A sight of the float at a setting, as it stands in the table. */
export type Sighted = { setting_m: number; sight: SightRow["sights"][number] };

export const DAY_KEY = "brookwind.bankside";

/** The day that is on in this browser; null when there is none. */
export function readDay(): Day | null {
  try {
    const day = JSON.parse(lasting.get(DAY_KEY) ?? "null") as Day | null;
    return day && Array.isArray(day.did) && day.prepared?.rigs?.length ? day : null;
  } catch {
    return null;
  }
}

/** Keep the day; false when the browser keeps nothing. */
export function keepDay(day: Day | null): boolean {
  // A store that is full keeps the day as it was before this act.
  if (day) return lasting.setOver(DAY_KEY, JSON.stringify(day));
  lasting.drop(DAY_KEY);
  return true;
}

/** A day begun: its session, and the first rig on. */
export function begun(prepared: Prepared, now: string, database?: string): Day {
  const outing: Outing = {
    id: `o-${uuid()}`,
    swim: prepared.swim ?? null,
    place: prepared.place,
    begins: now,
    ends: null,
    notes: "",
    wind_m_s: prepared.wind_m_s ?? null,
  };
  const day: Day = {
    prepared,
    outing,
    did: [{ what: "begin", id: outing.id, state: "waiting" }],
    on: 0,
    rhythm_s: 120,
    database,
  };
  return putOn(day, 0, now);
}

/** The moment of the next thing, after the last: the clock may be set back in the day, the order of things may not. */
const momentOf = (day: Day, now: string): string => {
  const last = day.did.reduce(
    (t, d) => Math.max(t, d.what === "event" ? Date.parse(d.event.at) : d.what === "photo" ? Date.parse(d.at) : t),
    Date.parse(day.outing.begins) - 1,
  );
  return Date.parse(now) <= last ? new Date(last + 1).toISOString() : now;
};

/** Something happened. */
export function happened(day: Day, fields: Pick<LogEvent, "kind"> & Partial<LogEvent>, now: string): Day {
  const event: LogEvent = { id: `e-${uuid()}`, at: momentOf(day, now), text: "", ...fields };
  return { ...day, did: [...day.did, { what: "event", id: event.id, event, state: "waiting" }] };
}

/** A photograph was taken; the picture itself is kept under its name elsewhere. */
export const photographed = (day: Day, id: string, now: string): Day => ({
  ...day,
  did: [...day.did, { what: "photo", id, at: momentOf(day, now), state: "waiting" }],
});

/** Another of the rigs is on. */
export function putOn(day: Day, on: number, now: string): Day {
  const rig = day.prepared.rigs[on]?.rig;
  return rig ? { ...happened(day, { kind: "rig", rig }, now), on } : day;
}

const goneOf = (day: Day) => new Set(day.did.flatMap((d) => (d.what === "drop" ? [d.event] : [])));

/** What is there: done, and not taken back. */
export function eventsOf(day: Day): LogEvent[] {
  const gone = goneOf(day);
  return day.did.flatMap((d) => (d.what === "event" && !gone.has(d.id) && d.state !== "refused" ? [d.event] : []));
}

/** The last thing that can be taken back, by its name and kind: everything but the first rig. */
export function lastOf(day: Day): { id: string; kind: LogEvent["kind"] | "photo" } | undefined {
  const gone = goneOf(day);
  const first = day.did.find((d) => d.what === "event")?.id;
  const last = day.did.findLast(
    (d) => (d.what === "photo" || d.what === "event") && d.id !== first && !gone.has(d.id) && d.state !== "refused",
  );
  if (last?.what === "photo") return { id: last.id, kind: "photo" };
  return last?.what === "event" ? { id: last.id, kind: last.event.kind } : undefined;
}

/** The last thing taken back: what was never sent never happened, what may have come is dropped there too. */
export function takenBack(day: Day): Day {
  const last = lastOf(day);
  if (!last) return day;
  const unsent = day.did.some((d) => d.id === last.id && d.state === "waiting");
  const did: Did[] = unsent
    ? day.did.filter((d) => d.id !== last.id)
    : [...day.did, { what: "drop", id: `d-${uuid()}`, event: last.id, photo: last.kind === "photo", state: "waiting" }];
  const back = { ...day, did };
  return { ...back, on: onOf(back) };
}

/** Which rig is on, from what was done. */
function onOf(day: Day): number {
  const rig = eventsOf(day).findLast((e) => e.kind === "rig")?.rig;
  const at = day.prepared.rigs.findIndex((p) => p.rig.id === rig?.id);
  return at < 0 ? day.on : at;
}

/** The setting now: as the stop was last slid since the rig went on. */
export function settingOf(day: Day): number {
  const since = eventsOf(day);
  const from = since.findLastIndex((e) => e.kind === "rig");
  const slid = since.slice(from + 1).findLast((e) => e.kind === "slide");
  return slid?.setting_m ?? rigOn(day).rig_setting;
}

/** The rig that is on, and its setting as it was prepared. */
export function rigOn(day: Day): PreparedRig & { rig_setting: number } {
  const there = (day.prepared.rigs[day.on] ?? day.prepared.rigs[0]) as PreparedRig;
  return { ...there, rig_setting: there.card.setting_m };
}

/** The day once more as a session of its own: the one it was sent to is gone. What was taken back stays so. */
export function anew(day: Day): Day {
  const gone = goneOf(day);
  const names = new Map(day.did.map((d) => [d.id, `${d.id.slice(0, 1)}-${uuid()}`]));
  const outing = { ...day.outing, id: `o-${uuid()}` };
  const did = day.did.flatMap((d): Did[] => {
    // Pictures that came are not in this browser any more.
    if (d.what === "drop" || gone.has(d.id) || (d.what === "photo" && d.state === "kept")) return [];
    const again = { state: "waiting" as const, says: undefined };
    if (d.what === "begin") return [{ ...d, ...again, id: outing.id }];
    if (d.what === "photo") return [{ ...d, ...again }];
    const id = names.get(d.id) ?? d.id;
    return d.what === "event" ? [{ ...d, ...again, id, event: { ...d.event, id } }] : [{ ...d, ...again, id }];
  });
  return { ...day, outing, did };
}

/** How many of what. */
export function countsOf(day: Day) {
  const events = eventsOf(day);
  const gone = goneOf(day);
  const n = (kind: LogEvent["kind"]) => events.filter((e) => e.kind === kind).length;
  return {
    casts: n("cast"),
    bites: n("bite"),
    fish: n("fish"),
    photos: day.did.filter((d) => d.what === "photo" && !gone.has(d.id)).length,
    waiting: day.did.filter(isUnsent).length,
  };
}

/** The day ended. */
export function ended(day: Day, now: string): Day {
  const ends = new Date(Math.max(Date.parse(momentOf(day, now)), Date.parse(day.outing.begins) + 60_000)).toISOString();
  return {
    ...day,
    outing: { ...day.outing, ends },
    did: [...day.did, { what: "end", id: `x-${uuid()}`, ends, state: "waiting" }],
  };
}

export const isOver = (day: Day): boolean => day.did.some((d) => d.what === "end");

/** The setting for a depth of water, out of the table; null outside of it. */
export function settingFor(rig: PreparedRig, depth_m: number): number | null {
  const rows = rig.depths;
  const row = rows.find((r) => Math.abs(r.depth_m - depth_m) < 1e-6);
  return row?.setting_m ?? null;
}

/** What the casts leave open together, and which row of the table to try next. */
export function plumbedOf(day: Day) {
  const table = day.prepared.plumbing?.sights;
  if (!table || table.rows.length === 0) return null;
  const casts = day.casts ?? [];
  const low = Math.max(table.least_m, ...casts.map((c) => c.sight.low_m));
  const high = Math.min(table.most_m, ...casts.map((c) => c.sight.high_m));
  const middle = (low + high) / 2;
  const wanted = (row: SightRow) => {
    const s = row.sights.find((one) => one.what === "as-wanted");
    return s ? (s.low_m + s.high_m) / 2 : Number.POSITIVE_INFINITY;
  };
  const next = table.rows.reduce((best, r) =>
    Math.abs(wanted(r) - middle) < Math.abs(wanted(best) - middle) ? r : best,
  );
  const enough = high >= low && high - low <= 2 * table.enough_m;
  // Set to what is left open, it showed as wanted: another cast with this float says the same again.
  const told = high >= low && casts.some((c) => c.sight.what === "as-wanted" && c.setting_m === next.setting_m);
  const beyond = casts.length > 0 && (high - table.least_m < 0.03 || table.most_m - low < 0.03);
  return {
    low,
    high,
    middle,
    next,
    clash: high < low,
    beyond,
    enough,
    told: enough || told,
  };
}
