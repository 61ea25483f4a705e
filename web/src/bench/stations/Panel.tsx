import { Box, Heading } from "@chakra-ui/react";
import { Cautions } from "../../place/Cautions";
import { useSettings } from "../../units/settings";
import { useHere } from "../here";
import type { Station } from "../station";

/** One instrument at a time: that of the present station. */
export function Panel({ station }: { station: Station }) {
  const { vocabulary } = useSettings();
  const { bench, answer } = useHere();
  const { water } = bench.rig;
  const place = water.swim ?? (water.name || "anywhere");
  const title = station.name(vocabulary);
  return (
    <Box
      as="section"
      aria-label={title}
      // Words only for a screen reader are placed in here, and must not make the page longer.
      position="relative"
      bg="card"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l3"
      p="5"
      overflowY={{ lg: "auto" }}
      minH="0"
    >
      <Heading as="h1" fontFamily="heading" fontSize="2xl" fontWeight="bold" lineHeight="1.1" mb="4">
        {title}
      </Heading>
      <Cautions
        key={`${place}-${station.id}`}
        place={place}
        cautions={answer.evaluation?.cautions.filter((c) => c.station === station.id) ?? []}
      />
      <station.Panel />
    </Box>
  );
}
