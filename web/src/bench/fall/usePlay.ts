import { type RefObject, useEffect } from "react";

type Set = (change: boolean | ((now: boolean) => boolean)) => void;

/** Runs the clock from `time` to `end` while it plays, showing every frame. */
export function usePlay(
  playing: boolean,
  end: number,
  time: RefObject<number>,
  show: (seconds: number) => void,
  setPlaying: Set,
) {
  // biome-ignore lint/correctness/useExhaustiveDependencies: one loop for as long as it plays
  useEffect(() => {
    if (!playing || end === 0) return;
    let before = performance.now();
    let frame = requestAnimationFrame(function tick(now) {
      show(Math.min(end, time.current + (now - before) / 1000));
      before = now;
      if (time.current >= end) setPlaying(false);
      else frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [playing, end]);
}

/** Space plays and pauses, C compares with the pinned rig, F and Escape go back. */
export function useFallKeys(pinned: boolean, setCompare: Set, setPlaying: Set, onClose: () => void) {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key === "Escape") onClose();
      const at = e.target instanceof HTMLElement ? e.target : null;
      if (at?.closest("select, input:not([type=range]), textarea") || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key.toLowerCase() === "c" && pinned) setCompare((c) => !c);
      // The bench's own keys rest while the scrubber has focus.
      if (e.key.toLowerCase() === "f" && at?.closest("input")) onClose();
      if (e.key === " " && !at?.closest("button, summary")) {
        e.preventDefault();
        setPlaying((p) => !p);
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [onClose, pinned, setCompare, setPlaying]);
}
