import { Box, Flex, Grid, Heading, Stack, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { Tonight, Trip } from "../api/client";
import { say, type Units } from "../units/quantity";
import { counted } from "../units/vocabulary";

type Props = { trip: Trip; tonight: Tonight; units: Units; onTick: (id: string, done: boolean) => void };

/** What is to be tied tonight, and what goes into the bag: each ticked off. */
export function ToDo({ trip, tonight, units, onTick }: Props) {
  const done = new Set(trip.ticked);
  const tick = (id: string, says: ReactNode, right: ReactNode) => (
    <Flex as="li" key={id} align="center" gap="3" py="1">
      <Box as="label" className="bw-tick" flex="1">
        <input type="checkbox" checked={done.has(id)} onChange={(e) => onTick(id, e.currentTarget.checked)} />{" "}
        <Text as="span" color={done.has(id) ? "soft" : "ink"}>
          {says}
        </Text>
      </Box>
      <Text fontSize="sm" color="soft" className="bw-nowrap">
        {right}
      </Text>
    </Flex>
  );
  const left = tonight.to_tie.filter((t) => !done.has(t.id)).reduce((sum, t) => sum + t.minutes, 0);
  const short = tonight.pack.filter((p) => p.state !== "there" && !done.has(packId(p)));
  return (
    <Grid templateColumns={{ base: "minmax(0,1fr)", lg: "1fr 1fr" }} gap="4" alignItems="start">
      <List title="Tie tonight" note={left ? `${Math.round(left)} minutes left` : "all done"} fine={left === 0}>
        {tonight.to_tie.map((t) =>
          tick(t.id, say(t.what.says, t.what.figures ?? {}, units), `${Math.round(t.minutes)} min`),
        )}
        {tonight.to_tie.length === 0 && <Text color="soft">Nothing: what covers the day is made up.</Text>}
      </List>
      <List
        title="Pack"
        note={short.length ? `${counted(short.length, "thing")} to get` : "nothing short"}
        fine={short.length === 0}
      >
        {tonight.pack.map((p) =>
          tick(
            packId(p),
            p.need > 1 ? `${p.label}, ${p.need}` : p.label,
            p.state === "there" ? (
              `${p.have} there`
            ) : (
              <Text as="span" color="float" fontWeight="semibold">
                {p.state === "short" ? `short: ${p.have} of ${p.need}` : "buy"}
              </Text>
            ),
          ),
        )}
        {tonight.feed.map((f) => tick(`feed ${f.id}`, say(f.says.says, f.says.figures ?? {}, units), "feed"))}
        {tick("always lifejacket", "a float vest or lifejacket where the water is deep or moves", "always")}
        {tick("always word", "somebody knows where you are and when you come back", "always")}
      </List>
    </Grid>
  );
}

const packId = (p: Tonight["pack"][number]) => `pack ${p.tray} ${p.label}`.slice(0, 160);

function List({ title, note, fine, children }: { title: string; note: string; fine: boolean; children: ReactNode }) {
  return (
    <Box as="section" aria-label={title} bg="card" borderWidth="1px" borderColor="rule" borderRadius="l3" p="4">
      <Flex justify="space-between" align="baseline" mb="1">
        <Heading as="h2" fontFamily="heading" fontSize="lg" fontWeight="bold">
          {title}
        </Heading>
        <Text fontSize="sm" fontWeight="bold" color={fine ? "reed" : "float"}>
          {note}
        </Text>
      </Flex>
      <Stack as="ul" className="bw-plain" gap="0">
        {children}
      </Stack>
    </Box>
  );
}
