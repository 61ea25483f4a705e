import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import type { Catalogue, Species } from "../api/client";
import { STRIKES } from "../method/FishFacts";
import { type Units, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { capital } from "../units/vocabulary";
import { FED_FOR, PLACES } from "./shelves";

const MONTHS = ["J", "F", "M", "A", "M", "J", "J", "A", "S", "O", "N", "D"];
const TALL = 130;

/** A page about a fish: own notes first, then when, where in the water, with what, how it takes, what to mind. */
export function FishPage({ fish, catalogue }: { fish: Species; catalogue: Catalogue }) {
  const { units } = useSettings();
  const named = (from: readonly { id: string; name: string }[], ids: readonly string[]) =>
    ids.map((id) => from.find((e) => e.id === id)?.name ?? id).join(", ");
  const hook = (size: number) => catalogue.hooks.find((h) => h.size === size)?.label ?? String(size);
  const [low = 0, high = 0] = fish.best_c;
  const fed = FED_FOR.find((way) => way.id === fish.fed_for)?.name ?? "little and often";
  const places = PLACES.flatMap(({ id, name }): [string, string][] => {
    const why = fish.lies?.[id];
    return why ? [[name, why]] : [];
  });
  return (
    <Box>
      {fish.notes && (
        <Box bg="well" borderRadius="l2" p="3" mb="4" whiteSpace="pre-wrap">
          <Text fontWeight="semibold">Your notes</Text>
          {fish.notes}
        </Box>
      )}
      <Text fontSize="lg">{fish.says}</Text>
      <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="6" mt="5">
        <Part title="When">
          <Flex gap="1" align="end" h="16" aria-hidden="true">
            {[...fish.months].map((m, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: months have no other name
              <Flex key={i} direction="column" align="center" justify="end" flex="1" fontSize="xs">
                <Box w="100%" bg="reed" borderRadius="2px" style={{ height: `${3 + 13 * Number(m)}px` }} />
                {MONTHS[i]}
              </Flex>
            ))}
          </Flex>
          <Text mt="2">
            Best at {write(low, "temperature", units)} to {write(high, "temperature", units)}, hardly below{" "}
            {write(fish.least_c, "temperature", units)}.
          </Text>
        </Part>
        <Part title="Where in the water">
          <Lies fish={fish} units={units} />
        </Part>
        <Part title="With what">
          <Text>
            Baits: <b>{named(catalogue.baits, [fish.bait])}</b>
            {(fish.baits?.length ?? 0) > 0 &&
              `, also ${named(
                catalogue.baits,
                (fish.baits ?? []).filter((b) => b !== fish.bait),
              )}`}
            .
          </Text>
          <Text mt="1">
            Hook {hook(fish.hook_size)}, from {hook(fish.hooks[0] ?? fish.hook_size)} to{" "}
            {hook(fish.hooks[1] ?? fish.hook_size)}. The last line bears {write(fish.line_n[0] ?? 0, "force", units)} to{" "}
            {write(fish.line_n[1] ?? 0, "force", units)}.
          </Text>
          {(fish.families?.length ?? 0) > 0 && (
            <Text mt="1">Usual rigs: {named(catalogue.families, fish.families ?? [])}.</Text>
          )}
        </Part>
        {places.length > 0 && (
          <Part title="Places it uses">
            {places.map(([place, why]) => (
              <Text key={place} mt="1">
                <b>{capital(place)}</b>: {why}
              </Text>
            ))}
          </Part>
        )}
        <Part title="How to feed for it">
          <Text>{capital(fed)}.</Text>
        </Part>
        <Part title="How it takes">
          <Text>{fish.takes || "Nothing is noted."}</Text>
          <Text mt="1">
            Then {STRIKES[fish.strike]}
            {fish.strike === "wait" && fish.wait_s > 0 ? `, ${write(fish.wait_s, "time", units)}` : ""}. A wary one puts
            up with a pull of {write(fish.pull_n, "force", units)}.
          </Text>
          {fish.warns && (
            <Text mt="2" color="brass" fontWeight="semibold">
              Mind: {fish.warns}
            </Text>
          )}
        </Part>
      </Grid>
    </Box>
  );
}

export function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Box as="section" aria-label={title}>
      <Text as="h2" fontWeight="bold" mb="2">
        {title}
      </Text>
      {children}
    </Box>
  );
}

/** Where the bait hangs in cold, usual and warm water: from the surface down, or from the bed up. */
function Lies({ fish, units }: { fish: Species; units: Units }) {
  const ways = [
    { when: "cold", lie: fish.cold },
    { when: "usual", lie: fish.usual },
    { when: "warm", lie: fish.warm },
  ] as const;
  const said = (lie: Species["usual"]) =>
    lie.bait_from === "surface"
      ? `${write(lie.bait_m, "line", units)} down`
      : lie.bait_m <= 0.02
        ? "on the bed"
        : `${write(lie.bait_m, "line", units)} off the bed`;
  return (
    <Flex gap="3">
      {ways.map(({ when, lie }) => {
        // Drawn as a share of the water: a metre or more from where it is measured is the middle.
        const share = Math.min(0.5, lie.bait_m / 2);
        const y = 4 + (TALL - 12) * (lie.bait_from === "surface" ? share : 1 - Math.max(0, share));
        return (
          <Box key={when} flex="1" minW="0">
            <Box
              position="relative"
              h={`${TALL}px`}
              borderRadius="l1"
              bg="shallow"
              aria-hidden="true"
              overflow="hidden"
            >
              <Box position="absolute" bottom="0" w="100%" h="5px" bg="bed" />
              <Box position="absolute" w="100%" h="3px" bg="tip" style={{ top: `${y}px` }} />
            </Box>
            <Text fontSize="sm" mt="1">
              <b>{capital(when)}</b>: {said(lie)}
            </Text>
          </Box>
        );
      })}
    </Flex>
  );
}
