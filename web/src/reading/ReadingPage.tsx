import { Box, Flex, Grid, Heading, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { api, type Evaluation, type FloatReading, keys, Refusal, type Rig } from "../api/client";
import { useDay } from "../place/day";
import { inFlow } from "../scene/flow";
import { Button } from "../shell/Button";
import { Header } from "../shell/Header";
import { Refused } from "../shell/Refused";
import { Failed, Loading } from "../shell/States";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";
import { AlsoSeen } from "./AlsoSeen";
import { LookPicture } from "./LookPicture";
import { MostLikely } from "./MostLikely";
import { answered, asQuery, type Look, NOTHING, type Noted, nameOf, notedIn } from "./seen";

/** What is the float doing? What is seen, what may be wrong, and what to look at next. */
export default function ReadingPage() {
  const { rigId = "" } = useParams();
  const day = useDay();
  const rig = useQuery({ queryKey: keys.readingRig(rigId), queryFn: () => api.rig(rigId), staleTime: 0, retry: false });
  const fields = rig.data?.fields;
  const drawn = useQuery({
    queryKey: keys.readingDrawn(fields),
    queryFn: () => api.evaluate({ rig: fields as Rig, day }),
    enabled: fields !== undefined,
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  useEffect(() => {
    document.title = "What is the float doing? · Brookwind";
  }, []);
  const failed = rig.isError ? rig : drawn.isError ? drawn : null;
  return (
    <Flex direction="column" minH="100dvh">
      <Header />
      <Box as="main" flex="1" w="100%" maxW="1180px" mx="auto" p={{ base: "3", md: "6" }}>
        {failed ? (
          <Failed inside error={failed.error as Error} again={() => void failed.refetch()} />
        ) : fields && drawn.data ? (
          <Read rig={fields} float={inFlow(drawn.data).afloat} setting_m={drawn.data.setting_m} />
        ) : (
          <Loading inside what="the float" />
        )}
      </Box>
    </Flex>
  );
}

function Read({ rig, float, setting_m }: { rig: Rig; float: Evaluation["afloat"]; setting_m: number }) {
  const { units } = useSettings();
  const [query] = useSearchParams();
  const go = useNavigate();
  const noted = notedIn(query);
  // Each thing seen is a step in the browser's history: its way back takes it off again.
  const note = (next: Noted) => go({ search: `?${new URLSearchParams(asQuery(next))}` });
  const found = useQuery({
    queryKey: keys.reading(rig, noted),
    queryFn: () => api.read(rig, noted.seen, noted.after_s),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });
  const refused = found.error instanceof Refusal ? found.error : null;
  const reading = found.data;
  const { seen } = noted;
  const nothing = Object.keys(asQuery(noted)).length === 0;
  return (
    <>
      <Flex justify="space-between" align="baseline" gap="3" wrap="wrap" mb="4">
        <Box minW="0">
          <Heading as="h1" fontFamily="heading" fontWeight="bold" fontSize={{ base: "2xl", md: "3xl" }}>
            What is the float doing?
          </Heading>
          <Text color="soft" overflowWrap="anywhere">
            {rig.name}.{" "}
            <Link to={`/bench/${rig.id}`} style={{ textDecoration: "underline" }}>
              Back to the bench
            </Link>
          </Text>
        </Box>
        <Flex gap="3" align="center">
          {reading && <Text fontWeight="semibold">{say(reading.shows.says, reading.shows.figures ?? {}, units)}</Text>}
          {!nothing && <Button onClick={() => note(NOTHING)}>Start over</Button>}
        </Flex>
      </Flex>
      <Grid templateColumns={{ base: "minmax(0,1fr)", lg: "minmax(0,1fr) minmax(0,1fr)" }} gap={{ base: "5", lg: "8" }}>
        <Stack gap="4">
          {reading && (
            <Looks
              reading={reading}
              float={float}
              chosen={seen.look ?? null}
              onLook={(look) => note(looked(notedIn(new URLSearchParams(window.location.search)), look))}
            />
          )}
          <AlsoSeen noted={noted} usual_m={reading?.tip_m ?? float.tip_m} setting_m={setting_m} onNote={note} />
        </Stack>
        <Stack gap="4" aria-busy={found.isFetching}>
          <SoFar noted={noted} onNote={note} />
          {refused && <Refused>{refused.message}</Refused>}
          {reading && !refused && (
            <MostLikely
              rig={rig}
              reading={reading}
              stale={found.isPlaceholderData}
              onSeen={(s) => note({ ...noted, seen: s })}
            />
          )}
        </Stack>
      </Grid>
    </>
  );
}

/** Another picture: what was said of the one before is of no use any more. */
function looked(noted: Noted, look: Look): Noted {
  const { tip_m, much, lean_deg, ...rest } = noted.seen;
  return { ...noted, seen: { ...rest, look } };
}

type LooksProps = {
  reading: FloatReading;
  float: Evaluation["afloat"];
  chosen: Look | null;
  onLook: (look: Look) => void;
};

function Looks({ reading, float, chosen, onLook }: LooksProps) {
  return (
    <Grid
      as="section"
      aria-label="What it may do"
      templateColumns={{ base: "repeat(4, minmax(0,1fr))", md: "repeat(4, minmax(0,1fr))" }}
      gap="2"
    >
      {reading.looks.map((look) => (
        <button
          key={look}
          type="button"
          className="bw-look"
          aria-pressed={look === chosen}
          onClick={() => onLook(look)}
        >
          <LookPicture float={float} look={look} />
          <span>{nameOf(look, reading.moves)}</span>
        </button>
      ))}
    </Grid>
  );
}

/** What was answered beside the picture, each to be taken back. */
function SoFar({ noted, onNote }: { noted: Noted; onNote: (next: Noted) => void }) {
  const said = answered(noted.seen);
  if (said.length === 0) return null;
  return (
    <Flex gap="2" wrap="wrap" aria-label="Seen so far" role="group">
      {said.map(({ key, says }) => (
        <Button
          key={key}
          size="sm"
          title="Take it back"
          onClick={() => {
            onNote({ ...noted, seen: { ...noted.seen, [key]: null } });
          }}
        >
          {says}
          <span aria-hidden="true">×</span>
          <span className="bw-hidden">: take it back</span>
        </Button>
      ))}
    </Flex>
  );
}
