import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { render, renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { type Location, MemoryRouter, useLocation } from "react-router";
import { type MockInstance, vi } from "vitest";
import { type api, Refusal } from "../api/client";
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

// What is asked is asked once: no test waits for a second try.
const freshQueries = () => new QueryClient({ defaultOptions: { queries: { networkMode: "always", retry: false } } });

/** A component as the application shows it. */
export function show(part: ReactNode) {
  const queries = freshQueries();
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>
      <ChakraProvider value={system}>{children}</ChakraProvider>
    </QueryClientProvider>
  );
  return render(part, { wrapper });
}

function Where({ tell }: { tell: { at: Location | null } }) {
  tell.at = useLocation();
  return null;
}

/** A call of the API that a test answers. */
export type Spied<K extends keyof typeof api> = MockInstance<(typeof api)[K]>;

/** A hook as a page has it: what was asked is kept, and there are addresses. `address` tells where it went. */
export function hook<T, P>(use: (given: P) => T, initialProps?: P) {
  const queries = freshQueries();
  const where = { at: null as Location | null };
  const wrapper = ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={queries}>
      <MemoryRouter>
        {children}
        <Where tell={where} />
      </MemoryRouter>
    </QueryClientProvider>
  );
  return { ...renderHook(use, { wrapper, initialProps }), queries, address: () => where.at };
}

/** A refusal as the server sends it; 0 is nobody there. */
export const refused = (status: number, message = "No.") =>
  new Refusal(status, [{ code: "x", path: [], message, remedy: "", figures: {} }]);

/** A promise that is kept when the test says so. */
export function later<T>() {
  let done: (value: T) => void = () => {};
  let fail: (error: unknown) => void = () => {};
  const promise = new Promise<T>((resolve, reject) => {
    [done, fail] = [resolve, reject];
  });
  return { promise, done, fail };
}
