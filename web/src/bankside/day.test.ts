// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from "vitest";
import { type LogEvent, type Prepared, Refusal } from "../api/client";
import { fullStore } from "../testing/dom";
import {
  anew,
  begun,
  countsOf,
  type Day,
  ended,
  eventsOf,
  happened,
  keepDay,
  lastOf,
  photographed,
  plumbedOf,
  putOn,
  readDay,
  settingOf,
  takenBack,
} from "./day";
import { keepPicture, pictureOf } from "./pictures";
import { type Calls, sendAll } from "./sync";

const rig = (id: string, setting: number) => ({
  rig: { id, name: id },
  card: { setting_m: setting },
  depths: [],
  marks: [],
  looks: [],
  moves: [],
});
const PREPARED = {
  name: "A day",
  place: "Wend Mere",
  swim: null,
  time_zone: "UTC",
  rigs: [rig("a", 1.2), rig("b", 2)],
  fish: [],
} as unknown as Prepared;
const at = (minute: number) => new Date(Date.UTC(2026, 10, 23, 9, minute)).toISOString();
const day = () => begun(PREPARED, at(0));

/** A server that keeps what it is sent, and may be away, or refuse. */
function server(refuses: (e: LogEvent) => boolean = () => false) {
  const kept: string[] = [];
  const state = { away: false, lost: false, strange: undefined as unknown };
  const answer = async (name: string) => {
    if (state.away) throw new Refusal(0, []);
    if (!kept.includes(name)) kept.push(name);
    // It came, and its answer did not.
    if (state.lost) throw new Refusal(0, []);
  };
  const calls = {
    beginOuting: async (o: { id: string }) => {
      await answer(`begin ${o.id}`);
      return { fields: o };
    },
    addEvent: async (_: string, e: LogEvent) => {
      if (refuses(e)) throw new Refusal(422, [{ code: "x", message: "Not so.", remedy: "", path: [], figures: {} }]);
      await answer(e.id);
      return state.strange ?? e;
    },
    dropEvent: (_: string, id: string) => answer(`drop ${id}`),
    addPhotograph: async (_: string, id: string) => {
      await answer(id);
      return { id };
    },
    dropPhotograph: (_: string, id: string) => answer(`drop photo ${id}`),
    saveOuting: async (id: string) => {
      await answer("end");
      return { fields: { id } };
    },
    log: async () => ({ outings: [{ version: 1, fields: { id: "", ends: null } }] }),
  } as unknown as Calls;
  return { calls, kept, state };
}

const sentBy = async (d: Day, s: ReturnType<typeof server>) => {
  let now = d;
  const how = await sendAll(d, s.calls, ({ id, state, says }) => {
    now = { ...now, did: now.did.map((one) => (one.id === id ? { ...one, state, says } : one)) };
  });
  return { now, how };
};

