/** True from when the page is left: what is being typed is kept as it is. */
let leaving = false;

export const isLeaving = (): boolean => leaving;

/** A page that is left takes what is being typed, as if the field were left first. */
export function takeOnLeaving(): void {
  addEventListener("pagehide", () => {
    leaving = true;
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
  });
  // A page that comes back from the browser's memory is not left any more.
  addEventListener("pageshow", () => {
    leaving = false;
  });
}
