import { useEffect, useRef } from "react";
import type { Evaluation } from "../api/client";
import { handSteps, type Units, write } from "../units/quantity";
import { isFixed } from "./isFixed";
import { type Command, commandOf } from "./keys";
import { TIE_ON } from "./line/TieOn";
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
  readFloat: () => void;
  /** The fall is on the screen and has keys of its own. */
  falling: boolean;
  setKeys: (open: boolean) => void;
  announce: (text: string) => void;
  units: Units;
};

const TIE_STATION = "line";
const NOT_TEXT = ["checkbox", "radio", "range", "button"].map((t) => `:not([type=${t}])`).join("");
const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.matches(`input${NOT_TEXT}, textarea, [contenteditable]`);

/** The keys of the bench. They rest while one types in a field or a dialog is open. */
export function useBenchKeys(props: Props): void {
  const latest = useRef(props);
  latest.current = props;
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key === "Escape") latest.current.bench.slide.cancel();
      const inField = typing(e.target);
      // The field gives up what was typed first; then it is left, and the keys are the bench's again.
      if (e.key === "Escape" && inField) queueMicrotask(() => (e.target as HTMLElement).blur());
      if (inField || document.querySelector("[role=dialog]")) return;
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
      const to = p.bench.slide.nudge(
        handle,
        command.up * (handSteps("line", p.units)[command.large ? 1 : 0] as number),
      );
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
    case "tie":
      p.setStation(TIE_STATION);
      // Once the station is there.
      setTimeout(() => document.querySelector<HTMLElement>(`[data-station=${TIE_ON}]`)?.focus(), 50);
      return true;
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
    case "read":
      p.readFloat();
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
