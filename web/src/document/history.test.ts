import { describe, expect, it } from "vitest";
import { begin, cancel, commit, end, moveLive, redo, start, undo } from "./history";

const rig = (a: number, b: number) => ({ a, b });

describe("history of a two-piece rig", () => {
  it("makes one entry of a whole gesture", () => {
    const first = rig(1, 2);
    let h = begin(start(first));
    for (let i = 0; i < 20; i++) h = moveLive(h, rig(1, 2 + i));
    h = end(h);
    expect(h.present.b).toBe(21);
    expect(undo(h).present).toBe(first);
    expect(redo(undo(h)).present.b).toBe(21);
  });

  it("returns to the base when a gesture is cancelled, and records nothing", () => {
    const first = rig(1, 2);
    const h = cancel(moveLive(begin(start(first)), rig(1, 9)));
    expect(h.present).toBe(first);
    expect(h.past).toHaveLength(0);
  });

  it("takes what comes back unchanged for no step, and keeps redo", () => {
    const h = undo(commit(start(rig(1, 2)), rig(5, 2)));
    expect(commit(h, rig(1, 2))).toBe(h);
  });

  it("keeps redo when a gesture changes nothing", () => {
    let h = undo(commit(start(rig(1, 2)), rig(5, 2)));
    h = end(begin(h));
    expect(redo(h).present.a).toBe(5);
  });

  it("gathers held keys but not steps far apart or of another piece", () => {
    let h = commit(start(rig(0, 0)), rig(1, 0), "a", 0);
    h = commit(h, rig(2, 0), "a", 300);
    expect(undo(h).present.a).toBe(0);
    h = commit(h, rig(3, 0), "a", 5000);
    h = commit(h, rig(3, 1), "b", 5100);
    expect(undo(h).present).toEqual(rig(3, 0));
    expect(undo(undo(h)).present).toEqual(rig(2, 0));
  });
});
