/** The keys of the bench and what they do, but for those of its stations: for the handler's tests and the help. */
export const KEYS: [string, string][] = [
  ["[  ]", "previous, next piece on the line"],
  ["↑  ↓", "slide the piece a step up or down; with Shift a large step"],
  ["+  −", "next size up or down"],
  ["Del", "take the piece off"],
  ["A", "type a part to tie on"],
  ["B", "balance from the box"],
  ["L", "fix the piece where it is, or release it"],
  ["S", "set the stop"],
  ["F", "play the fall, or leave it"],
  ["C", "the fall beside the pinned rig"],
  ["W", "what is the float doing?"],
  ["Space", "in the fall and the run: play, pause"],
  ["Ctrl Z", "undo; Ctrl Shift Z redoes"],
  ["?", "this list"],
];

export type Command =
  | { do: "station"; key: string }
  | { do: "piece"; step: 1 | -1 }
  | { do: "nudge"; up: 1 | -1; large: boolean }
  | { do: "resize"; step: 1 | -1 }
  | { do: "remove" | "fix" | "tie" | "balance" | "stop" | "fall" | "beside" | "read" | "undo" | "redo" | "help" };

type KeyLike = { key: string; ctrlKey: boolean; metaKey: boolean; shiftKey: boolean; altKey: boolean };

/** What a key press asks for, or null. */
export function commandOf(e: KeyLike): Command | null {
  const key = e.key.length === 1 ? e.key.toLowerCase() : e.key;
  if (e.ctrlKey || e.metaKey) {
    if (key === "z") return { do: e.shiftKey ? "redo" : "undo" };
    return key === "y" ? { do: "redo" } : null;
  }
  if (e.altKey) return null;
  if (/^[0-9]$/.test(key)) return { do: "station", key };
  switch (key) {
    case "[":
      return { do: "piece", step: -1 };
    case "]":
      return { do: "piece", step: 1 };
    case "ArrowUp":
      return { do: "nudge", up: 1, large: e.shiftKey };
    case "ArrowDown":
      return { do: "nudge", up: -1, large: e.shiftKey };
    case "+":
    case "=":
      return { do: "resize", step: 1 };
    case "-":
    case "−":
      return { do: "resize", step: -1 };
    case "Delete":
      return { do: "remove" };
    case "l":
      return { do: "fix" };
    case "a":
      return { do: "tie" };
    case "b":
      return { do: "balance" };
    case "s":
      return { do: "stop" };
    case "f":
      return { do: "fall" };
    case "c":
      return { do: "beside" };
    case "w":
      return { do: "read" };
    case "?":
      return { do: "help" };
    default:
      return null;
  }
}
