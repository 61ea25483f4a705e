import { Box, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import type { FloatReading, Likely, Rig, Seen } from "../api/client";
import { Button } from "../shell/Button";
import { Refused } from "../shell/Refused";
import { say, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { inWords } from "../units/vocabulary";
import { keepSeen } from "./keepSeen";
import { useApplied } from "./useApplied";

/** Causes shown at once; what comes after them is folded up. */
const SHOWN = 3;

type Props = {
  rig: Rig;
  reading: FloatReading;
  /** It answers what was seen before: what may be pressed is about to move. */
  stale: boolean;
  onSeen: (seen: Seen) => void;
};

/** The causes, likeliest first, each with its size and what to do; and what to look at to be surer. */
export function MostLikely({ rig, reading, stale, onSeen }: Props) {
  const { units, vocabulary } = useSettings();
  const applied = useApplied(rig.id);
  const tip_m = reading.seen.tip_m ?? null;
  const nothing = reading.causes.length === 0 && reading.explained;
  const [likely, others] = [reading.causes.slice(0, SHOWN), reading.causes.slice(SHOWN)];
  const act = (c: Likely, i: number) => {
    const { change } = c;
    if (change)
      return (
        <Button
          minH="12"
          variant={i === 0 ? "solid" : "outline"}
          disabled={applied.busy || stale}
          onClick={() => void applied.apply(change, `Done: ${inWords(remedy(c, units), vocabulary)}`)}
        >
          {c.keeps === "profile" ? "Keep this profile" : remedy(c, units).replace(/\.$/, "")}
        </Button>
      );
    if (c.keeps !== "float" || tip_m === null) return null;
    return (
      <Button
        minH="12"
        disabled={applied.busy || stale}
        onClick={() =>
          void applied.become(async (kept) => (await keepSeen(kept, tip_m)).rig, "Kept as a reading of the float.")
        }
      >
        Keep {write(tip_m, "tip", units)} with the float
      </Button>
    );
  };
  return (
    <Stack gap="4">
      <Box aria-live="polite">
        {applied.done && (
          <Flex gap="3" align="center" justify="space-between" bg="well" borderRadius="l2" p="3" mb="3" wrap="wrap">
            <Text fontWeight="semibold">{applied.done.says}</Text>
            <Button size="sm" disabled={applied.busy} onClick={() => void applied.undo()}>
              Undo
            </Button>
          </Flex>
        )}
        {applied.said && <Refused>{applied.said}</Refused>}
      </Box>
      <Heading as="h2" fontFamily="heading" fontSize="xl" fontWeight="bold">
        {nothing ? "Press what you see" : "Most likely"}
      </Heading>
      {nothing && (
        <Text color="soft">
          The causes that fit, each with its size on this float, and what to change, come here. One picture is enough to
          begin with.
        </Text>
      )}
      {!reading.explained && (
        <Box borderWidth="2px" borderColor="float" borderRadius="l2" p="3" role="status">
          <Text fontWeight="bold">None of the causes known here explains it.</Text>
          <Text>Look again, take something back, or wind in and start with a rig that is right.</Text>
        </Box>
      )}
      <Stack as="ol" listStyleType="none" gap="3" aria-label="Causes">
        {likely.map((c, i) => (
          <Cause key={c.id} cause={c} first={i === 0 && reading.explained} act={act(c, i)} />
        ))}
      </Stack>
      {reading.ask && (
        <Box bg="well" borderRadius="l2" p="4" role="group" aria-label="To be surer">
          <Text fontWeight="bold">To be surer: {inWords(reading.ask.ask, vocabulary)}</Text>
          <Flex gap="2" mt="3" wrap="wrap">
            {reading.ask.answers.map((a) => (
              <Button
                key={a.says}
                minH="12"
                disabled={stale}
                title={`Then: ${a.then}, ${percent(a.likely)}`}
                onClick={() => onSeen(a.seen)}
              >
                {a.says}
              </Button>
            ))}
          </Flex>
          <Then reading={reading} />
        </Box>
      )}
      {others.length > 0 && (
        <details className="bw-why">
          <summary>Less likely: {others.length}</summary>
          <Stack as="ol" listStyleType="none" gap="3" mt="3" aria-label="Less likely causes">
            {others.map((c) => (
              <Cause key={c.id} cause={c} first={false} act={act(c, SHOWN)} />
            ))}
          </Stack>
        </details>
      )}
    </Stack>
  );
}

const percent = (share: number) => `${Math.round(100 * share)} in 100`;
const remedy = (c: Likely, units: Parameters<typeof say>[2]) => say(c.remedy.says, c.remedy.figures ?? {}, units);

/** What the answer that would tell most would mean. */
function Then({ reading }: { reading: FloatReading }) {
  const telling = reading.ask?.answers.toSorted((a, b) => b.likely - a.likely)[0];
  if (!telling) return null;
  return (
    <Text fontSize="sm" color="soft" mt="2">
      If “{telling.says}”: {telling.then.charAt(0).toLowerCase() + telling.then.slice(1)}, {percent(telling.likely)}.
    </Text>
  );
}

function Cause({ cause, first, act }: { cause: Likely; first: boolean; act: React.ReactNode }) {
  const { units, vocabulary } = useSettings();
  const { low, high } = cause;
  const told = (figure: NonNullable<typeof low>) => write(figure.value, figure.quantity, units);
  return (
    <Flex
      as="li"
      borderWidth={first ? "2px" : "1px"}
      borderColor={first ? "reed" : "rule"}
      bg="card"
      borderRadius="l2"
      p="3"
      gap="3"
      justify="space-between"
      align={{ base: "stretch", sm: "center" }}
      direction={{ base: "column", sm: "row" }}
      data-cause={cause.id}
    >
      <Box flex="1" minW="0">
        <Text fontWeight="bold" fontSize={first ? "lg" : "md"}>
          {inWords(cause.says, vocabulary)}
        </Text>
        <Text color="soft">
          {say(cause.effect.says, cause.effect.figures ?? {}, units)}
          {low && high && `; by ${told(low)} to ${told(high)}`}
        </Text>
        <Flex align="center" gap="2" mt="1.5">
          <Box flex="1" maxW="56" h="2" bg="well" borderRadius="full" aria-hidden="true">
            <Box h="2" w={`${Math.round(100 * cause.likely)}%`} bg={first ? "reed" : "soft"} borderRadius="full" />
          </Box>
          <Text fontSize="sm" className="bw-nowrap">
            {percent(cause.likely)}
          </Text>
        </Flex>
        {!(cause.change && cause.keeps === "depth") && (
          <Text mt="1">{inWords(say(cause.remedy.says, cause.remedy.figures ?? {}, units), vocabulary)}</Text>
        )}
      </Box>
      {act && (
        <Flex direction="column" maxW={{ sm: "44" }}>
          {act}
        </Flex>
      )}
    </Flex>
  );
}
