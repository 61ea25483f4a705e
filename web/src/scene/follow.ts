type Finger = Pick<PointerEvent, "pointerId">;

type Following = {
  move: (e: PointerEvent) => void;
  /** The finger was lifted, or the browser took it away: what is drawn stands. */
  end: () => void;
};

/**
 * Follow a finger or the mouse from where it came down, wherever it goes and whatever becomes of what it came down on: a
 * drawing may put its parts into another order meanwhile. Answers with the way to let go of it.
 */
export function follow(down: Finger, { move, end }: Following): () => void {
  const on = (e: PointerEvent) => e.pointerId === down.pointerId && move(e);
  const off = (e: PointerEvent) => {
    if (e.pointerId !== down.pointerId) return;
    letGo();
    end();
  };
  const letGo = () => {
    removeEventListener("pointermove", on);
    removeEventListener("pointerup", off);
    removeEventListener("pointercancel", off);
  };
  addEventListener("pointermove", on);
  addEventListener("pointerup", off);
  addEventListener("pointercancel", off);
  return letGo;
}

/**
 * A finger on a handle moves the handle and not the page; beside the handles the page scrolls as ever. Parts of an SVG
 * cannot say so by `touch-action`.
 */
export function holdTouches(): void {
  const hold = (e: TouchEvent) => {
    if (e.touches.length === 1 && e.target instanceof Element && e.target.closest(".bw-handle")) e.preventDefault();
  };
  document.addEventListener("touchstart", hold, { passive: false });
}
