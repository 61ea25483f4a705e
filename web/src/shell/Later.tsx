import { type ReactNode, useEffect, useRef, useState } from "react";

type Props = {
  /** Something else must be drawn first, such as what is under the finger. */
  busy: boolean;
  children: ReactNode;
};

const RESTS_MS = 150;

/** Drawn at once; while busy as it was, until the finger rests. */
export function Later({ busy, children }: Props) {
  const shown = useRef(children);
  const [, redraw] = useState(0);
  if (!busy) shown.current = children;
  useEffect(() => {
    if (!busy) return;
    const rests = setTimeout(() => {
      shown.current = children;
      redraw((n) => n + 1);
    }, RESTS_MS);
    return () => clearTimeout(rests);
  }, [busy, children]);
  return shown.current;
}
