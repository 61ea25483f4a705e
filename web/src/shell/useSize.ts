import { type RefObject, useLayoutEffect, useRef, useState } from "react";

/** The size of an element, followed as it changes. */
export function useSize(first: { width: number; height: number }): [RefObject<HTMLDivElement | null>, typeof first] {
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState(first);
  useLayoutEffect(() => {
    const watch = new ResizeObserver(([entry]) => {
      const r = entry?.contentRect;
      if (r && r.width > 50 && r.height > 50) setSize({ width: r.width, height: r.height });
    });
    if (box.current) watch.observe(box.current);
    return () => watch.disconnect();
  }, []);
  return [box, size];
}
