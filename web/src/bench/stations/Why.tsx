import { Box } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** Where a figure comes from: the rule in words, the numbers put in, the source. */
export function Why({ children }: { children: ReactNode }) {
  return (
    <details className="bw-why">
      <summary>Why this figure</summary>
      <Box fontSize="sm" color="soft" pt="2">
        {children}
      </Box>
    </details>
  );
}
