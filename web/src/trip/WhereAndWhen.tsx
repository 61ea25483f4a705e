import { Box, Flex, Grid, Heading, Stack, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { lazy, Suspense, useEffect, useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, type Catalogue, type KeptTrip, keys } from "../api/client";
import { lasting } from "../browser/storage";
import { useSave } from "../document/useSave";
import { useSwims } from "../place/useSwims";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { Header } from "../shell/Header";
import { Refused } from "../shell/Refused";
import { Failed, Loading } from "../shell/States";
import { day } from "../units/clock";
import { ZONE } from "../units/zone";
import { Moment } from "../water/Fields";
import { LAST_SWIM } from "../water/lastSwim";

const NewRig = lazy(() => import("../bench/start/NewRig"));
const NewSwim = lazy(() => import("../water/NewSwim").then((m) => ({ default: m.NewSwim })));

/** Where and when next? */
export function WhereAndWhen() {
  const swims = useSwims();
  const trips = useQuery({ queryKey: keys.trips, queryFn: api.trips });
  const catalogue = useQuery({ queryKey: keys.catalogue, queryFn: api.catalogue, staleTime: Number.POSITIVE_INFINITY });
  useEffect(() => {
    document.title = "Trip · Brookwind";
  }, []);
  const failed = trips.isError ? trips : catalogue.isError ? catalogue : null;
  return (
    <Flex direction="column" minH="100dvh">
      <Header />
      <Box as="main" flex="1" w="100%" maxW="960px" mx="auto" p={{ base: "3", md: "4" }}>
        {failed || swims.failed ? (
          <Failed
            inside
            error={(failed?.error ?? swims.error ?? new Error("")) as Error}
            again={() => {
              void failed?.refetch();
              swims.again();
            }}
          />
        ) : trips.data && catalogue.data && !swims.pending ? (
          <Asked trips={trips.data} catalogue={catalogue.data} swims={swims.list} />
        ) : (
          <Loading inside what="your days" />
        )}
      </Box>
    </Flex>
  );
}

type AskedProps = { trips: KeptTrip[]; catalogue: Catalogue; swims: ReturnType<typeof useSwims>["list"] };

/** Tomorrow at eight, by the clock of this device. */
const tomorrow = () => {
  const at = new Date();
  at.setDate(at.getDate() + 1);
  at.setHours(8, 0, 0, 0);
  return at.toISOString();
};

function Asked({ trips, catalogue, swims }: AskedProps) {
  const [dialog, setDialog] = useState<"rig" | "swim" | null>(null);
  const [swim, setSwim] = useState("");
  const [fish, setFish] = useState("");
  const [begins, setBegins] = useState<string | null>(tomorrow);
  const { plan, drop, said, busy } = usePlans();
  const last = lasting.get(LAST_SWIM) ?? trips.at(-1)?.fields.swim;
  const where = swim || (swims.find((s) => s.swim.id === last) ?? swims[0])?.swim.id || "";
  const now = Date.now();
  const newest = [...trips].sort((a, b) => Date.parse(b.fields.begins) - Date.parse(a.fields.begins));
  const coming = newest.filter((t) => Date.parse(t.fields.ends) >= now).reverse();
  const past = newest.filter((t) => Date.parse(t.fields.ends) < now);
  return (
    <Stack gap="5">
      <Box bg="card" borderWidth="1px" borderColor="rule" borderRadius="l3" p={{ base: "4", md: "6" }}>
        <Heading as="h1" fontFamily="heading" fontSize={{ base: "2xl", md: "3xl" }} fontWeight="bold">
          Where and when next?
        </Heading>
        {swims.length === 0 ? (
          <Stack gap="3" mt="3" align="flex-start">
            <Text color="soft">
              A day is planned at a swim: its depth, current and light say which rigs are worth tying the evening
              before.
            </Text>
            <Flex gap="3" wrap="wrap">
              <Button variant="solid" onClick={() => setDialog("swim")}>
                Enter a swim
              </Button>
              <Button onClick={() => setDialog("rig")}>Start from a fish</Button>
            </Flex>
          </Stack>
        ) : (
          <Stack gap="3" mt="3">
            <Grid templateColumns={{ base: "minmax(0,1fr)", md: "1.4fr 1fr 1fr" }} gap="3">
              <Choice label="Where" value={where} onChange={setSwim}>
                {options(swims, (s) => [s.swim.id, s.water.name])}
              </Choice>
              <Moment label="From" value={begins} zone={ZONE} onChange={setBegins} />
              <Choice label="Hoped for" value={fish} onChange={setFish}>
                <option value="">as the last time there</option>
                {options(catalogue.species, (s) => [s.id, s.name])}
              </Choice>
            </Grid>
            {said && <Refused>{said}</Refused>}
            <Flex gap="3" wrap="wrap">
              <Button
                variant="solid"
                disabled={!begins || busy}
                onClick={() => begins && void plan(where, begins, fish || null, null)}
              >
                Plan the day
              </Button>
              <Button onClick={() => setDialog("rig")}>Start from a fish</Button>
            </Flex>
          </Stack>
        )}
      </Box>
      <Days title="Coming" trips={coming} none="No day is planned." onDrop={drop} />
      {past.length > 0 && (
        <Days
          title="Past"
          trips={past}
          none=""
          onDrop={drop}
          onLike={(t) => begins && void plan(t.fields.swim, begins, t.fields.fish[0] ?? null, t.fields.id)}
        />
      )}
      {trips.length > 0 && (
        <a className="bw-link" href="/api/trips.ics" download>
          The days as a calendar
        </a>
      )}
      <Suspense>
        {dialog === "rig" && <NewRig catalogue={catalogue} onClose={() => setDialog(null)} />}
        {dialog === "swim" && <NewSwim onClose={() => setDialog(null)} onMade={() => setDialog(null)} />}
      </Suspense>
    </Stack>
  );
}

function usePlans() {
  const go = useNavigate();
  const { said, save: act, busy } = useSave({ old: [keys.trips] });
  const plan = (swim: string, begins: string, fish: string | null, like: string | null) =>
    act(async () => {
      const trip = await api.beginTrip(swim, begins, fish, like);
      await api.createTrip(trip);
      go(`/trip/${trip.id}`);
    });
  const drop = (t: KeptTrip) => void act(() => api.deleteTrip(t.fields.id, t.version).then(() => undefined));
  return { plan, drop, said, busy };
}

type DaysProps = {
  title: string;
  trips: KeptTrip[];
  none: string;
  onDrop: (trip: KeptTrip) => void;
  onLike?: (trip: KeptTrip) => void;
};

function Days({ title, trips, none, onDrop, onLike }: DaysProps) {
  const [sure, setSure] = useState<string | null>(null);
  return (
    <Box as="section" aria-label={title}>
      <Heading as="h2" fontFamily="heading" fontSize="lg" fontWeight="bold" mb="1">
        {title}
      </Heading>
      {trips.length === 0 && <Text color="soft">{none}</Text>}
      <Stack as="ul" className="bw-plain" gap="2">
        {trips.map((t) => (
          <Flex
            as="li"
            key={t.fields.id}
            bg="card"
            borderWidth="1px"
            borderColor="rule"
            borderRadius="l2"
            ps="4"
            pe="2"
            py="2"
            gap="3"
            align="center"
            wrap="wrap"
          >
            <Box flex="1" minW="180px">
              <Link to={`/trip/${t.fields.id}`}>
                <Text fontWeight="bold">{t.fields.name}</Text>
              </Link>
              <Text fontSize="sm" color="soft">
                {day(t.fields.begins, ZONE)}
              </Text>
            </Box>
            {onLike && <Button onClick={() => onLike(t)}>Like this day …</Button>}
            {sure === t.fields.id ? (
              <Button variant="solid" onClick={() => onDrop(t)}>
                Take it out
              </Button>
            ) : (
              <Button
                variant="quiet"
                size="icon"
                aria-label={`Take out ${t.fields.name}`}
                onClick={() => setSure(t.fields.id)}
              >
                <Trash2 />
              </Button>
            )}
          </Flex>
        ))}
      </Stack>
    </Box>
  );
}
