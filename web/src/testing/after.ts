import { cleanup } from "@testing-library/react";
import { afterEach, vi } from "vitest";

// Test files share their modules, so that none loads the whole of the interface anew: what a test left behind goes.
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
  vi.useRealTimers();
  if (typeof document === "undefined") return;
  cleanup();
  sessionStorage.clear();
  localStorage.clear();
});
