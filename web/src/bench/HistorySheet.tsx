import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { api, keys, type Rig, type Schemas } from "../api/client";
import { Button } from "../shell/Button";
import { Refused } from "../shell/Refused";
import { Sheet } from "../shell/Sheet";
import { clock, day } from "../units/clock";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";
import { ZONE } from "../units/zone";
import type { BenchState } from "./useBench";

const MOST_TOLD = 4;
type Earlier = Schemas["Earlier"];

/** The rig as it was saved before, newest first, each with what was changed then, and the way back to it. */
export default function HistorySheet({ bench, onClose }: { bench: BenchState; onClose: () => void }) {
  const { rig } = bench;
  const past = useQuery({
    queryKey: keys.history(rig.id),
    queryFn: () => api.history(rig.id),
    staleTime: 0,
    gcTime: 0,
  });
  const back = (one: Earlier) => {
    bench.put(one.rig as Rig);
    bench.setSaid({ tone: "note", text: `As it was ${whenOf(one)}. Undo brings back what stood here.` });
    onClose();
  };
  // The newest is the rig that is on the bench, as far as it is saved.
  const earlier = past.data?.slice(1) ?? [];
  return (
    <Sheet title={`${rig.name}: earlier versions`} onClose={onClose}>
      {past.isError && <Refused>{past.error.message}</Refused>}
      {past.isPending && <Text aria-live="polite">Fetching them.</Text>}
      {past.data && earlier.length === 0 && (
        <Text>This rig has not been changed since it was first saved. Every change from now on can be found here.</Text>
      )}
      <Stack as="ul" gap="0" listStyleType="none" aria-label="Earlier versions">
        {earlier.map((one, i) => (
          <Flex
            as="li"
            key={one.version}
            gap="3"
            py="2"
            align="start"
            borderTopWidth={i > 0 ? "1px" : undefined}
            borderColor="rule"
          >
            <Box flex="1" minW="0">
              <Text fontWeight="semibold">{whenOf(one)}</Text>
              <Since told={past.data?.[i]?.differs ?? []} />
            </Box>
            <Button size="sm" aria-label={`Put it back as it was ${whenOf(one)}`} onClick={() => back(one)}>
              Put it back
            </Button>
          </Flex>
        ))}
      </Stack>
    </Sheet>
  );
}

const whenOf = (one: Earlier) => `${day(one.saved_at, ZONE)}, ${clock(one.saved_at, ZONE)}`;

/** What was changed after it. */
function Since({ told }: { told: Earlier["differs"] }) {
  const { units } = useSettings();
  const more = told.length - MOST_TOLD;
  return (
    <Text fontSize="sm" color="soft">
      {told.length > 0 && "Changed after this: "}
      {told
        .slice(0, MOST_TOLD)
        .map((t) => say(t.says, t.figures ?? {}, units))
        .join(" ")}
      {more > 0 && ` And ${more} more.`}
    </Text>
  );
}
