import { useEffect, useRef } from "react";
import type { Evaluation } from "../api/client";
import { type Units, write } from "../units/quantity";
import { isFixed } from "./isFixed";
import { type Command, commandOf } from "./keys";
import { STATIONS } from "./stations/all";
import type { BenchState } from "./useBench";

type Props = {
  bench: BenchState;
  evaluation: Evaluation | null;
  selected: string | null;
  setSelected: (id: string | null) => void;
  setStation: (id: string) => void;
  balance: () => void;
  setStop: () => void;
  playFall: (beside?: boolean) => void;
  /** The fall is on the screen and has keys of its own. */
  falling: boolean;
  setKeys: (open: boolean) => void;
  announce: (text: string) => void;
  units: Units;
};

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.closest("input, select, textarea, [contenteditable]") !== null;

/** The keys of the bench. They rest while a field has focus or a dialog is open. */
export function useBenchKeys(props: Props): void {
  const latest = useRef(props);
  latest.current = props;
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key === "Escape") latest.current.bench.slide.cancel();
      if (typing(e.target) || document.querySelector("[role=dialog]")) return;
      const command = commandOf(e);
      if (command && run(command, latest.current)) e.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}

/** Carry a command out; false when there is nothing it applies to, so that the browser may have the key. */
function run(command: Command, p: Props): boolean {
  const handles = p.evaluation?.handles ?? [];
  const handle = handles.find((h) => h.id === p.selected);
  const setting = handle?.name === "stop" || handle?.name === "float";
  switch (command.do) {
    case "station": {
      const station = STATIONS.find((s) => s.key === command.key);
      if (station) p.setStation(station.id);
      return station !== undefined;
    }
    case "piece": {
      const at = handle ? handles.indexOf(handle) : command.step > 0 ? -1 : handles.length;
      const next = handles[Math.min(handles.length - 1, Math.max(0, at + command.step))];
      if (next) {
        p.setSelected(next.id);
        document.getElementById(`handle-${next.id}`)?.focus();
      }
      return true;
    }
    case "nudge": {
      if (!handle) return false;
      const to = p.bench.slide.nudge(handle, command.metres);
      p.announce(
        setting
          ? `Setting ${write(to, "line", p.units)}`
          : `${handle.name}, ${write(to, "line", p.units)} above the hook`,
      );
      return true;
    }
    case "resize":
      if (!handle || setting) return false;
      void p.bench.edit({ do: "resize", piece: handle.id, step: command.step });
      return true;
    case "remove":
      if (!handle || setting) return false;
      void p.bench.edit({ do: "remove", pieces: [handle.id] }).then((done) => {
        if (!done) return;
        p.announce(`${handle.name} taken off`);
        p.setSelected(handle.moves.length > 1 ? (handle.moves.at(-2) ?? null) : null);
      });
      return true;
    case "fix": {
      if (!handle || setting) return false;
      const fixed = isFixed(p.bench.rig, handle);
      void p.bench
        .edit({ do: "fix", pieces: handle.moves, fixed: !fixed })
        .then((done) => done && p.announce(`${handle.name} ${fixed ? "released" : "fixed"}`));
      return true;
    }
    case "balance":
      p.balance();
      return true;
    case "stop":
      p.setStop();
      return true;
    case "fall":
      p.playFall();
      return true;
    case "beside":
      if (p.falling) return false;
      p.playFall(true);
      return true;
    case "undo":
      p.bench.undo();
      p.announce("Undone.");
      return true;
    case "redo":
      p.bench.redo();
      p.announce("Done again.");
      return true;
    case "help":
      p.setKeys(true);
      return true;
  }
}
