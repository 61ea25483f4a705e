import { type api, Refusal, refusalIn } from "../api/client";
import type { Day, Did } from "./day";
import { letGo, pictureOf } from "./pictures";

/** The calls a day is sent by; the tests put others in their place. */
export type Calls = Pick<
  typeof api,
  "beginOuting" | "addEvent" | "dropEvent" | "saveOuting" | "log" | "addPhotograph" | "dropPhotograph"
>;

const GONE = { code: "gone", path: [], message: "This browser no longer has the picture.", remedy: "", figures: {} };

export type Sent = { id: string; state: "kept" | "refused"; says?: string };

/**
 * Send what waits, one after another in the order it was done. Everything has a name of its own, so that what is sent
 * twice is kept once. Ends at the first thing that nobody answers; what is refused is said and passed over.
 */
export async function sendAll(day: Day, calls: Calls, onSent: (sent: Sent) => void): Promise<"all" | "away"> {
  for (const one of day.did) {
    if (one.state !== "waiting") continue;
    try {
      await send(day, one, calls);
      onSent({ id: one.id, state: "kept" });
    } catch (error) {
      const { status, message } = refusalIn(error);
      // Nobody there, or there and unable: it is tried again, and nothing after it goes before it.
      // A device that is not let in any more is told by the page; what it has waits.
      if (status === 0 || status === 401 || status >= 500) return "away";
      onSent({ id: one.id, state: "refused", says: message });
    }
  }
  return "all";
}

async function send(day: Day, one: Did, calls: Calls): Promise<void> {
  const key = day.outing.id;
  switch (one.what) {
    case "begin":
      await calls.beginOuting({ ...day.outing, ends: null });
      return;
    case "event":
      await calls.addEvent(key, one.event);
      return;
    case "photo": {
      const picture = await pictureOf(one.id);
      if (!picture) throw new Refusal(422, [GONE]);
      await calls.addPhotograph(key, one.id, one.at, picture);
      await letGo(one.id);
      return;
    }
    case "drop":
      await (one.photo ? calls.dropPhotograph : calls.dropEvent)(key, one.event);
      return;
    case "end": {
      // Another device may have written in it meanwhile: it is ended at the version it is at.
      const there = (await calls.log()).outings.find((o) => o.fields.id === key);
      if (!there || there.fields.ends === one.ends) return;
      await calls.saveOuting(key, there.version, { ...there.fields, ends: one.ends });
    }
  }
}