describe("a day at the water", () => {
  beforeEach(() => keepDay(null));

  it("is there after a reload, and a damaged one is none", () => {
    const d = happened(day(), { kind: "cast" }, at(1));
    expect(keepDay(d)).toBe(true);
    expect(readDay()).toEqual(d);
    localStorage.setItem("brookwind.bankside", "{broken");
    expect(readDay()).toBeNull();
  });

  it("takes back what was not sent as if it never was, and what was sent there too", async () => {
    const one = happened(day(), { kind: "bite", came: "drop" }, at(1));
    expect(takenBack(one)).toEqual(day().did.length ? { ...one, did: one.did.slice(0, 2) } : null);
    const s = server();
    const { now } = await sentBy(one, s);
    const back = takenBack(now);
    expect(eventsOf(back)).toHaveLength(1);
    await sentBy(back, s);
    expect(s.kept.at(-1)).toBe(`drop ${one.did[2]?.id}`);
    // The first rig stays: without it nothing is known of what is fished.
    expect(takenBack(back)).toBe(back);
  });

  it("knows the setting since the rig went on, and the rig that is on after a step back", () => {
    let d = happened(day(), { kind: "slide", setting_m: 1.35 }, at(1));
    expect(settingOf(d)).toBe(1.35);
    d = putOn(d, 1, at(2));
    expect([d.on, settingOf(d)]).toEqual([1, 2]);
    d = takenBack(d);
    expect([d.on, settingOf(d)]).toEqual([0, 1.35]);
  });

  it("keeps the order of things when the clock is set back", () => {
    const d = happened(happened(day(), { kind: "cast" }, at(30)), { kind: "cast" }, at(5));
    const [, first, second] = eventsOf(d);
    expect(Date.parse(second?.at ?? "")).toBe(Date.parse(first?.at ?? "") + 1);
  });

  it("is sent in order, each thing once, however often the connection breaks", async () => {
    let d = day();
    for (let i = 1; i <= 40; i++) d = happened(d, { kind: i % 5 ? "cast" : "bite" }, at(i));
    const wanted = d.did.map((one) => (one.what === "begin" ? `begin ${one.id}` : one.id));
    const s = server();
    s.state.away = true;
    let sent = await sentBy(d, s);
    expect([sent.how, s.kept.length, countsOf(sent.now).waiting]).toEqual(["away", 0, 42]);
    s.state.away = false;
    s.state.lost = true;
    for (let i = 0; i < 3; i++) sent = await sentBy(sent.now, s);
    expect(s.kept).toEqual(wanted.slice(0, 1));
    s.state.lost = false;
    sent = await sentBy(sent.now, s);
    expect([sent.how, countsOf(sent.now).waiting]).toEqual(["all", 0]);
    expect(s.kept).toEqual(wanted);
  });

  it.each([[0], [{}], ["<html>sign in</html>"], [{ id: "e-other" }]])(
    "takes nothing for kept that the answer does not name: %j",
    async (strange) => {
      const s = server();
      const { now } = await sentBy(day(), s);
      const d = happened(now, { kind: "fish" }, at(1));
      s.state.strange = strange;
      const lied = await sentBy(d, s);
      expect([lied.how, countsOf(lied.now).waiting]).toEqual(["away", 1]);
      s.state.strange = undefined;
      expect((await sentBy(lied.now, s)).now.did.map((one) => one.state)).toEqual(["kept", "kept", "kept"]);
    },
  );

  it("drops after it what is taken back while it is under way", async () => {
    const s = server();
    const one = happened((await sentBy(day(), s)).now, { kind: "fish" }, at(1));
    s.state.lost = true;
    const tried = await sentBy(one, s);
    expect(tried.now.did.map((d) => d.state)).toEqual(["kept", "kept", "sending"]);
    const back = takenBack(tried.now);
    expect(countsOf(back).fish).toBe(0);
    s.state.lost = false;
    await sentBy(back, s);
    expect(s.kept.slice(-2)).toEqual([one.did[2]?.id, `drop ${one.did[2]?.id}`]);
  });

  it("is kept as it was before an act that the full store does not take", () => {
    const before = happened(day(), { kind: "fish" }, at(1));
    expect(keepDay(before)).toBe(true);
    fullStore();
    const after = happened(before, { kind: "bite" }, at(2));
    expect(keepDay(after)).toBe(false);
    expect(readDay()).toEqual(after);
    expect(JSON.parse(localStorage.getItem("brookwind.bankside") ?? "null")).toEqual(before);
  });

  it("goes as a new session when the one it was sent to is gone, with all that is here and what was taken back left out", async () => {
    const s = server();
    let d = happened(happened(day(), { kind: "fish" }, at(1)), { kind: "bite" }, at(2));
    d = takenBack((await sentBy(d, s)).now);
    const again = anew(ended(d, at(9)));
    expect(again.outing.id).not.toBe(d.outing.id);
    const { now, how } = await sentBy(again, server());
    expect(how).toBe("all");
    expect(eventsOf(now).map((e) => e.kind)).toEqual(["rig", "fish"]);
    expect(new Set(now.did.map((one) => one.id)).size).toBe(4);
    expect(d.did.map((one) => one.id)).not.toContain(now.did[1]?.id);
  });

  it("says what is refused and sends the rest", async () => {
    const d = happened(happened(day(), { kind: "fish", species: "x" }, at(1)), { kind: "cast" }, at(2));
    const { now, how } = await sentBy(
      d,
      server((e) => e.kind === "fish"),
    );
    expect(how).toBe("all");
    expect(now.did.map((one) => one.state)).toEqual(["kept", "kept", "refused", "kept"]);
    expect(now.did[2]?.says).toBe("Not so.");
    expect(countsOf(now).fish).toBe(0);
  });

  it("sends a photograph with its picture, takes it back, and says when the picture is gone", async () => {
    const s = server();
    await keepPicture("p-1", new Blob(["pixels"]));
    let d = photographed(photographed(day(), "p-1", at(1)), "p-2", at(2));
    expect([lastOf(d), countsOf(d).photos]).toEqual([{ id: "p-2", kind: "photo" }, 2]);
    const { now } = await sentBy(d, s);
    expect(now.did.map((one) => one.state)).toEqual(["kept", "kept", "kept", "refused"]);
    expect(now.did[3]?.says).toContain("no longer has the picture");
    expect(await pictureOf("p-1")).toBeNull();
    d = takenBack(now);
    expect(countsOf(d).photos).toBe(1);
    await sentBy(d, s);
    expect(s.kept.at(-1)).toBe("drop photo p-1");
  });

  it("plumbs by where the sights of the table overlap, and says when they contradict each other", () => {
    const row = (setting_m: number) => ({
      setting_m,
      sights: [
        { what: "gone", by_m: null, low_m: setting_m + 0.4, high_m: 4 },
        { what: "as-wanted", by_m: null, low_m: setting_m + 0.17, high_m: setting_m + 0.23 },
        { what: "flat", by_m: null, low_m: 1, high_m: setting_m + 0.1 },
      ],
    });
    const rows = Array.from({ length: 60 }, (_, k) => row(Math.round((1 + 0.05 * k) * 100) / 100));
    const plumbing = { sights: { least_m: 1, most_m: 4, enough_m: 0.05, rows } };
    let d = { ...day(), prepared: { ...PREPARED, plumbing } as unknown as Prepared };
    const cast = (what: string) => {
      const next = plumbedOf(d)?.next;
      const sight = next?.sights.find((s) => s.what === what);
      if (next && sight) d = { ...d, casts: [...(d.casts ?? []), { setting_m: next.setting_m, sight }] };
    };
    expect(plumbedOf(d)?.next.setting_m).toBeCloseTo(2.3);
    cast("gone");
    expect(plumbedOf(d)?.next.setting_m).toBeCloseTo(3.15);
    cast("as-wanted");
    expect(plumbedOf(d)).toMatchObject({ enough: true, clash: false, beyond: false });
    expect(plumbedOf(d)?.middle).toBeCloseTo(3.35);
    d = { ...d, casts: [...(d.casts ?? []), { setting_m: 1, sight: row(1).sights[1] as never }] };
    expect(plumbedOf(d)?.clash).toBe(true);
    expect(plumbedOf(day())).toBeNull();
  });

  it("ends no sooner than it began", () => {
    const d = ended(day(), at(-30));
    expect(Date.parse(d.outing.ends ?? "")).toBeGreaterThan(Date.parse(d.outing.begins));
  });
});
