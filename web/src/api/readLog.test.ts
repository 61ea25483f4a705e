import { afterEach, describe, expect, it, vi } from "vitest";
import { Refusal } from "./client";
import { type LogLine, readLog } from "./readLog";
import { DATABASE } from "./transport";

const QUERY = { swim_id: "pit", level_m: 0.5, distance_m: 12, bearing_deg: -3 };

/** An answer that arrives in the pieces given, wherever they are cut. */
function answering(pieces: string[], status = 200): ReturnType<typeof vi.fn> {
  const body = new ReadableStream({
    start(controller) {
      for (const p of pieces) controller.enqueue(new TextEncoder().encode(p));
      controller.close();
    },
  });
  const asked = vi.fn(async () => new Response(body, { status, headers: { [DATABASE]: "one" } }));
  vi.stubGlobal("fetch", asked);
  return asked;
}

afterEach(() => vi.unstubAllGlobals());

describe("a log read with progress", () => {
  it("hears every line once, however the answer is cut into pieces", async () => {
    const asked = answering([
      '{"lines":50',
      '00,"of":9000}\n{"lines":9000,"of":9000,"says":"°',
      ' ok","soundings":[]}\n',
    ]);
    const heard: LogLine[] = [];
    await readLog(new Blob(["x"]), QUERY, (l) => heard.push(l), new AbortController().signal);
    expect(heard.map((l) => l.lines)).toEqual([5000, 9000]);
    expect(heard[1]?.says).toBe("° ok");
    const url = new URL(asked.mock.lastCall ? (asked.mock.lastCall[0] as Request).url : "");
    expect(url.pathname + url.search).toBe("/api/read/nmea?swim_id=pit&level_m=0.5&distance_m=12&bearing_deg=-3");
  });

  it("does not take an answer that was cut off for a whole one", async () => {
    answering(['{"lines":5000,"of":9000}\n{"lines":90']);
    const read = readLog(new Blob(["x"]), QUERY, () => {}, new AbortController().signal);
    await expect(read).rejects.toMatchObject({ status: 0 });
  });

  it("throws the server's sentence when it refuses", async () => {
    const errors = [{ code: "too-long", path: [], message: "Too long.", remedy: "Cut it.", figures: {} }];
    answering([JSON.stringify({ errors })], 413);
    const read = readLog(new Blob(["x"]), QUERY, () => {}, new AbortController().signal);
    await expect(read).rejects.toThrow("Too long. Cut it.");
    await expect(read).rejects.toBeInstanceOf(Refusal);
  });

  it("says so when nobody answers, and keeps quiet when called off", async () => {
    vi.stubGlobal("fetch", vi.fn().mockRejectedValue(new TypeError("network")));
    await expect(readLog(new Blob(), QUERY, () => {}, new AbortController().signal)).rejects.toMatchObject({
      status: 0,
    });
    vi.stubGlobal("fetch", vi.fn().mockRejectedValue(new DOMException("stopped", "AbortError")));
    await expect(readLog(new Blob(), QUERY, () => {}, new AbortController().signal)).rejects.toThrow("stopped");
  });
});
