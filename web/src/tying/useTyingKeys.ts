import { useEffect, useRef } from "react";

const NEXT = new Set([" ", "Enter", "ArrowRight", "ArrowDown", "PageDown"]);
const BACK = new Set(["Backspace", "ArrowLeft", "ArrowUp", "PageUp"]);

/** Next and back by keys that are struck without looking, or by a foot switch that sends one of them. */
export function useTyingKeys(next: () => void, back: () => void): void {
  const latest = useRef({ next, back });
  latest.current = { next, back };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || document.querySelector("[role=dialog]")) return;
      const at = e.target instanceof HTMLElement ? e.target : null;
      if (at?.matches("input, select, textarea")) return;
      // A button that has the focus is pressed by these two.
      if ((e.key === " " || e.key === "Enter") && at?.closest("button, a, summary")) return;
      if (NEXT.has(e.key)) latest.current.next();
      else if (BACK.has(e.key)) latest.current.back();
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}
