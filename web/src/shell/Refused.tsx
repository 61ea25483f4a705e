import { Box } from "@chakra-ui/react";

/** A refusal that stands until what was entered is mended. */
export function Refused({ children }: { children: React.ReactNode }) {
  return (
    <Box role="alert" bg="card" borderWidth="2px" borderColor="float" borderRadius="l3" p="3" px="4" color="float">
      {children}
    </Box>
  );
}
