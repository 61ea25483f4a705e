import { ChakraProvider } from "@chakra-ui/react";
import { cleanup, render } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, vi } from "vitest";
import { system } from "../theme/system";

afterEach(() => {
  cleanup();
  sessionStorage.clear();
  localStorage.clear();
  vi.restoreAllMocks();
  vi.useRealTimers();
});

/** A component as the application shows it. */
export const show = (part: ReactNode) =>
  render(part, { wrapper: ({ children }) => <ChakraProvider value={system}>{children}</ChakraProvider> });
