import { useCallback, useEffect, useRef, useState } from "react";
import { api } from "../api/client";
import { DAY_KEY, type Day, type Did, isUnsent, keepDay, readDay } from "./day";
import { type Ended, type Sent, sendAll } from "./sync";

const AGAIN_MS = 10_000;

/** One tab sends at a time; where browsers have no locks, what is sent twice is kept once. */
async function alone(send: () => Promise<void>): Promise<void> {
  if (!navigator.locks) return send();
  await navigator.locks.request("brookwind.bankside.send", { ifAvailable: true }, (lock) =>
    lock ? send() : undefined,
  );
}

/** The day in this browser: every act is kept before it shows, and sent when somebody answers. */
export function useDay() {
  const [day, setDay] = useState<Day | null>(readDay);
  const [here, setHere] = useState(true);
  const [ended, setEnded] = useState<Ended>("all");
  const latest = useRef(day);
  const busy = useRef(false);

  const put = useCallback((next: Day | null) => {
    latest.current = next;
    setHere(keepDay(next));
    setDay(next);
  }, []);

  /** Change the day as it is now, not as it was drawn: another tab may have written in it since. */
  const act = useCallback(
    (change: (day: Day) => Day) => {
      const now = readDay() ?? latest.current;
      if (now) put(change(now));
    },
    [put],
  );
  useEffect(() => {
    const follow = (e: StorageEvent) => {
      if (e.key !== DAY_KEY) return;
      latest.current = readDay();
      setDay(latest.current);
    };
    window.addEventListener("storage", follow);
    return () => window.removeEventListener("storage", follow);
  }, []);

  const send = useCallback(async () => {
    if (busy.current || !latest.current?.did.some(isUnsent)) return;
    busy.current = true;
    await alone(async () => {
      latest.current = readDay() ?? latest.current;
      const marked = ({ id, ...how }: Sent) =>
        act((d) => ({
          ...d,
          did: d.did.map((one): Did => (one.id === id && isUnsent(one) ? { ...one, ...how } : one)),
        }));
      let how: Ended = "all";
      // What is done while it is being sent is sent in the next round.
      while (how === "all" && latest.current?.did.some(isUnsent)) how = await sendAll(latest.current, api, marked);
      setEnded(how);
    }).finally(() => {
      busy.current = false;
    });
  }, [act]);

  // What was under way when the page was closed is sent again at once.
  useEffect(() => void send(), [send]);
  const waiting = day?.did.some(isUnsent) ?? false;
  // What was tried and had no answer waits for its time; that it is under way is no new act.
  const fresh = day?.did.some((d) => d.state === "waiting") ?? false;
  // biome-ignore lint/correctness/useExhaustiveDependencies: whatever was done, it is tried at once
  useEffect(() => {
    if (fresh) void send();
  }, [day, fresh, send]);
  useEffect(() => {
    if (!waiting) return;
    const timer = setInterval(() => void send(), AGAIN_MS);
    const now = () => void send();
    window.addEventListener("online", now);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", now);
    };
  }, [waiting, send]);
  return { day, put, act, away: ended !== "all", another: ended === "another", here, send };
}
