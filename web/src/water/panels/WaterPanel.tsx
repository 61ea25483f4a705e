import { Box, Heading } from "@chakra-ui/react";
import type { WaterBead } from "../bead";

/** One instrument at a time: that of the present bead. */
export function WaterPanel({ bead }: { bead: WaterBead }) {
  return (
    <Box
      as="section"
      gridArea="panel"
      aria-label={bead.name}
      bg="card"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l3"
      p="5"
      overflowY={{ lg: "auto" }}
      minH="0"
      minW="0"
    >
      <Heading as="h1" fontFamily="heading" fontSize="2xl" fontWeight="bold" lineHeight="1.1" mb="4">
        {bead.name}
      </Heading>
      <bead.Panel key={bead.id} />
    </Box>
  );
}
