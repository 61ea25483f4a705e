import { type api, Refusal, refusalIn } from "../api/client";
import { offline } from "../api/transport";
import { type Day, type Did, isUnsent } from "./day";
import { letGo, pictureOf } from "./pictures";

/** The calls a day is sent by; the tests put others in their place. */
export type Calls = Pick<
  typeof api,
  "beginOuting" | "addEvent" | "dropEvent" | "saveOuting" | "log" | "addPhotograph" | "dropPhotograph"
>;

const GONE = { code: "gone", path: [], message: "This browser no longer has the picture.", remedy: "", figures: {} };
const ANOTHER = 421;

/** `lost`: the session it belongs to is not there any more. */
export type Sent = { id: string; state: "sending" | "kept" | "refused"; says?: string; lost?: boolean };
/** How it ended: nobody answers, or another Brookwind does than the day is of. */
export type Ended = "all" | "away" | "another";

/**
 * Send what waits, one after another in the order it was done. Everything has a name of its own, so that what is sent
 * twice is kept once, and it counts as kept when the answer names it. Ends at the first thing that nobody answers; what
 * is refused is said and passed over.
 */
export async function sendAll(day: Day, calls: Calls, onSent: (sent: Sent) => void): Promise<Ended> {
  for (const one of day.did) {
    if (!isUnsent(one)) continue;
    onSent({ id: one.id, state: "sending" });
    try {
      await send(day, one, calls);
      onSent({ id: one.id, state: "kept" });
    } catch (error) {
      const { status, message, problems } = refusalIn(error);
      if (status === ANOTHER) return "another";
      // Nobody there, or there and unable: it is tried again, and nothing after it goes before it.
      // A device that is not let in any more is told by the page; what it has waits.
      if (status === 0 || status === 401 || status >= 500) return "away";
      const lost = status === 404 && problems[0]?.code === "not-kept";
      onSent({ id: one.id, state: "refused", says: message, lost });
    }
  }
  return "all";
}

/** An answer that does not name what was sent is none of ours. */
function mustName(id: string, answer: { id: string } | undefined): void {
  if (answer?.id !== id) throw offline();
}

async function send(day: Day, one: Did, calls: Calls): Promise<void> {
  const key = day.outing.id;
  const to = day.database;
  switch (one.what) {
    case "begin":
      mustName(key, (await calls.beginOuting({ ...day.outing, ends: null }, to))?.fields);
      return;
    case "event":
      mustName(one.id, await calls.addEvent(key, one.event, to));
      return;
    case "photo": {
      const picture = await pictureOf(one.id);
      if (!picture) throw new Refusal(422, [GONE]);
      mustName(one.id, await calls.addPhotograph(key, one.id, one.at, picture, to));
      await letGo(one.id);
      return;
    }
    case "drop":
      await (one.photo ? calls.dropPhotograph : calls.dropEvent)(key, one.event, to);
      return;
    case "end": {
      // Another device may have written in it meanwhile: it is ended at the version it is at.
      const there = (await calls.log()).outings.find((o) => o.fields.id === key);
      if (!there || there.fields.ends === one.ends) return;
      const done = await calls.saveOuting(key, there.version, { ...there.fields, ends: one.ends }, to);
      mustName(key, done?.fields);
    }
  }
}
