/** Whether these pages can be kept for use without a connection, and how far that has come. */
export type Offline = "ready" | "not-here" | "failed";

/** Browsers keep pages only for this machine itself, or over a connection that is secure. */
export const canKeepPages = (): boolean => window.isSecureContext && "serviceWorker" in navigator;

/** Keep the pages themselves in this browser. */
export async function keepPages(): Promise<Offline> {
  if (!canKeepPages()) return "not-here";
  try {
    await navigator.serviceWorker.register("/sw.js");
    await navigator.serviceWorker.ready;
    return "ready";
  } catch {
    return "failed";
  }
}
