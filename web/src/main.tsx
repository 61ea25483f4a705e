import "@fontsource-variable/atkinson-hyperlegible-next";
import "@fontsource-variable/bricolage-grotesque";
import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { App } from "./App";
import { takeOnLeaving } from "./document/leaving";
import { claimTab } from "./document/tab";
import { holdTouches } from "./scene/follow";
import { system } from "./theme/system";
import { applyTheme } from "./units/settings";

applyTheme();
const queries = new QueryClient({
  // The server is this machine: ask again soon, and do not wait for a network to come back.
  defaultOptions: { queries: { networkMode: "always", retry: 2, retryDelay: 600, staleTime: 5_000 } },
});

await claimTab();
takeOnLeaving();
holdTouches();
createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <ChakraProvider value={system}>
        <BrowserRouter>
          <App />
        </BrowserRouter>
      </ChakraProvider>
    </QueryClientProvider>
  </StrictMode>,
);
