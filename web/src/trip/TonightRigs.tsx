import { Box, Flex, Grid, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api, type Catalogue, keys, type Tonight, type TonightRig } from "../api/client";
import { useKeepRig } from "../document/keepRig";
import { useSave } from "../document/useSave";
import { rehearse } from "../practice/rehearse";
import { Miniature } from "../scene/Miniature";
import { Button } from "../shell/Button";
import { Refused } from "../shell/Refused";
import { say, type Units, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { inWords } from "../units/vocabulary";

type Props = {
  tonight: Tonight;
  chosen: number | null;
  onChoose: (rigs: number | null) => void;
  catalogue: Catalogue;
  units: Units;
  onMade: (rig: TonightRig) => Promise<void>;
};

const NUMBER = [
  "No rig covers",
  "One rig covers",
  "Two rigs cover",
  "Three rigs cover",
  "Four rigs cover",
  "Five rigs cover",
];
const percent = (share: number) => (share > 0.995 ? "all" : `${Math.round(share * 100)} %`);

/** How much of the day so many rigs cover, and each with what it is for. */
export function TonightRigs({ tonight, chosen, onChoose, catalogue, units, onMade }: Props) {
  const { rigs, shares } = tonight;
  const go = useNavigate();
  const others = shares
    .map((s, i) => ({ n: i + 1, s }))
    .filter(({ n }) => n !== rigs.length)
    .map(({ n, s }) => `${n === 1 ? "one rig" : n} would cover ${percent(s)}`);
  return (
    <Box as="section" aria-label="Rigs for the day">
      <Flex justify="space-between" align="center" wrap="wrap" gap="3" mb="2">
        <Box flex="1" minW="240px">
          <Heading
            as="h2"
            fontFamily="heading"
            fontSize={{ base: "xl", md: "2xl" }}
            fontWeight="bold"
            data-testid="cover"
          >
            {NUMBER[rigs.length]} {percent(tonight.share)} of the day
          </Heading>
          <Text fontSize="sm" color="soft">
            Out of {tonight.cases} ways it may go: level, current, wind, where they feed.
            {others.length > 0 && ` ${others.join(", ").replace(/^./, (c) => c.toUpperCase())}.`}
          </Text>
        </Box>
        {rigs.length > 0 && (
          <Button
            size="sm"
            onClick={() => {
              rehearse(rigs.map((r) => r.rig));
              go("/practice?rehearse");
            }}
          >
            Rehearse this day
          </Button>
        )}
        <Flex role="group" aria-label="How many rigs" gap="1">
          {[1, 2, 3, 4, 5].map((n) => (
            <Button
              key={n}
              variant={n === rigs.length ? "solid" : "outline"}
              aria-pressed={n === rigs.length}
              aria-label={`${n} ${n === 1 ? "rig" : "rigs"}`}
              disabled={n > shares.length}
              onClick={() => onChoose(n === chosen ? null : n)}
            >
              {n}
            </Button>
          ))}
        </Flex>
      </Flex>
      <Grid
        templateColumns={{
          base: "minmax(0,1fr)",
          lg: `repeat(${Math.min(3, Math.max(2, rigs.length))}, minmax(0,1fr))`,
        }}
        gap="3"
      >
        {rigs.map((r) => (
          <RigCard key={`${r.role} ${r.rig.name}`} one={r} catalogue={catalogue} units={units} onMade={onMade} />
        ))}
      </Grid>
      {tonight.lacking && tonight.lacking_share >= 0.005 && (
        <Text mt="2" color="brass" fontWeight="semibold" fontSize="sm">
          Not covered: {say(tonight.lacking.says, tonight.lacking.figures ?? {}, units)} (
          {percent(tonight.lacking_share)}).
          {tonight.would && ` ${say(tonight.would.says, tonight.would.figures ?? {}, units)}`}
        </Text>
      )}
    </Box>
  );
}

const TODAY = { on: null, at: null, rods: 1, feed_kg: 0, keepnet: false };

function RigCard({
  one,
  catalogue,
  units,
  onMade,
}: { one: TonightRig } & Pick<Props, "catalogue" | "units" | "onMade">) {
  const { vocabulary } = useSettings();
  const keep = useKeepRig();
  const navigate = useNavigate();
  const { said, save } = useSave();
  const go = (where: "tie" | "bench") => save(async () => navigate(`/${where}/${await keep(one.rig)}`));
  const seen = useQuery({
    queryKey: keys.evaluated(one.rig),
    queryFn: () => api.evaluate({ rig: one.rig, day: TODAY }),
    staleTime: Number.POSITIVE_INFINITY,
  });
  const family = catalogue.families.find((f) => f.id === one.family)?.name ?? one.family;
  const words = (text: string) => inWords(text, vocabulary);
  const float = one.rig.components.find((c) => c.kind === "float");
  const low = write(one.setting_low_m, "depth", units);
  const high = write(one.setting_high_m, "depth", units);
  return (
    <Box as="article" aria-label={one.role} bg="card" borderWidth="1px" borderColor="rule" borderRadius="l3" p="4">
      <Heading as="h3" fontFamily="heading" fontSize="lg" fontWeight="bold">
        {one.role}
      </Heading>
      <Flex gap="3" mt="1">
        <Box w="64px" h="184px" flexShrink="0" borderRadius="l1" overflow="hidden" bg="well">
          {seen.data && <Miniature rig={one.rig} evaluation={seen.data} width={64} height={184} />}
        </Box>
        <Stack gap="1" minW="0" flex="1">
          <Text fontWeight="bold">
            {float?.kind === "float"
              ? `${float.label || float.spec.label} ${float.spec.type.replaceAll("-", " ")}`
              : family}
          </Text>
          <Text fontSize="sm" color="soft">
            {words(family)}
          </Text>
          <Box h="10px" borderRadius="full" bg="well" position="relative" overflow="hidden" aria-hidden="true">
            <Box
              position="absolute"
              insetY="0"
              left={`${100 * one.from_share}%`}
              w={`${Math.max(1, 100 * one.share)}%`}
              bg="reed"
              borderRadius="full"
            />
          </Box>
          <Text fontSize="sm" fontWeight="bold" color="reed">
            {percent(one.share)} of the day
          </Text>
          {one.spans.map((s) => (
            <Text key={s.says} fontSize="sm">
              {words(say(s.says, s.figures ?? {}, units))}
            </Text>
          ))}
          <Text fontSize="sm">
            {low === high ? `set at ${low}` : `set from ${low} to ${high}`}
            {one.ready_s !== null && `, fishes after ${write(one.ready_s, "time", units)}`}
          </Text>
          <Text fontSize="sm" fontWeight="bold" color={one.made ? "reed" : "brass"}>
            {one.made
              ? `made up: ${one.rig.name}`
              : `to tie, ${Math.round(one.minutes)} minutes${one.buy ? "; its float is to be bought" : ""}`}
          </Text>
        </Stack>
      </Flex>
      {said && <Refused>{said}</Refused>}
      <Flex gap="2" mt="3" wrap="wrap">
        {!one.made && (
          <Button variant="solid" flex="1" onClick={() => void go("tie")}>
            Tie it
          </Button>
        )}
        <Button flex="1" onClick={() => void go("bench")}>
          Bench
        </Button>
        {!one.made && (
          <Button flex="1" onClick={() => void save(() => onMade(one))}>
            It is made up
          </Button>
        )}
      </Flex>
    </Box>
  );
}
