import { ChakraProvider } from "@chakra-ui/react";
import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { vi } from "vitest";
import { system } from "../theme/system";

/** From now on the browser's lasting store is full: it can be read, and nothing more goes in. */
export function fullStore() {
  const { localStorage: own } = globalThis;
  const setItem = () => {
    throw new DOMException("full", "QuotaExceededError");
  };
  const of = (name: string) => (name === "setItem" ? setItem : Reflect.get(own, name));
  vi.stubGlobal("localStorage", new Proxy({}, { get: (_, name) => bound(of(String(name)), own) }));
}

const bound = (what: unknown, to: object) => (typeof what === "function" ? what.bind(to) : what);

/** A component as the application shows it. */
export const show = (part: ReactNode) =>
  render(part, { wrapper: ({ children }) => <ChakraProvider value={system}>{children}</ChakraProvider> });
