import { Box, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, database, keys, type TonightRig, type Trip } from "../api/client";
import { useKeepRig } from "../document/keepRig";
import { useSave } from "../document/useSave";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { Header } from "../shell/Header";
import { Refused } from "../shell/Refused";
import { Failed, Loading } from "../shell/States";
import { begun, type Day } from "./day";
import { canKeepPages, keepPages } from "./offline";

/** What is taken to the water: the day that is planned with its rigs, or just some rigs. */
export function TakeAlong({ onBegun }: { onBegun: (day: Day) => void }) {
  const trips = useQuery({ queryKey: keys.trips, queryFn: api.trips });
  const rigs = useQuery({ queryKey: keys.rigs, queryFn: api.rigs });
  const failed = [trips, rigs].find((q) => q.isError);
  return (
    <Flex direction="column" minH="100dvh">
      <Header />
      <Box as="main" w="100%" maxW="560px" mx="auto" p={{ base: "3", md: "6" }}>
        {failed ? (
          <Failed inside error={failed.error as Error} again={() => void failed.refetch()} />
        ) : trips.data && rigs.data ? (
          <Choose trips={trips.data.map((t) => t.fields)} rigs={rigs.data} onBegun={onBegun} />
        ) : (
          <Loading inside what="your rigs" />
        )}
      </Box>
    </Flex>
  );
}

type ChooseProps = {
  trips: Trip[];
  rigs: Awaited<ReturnType<typeof api.rigs>>;
  onBegun: (day: Day) => void;
};

const NO_TRIP = "";

function Choose({ trips, rigs, onBegun }: ChooseProps) {
  const coming = trips
    .filter((t) => Date.parse(t.ends) > Date.now() - 12 * 3_600_000)
    .sort((a, b) => Date.parse(a.begins) - Date.parse(b.begins));
  const [trip, setTrip] = useState(coming[0]?.id ?? NO_TRIP);
  const planned = coming.find((t) => t.id === trip);
  // Rigs tied for the swim come first.
  const near = [...rigs].sort((a, b) => Number(b.swim === planned?.swim) - Number(a.swim === planned?.swim));
  const [picked, setPicked] = useState<string[] | null>(null);
  const chosen =
    picked ??
    near
      .filter((r) => r.swim === planned?.swim)
      .slice(0, 1)
      .map((r) => r.id);
  const { take, busy, said } = useTake(onBegun);
  return (
    <Stack gap="4">
      <Box>
        <Heading as="h1" fontFamily="heading" fontSize="2xl" fontWeight="bold">
          To the water
        </Heading>
        <Text color="soft">
          Settings, tables and what the float may say are reckoned now and kept in this browser. From then on it needs
          no connection.
        </Text>
      </Box>
      <Choice label="The day" value={trip} onChange={setTrip}>
        {options(coming, (t) => [t.id, t.name])}
        <option value={NO_TRIP}>no plan, just rigs</option>
      </Choice>
      <Box>
        <Text className="bw-label">Rigs taken along, the first is on first</Text>
        <Stack as="ul" className="bw-plain" gap="1">
          {planned && <PlannedRigs trip={planned} onKept={(id) => setPicked([...new Set([...chosen, id])])} />}
          {near.map((r) => (
            <Flex as="li" key={r.id}>
              <Box as="label" className="bw-tick" flex="1" py="2">
                <input
                  type="checkbox"
                  checked={chosen.includes(r.id)}
                  onChange={(e) =>
                    setPicked(e.currentTarget.checked ? [...chosen, r.id] : chosen.filter((i) => i !== r.id))
                  }
                />{" "}
                {r.name}
                {chosen.indexOf(r.id) === 0 && chosen.length > 1 && (
                  <Text as="span" color="reed" fontWeight="semibold">
                    {" "}
                    on first
                  </Text>
                )}
              </Box>
            </Flex>
          ))}
        </Stack>
        {rigs.length === 0 && (
          <Text color="soft">No rig is kept yet: tie one on the bench, or from a planned day.</Text>
        )}
      </Box>
      {said && <Refused>{said}</Refused>}
      {!canKeepPages() && (
        <Text fontSize="sm" color="brass" fontWeight="semibold">
          This address is not a secure one, so browsers do not keep the pages: leave this page open at the water. What
          you do is kept here all the same, and sent when you are back.
        </Text>
      )}
      <Button
        variant="solid"
        minH="14"
        fontSize="lg"
        disabled={chosen.length === 0 || busy}
        onClick={() => void take(chosen.slice(0, 8), planned?.id ?? null)}
      >
        {busy ? "Reckoning …" : "Take it along"}
      </Button>
    </Stack>
  );
}

function useTake(onBegun: (day: Day) => void) {
  const { said, save, busy } = useSave();
  const take = (rigs: string[], trip: string | null) =>
    save(async () => {
      const [prepared] = await Promise.all([api.prepareDay(rigs, trip), keepPages()]);
      onBegun(begun(prepared, new Date().toISOString(), database()));
    });
  return { take, busy, said };
}

/** The rigs that the plan found: kept among one's own when they are taken. */
function PlannedRigs({ trip, onKept }: { trip: Trip; onKept: (id: string) => void }) {
  const keep = useKeepRig();
  const found = useQuery({
    queryKey: keys.tonightToTake(trip.id),
    queryFn: ({ signal }) => api.tonight(trip, () => {}, signal),
    retry: false,
    staleTime: 60_000,
  });
  const [taken, setTaken] = useState<string[]>([]);
  const { said, save } = useSave();
  const take = (one: TonightRig) =>
    save(async () => {
      onKept(await keep(one.rig));
      setTaken([...taken, one.rig.id]);
    });
  return (
    <>
      {said && <Refused>{said}</Refused>}
      {found.data?.rigs
        .filter((r) => !taken.includes(r.rig.id))
        .map((r) => (
          <Flex as="li" key={r.rig.id} align="center" gap="3">
            <Text flex="1">{r.rig.name}</Text>
            <Button size="sm" onClick={() => void take(r)}>
              Take this one
            </Button>
          </Flex>
        ))}
    </>
  );
}
