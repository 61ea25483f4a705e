import { Box, Flex, Grid, Heading, Stack, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { api, type Catalogue, keys, type LogAnswer, type Taught } from "../api/client";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { Header } from "../shell/Header";
import { Failed, Loading } from "../shell/States";
import { say, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { counted, inWords } from "../units/vocabulary";
import { BringIn } from "./BringIn";
import { Learnt } from "./Learnt";
import { NewOuting } from "./NewOuting";
import { Rates } from "./Rates";
import { Sessions } from "./Sessions";

type Logged = Awaited<ReturnType<typeof api.log>>;

/** What happened on the water, and what it teaches. */
export default function LogPage() {
  const logged = useQuery({ queryKey: keys.log, queryFn: api.log });
  const catalogue = useQuery({ queryKey: keys.catalogue, queryFn: api.catalogue, staleTime: Number.POSITIVE_INFINITY });
  useEffect(() => {
    document.title = "Log · Brookwind";
  }, []);
  const failed = logged.isError ? logged : catalogue.isError ? catalogue : null;
  return (
    <Flex direction="column" minH="100dvh">
      <Header />
      <Box as="main" flex="1" w="100%" maxW="1280px" mx="auto" p={{ base: "3", md: "4" }}>
        {failed ? (
          <Failed inside error={failed.error as Error} again={() => void failed.refetch()} />
        ) : logged.data && catalogue.data ? (
          <Book logged={logged.data} catalogue={catalogue.data} />
        ) : (
          <Loading inside what="the log" />
        )}
      </Box>
    </Flex>
  );
}

function Book({ logged, catalogue }: { logged: Logged; catalogue: Catalogue }) {
  const [query, setQuery] = useSearchParams();
  const [dialog, setDialog] = useState<"new" | "in" | null>(null);
  const put = (key: string, value: string) => {
    // As the address is now: what was chosen a moment ago may not be drawn yet.
    const next = new URLSearchParams(window.location.search);
    if (value) next.set(key, value);
    else next.delete(key);
    setQuery(next);
  };
  // The fish that is caught most is asked first; "all" asks of every fish together.
  const fish = query.get("fish") ?? logged.species[0]?.id ?? "all";
  const place = query.get("place") ?? "";
  const asked = { ...(fish === "all" ? {} : { species: fish }), ...(place ? { place } : {}) };
  const taught = useQuery({
    queryKey: keys.taught(asked, logged),
    queryFn: () => api.taught(asked),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
  });
  const answers = taught.data?.answers ?? [];
  const answer = answers.find((a) => a.id === query.get("ask")) ?? answers[0];
  const fishName = (id: string) => catalogue.species.find((s) => s.id === id)?.name ?? id;
  if (logged.outings.length === 0)
    return (
      <>
        <Empty onNew={() => setDialog("new")} onIn={() => setDialog("in")} />
        {dialog === "new" && <NewOuting onClose={() => setDialog(null)} onBegun={(id) => put("session", id)} />}
        {dialog === "in" && <BringIn onClose={() => setDialog(null)} />}
      </>
    );
  return (
    <Grid templateColumns={{ base: "minmax(0,1fr)", lg: "300px minmax(0,1fr)" }} gap="4" alignItems="start">
      <Stack
        as="section"
        aria-label="Ask the book"
        bg="card"
        borderWidth="1px"
        borderColor="rule"
        borderRadius="l3"
        p="4"
        gap="2"
      >
        <Heading as="h1" fontFamily="heading" fontSize="2xl" fontWeight="bold">
          Ask the book
        </Heading>
        <Box className="bw-asks">
          {answers.map((a) => (
            <Button
              key={a.id}
              w="100%"
              justifyContent="flex-start"
              aria-pressed={a.id === answer?.id}
              variant={a.id === answer?.id ? "solid" : "outline"}
              onClick={() => put("ask", a.id)}
            >
              {a.ask}
            </Button>
          ))}
        </Box>
        <Choice label="Fish" value={fish} onChange={(id) => put("fish", id)}>
          <option value="all">every fish</option>
          {options(logged.species, (s) => [s.id, `${fishName(s.id)} (${s.n})`])}
        </Choice>
        <Choice label="Swim" value={place} onChange={(p) => put("place", p)}>
          <option value="">everywhere</option>
          {options(logged.places, (p) => [p, p])}
        </Choice>
        <Button variant="solid" mt="2" onClick={() => setDialog("new")}>
          A session by hand
        </Button>
        <Button onClick={() => setDialog("in")}>Bring in, take out</Button>
      </Stack>
      <Stack gap="4" minW="0" opacity={taught.isPlaceholderData ? 0.6 : 1}>
        {taught.isError && <Failed inside error={taught.error} again={() => void taught.refetch()} />}
        {answer && taught.data && <Answered answer={answer} taught={taught.data} />}
        {/* Not before what stands above it: its buttons must not move while they are pressed. */}
        {taught.isPending ? (
          <Loading inside what="what the log teaches" />
        ) : (
          <Sessions
            logged={logged}
            catalogue={catalogue}
            chosen={query.get("session")}
            onChoose={(id) => put("session", id)}
          />
        )}
        {taught.data && <NextTime taught={taught.data} />}
        <Learnt />
      </Stack>
      {dialog === "new" && <NewOuting onClose={() => setDialog(null)} onBegun={(id) => put("session", id)} />}
      {dialog === "in" && <BringIn onClose={() => setDialog(null)} />}
    </Grid>
  );
}

function Empty({ onNew, onIn }: { onNew: () => void; onIn: () => void }) {
  return (
    <Box textAlign="center" mt="24" maxW="520px" mx="auto">
      <Heading as="h1" fontFamily="heading" fontSize="2xl">
        Nothing written down yet
      </Heading>
      <Text color="soft" mt="3">
        A session is a place and its hours, the rigs that were fished in it, and every bite and fish. After a few the
        book can be asked which height, bait and hour were the best, and how sure that is.
      </Text>
      <Flex gap="3" justify="center" mt="5" wrap="wrap">
        <Button variant="solid" onClick={onNew}>
          A session by hand
        </Button>
        <Button onClick={onIn}>Bring in a table</Button>
      </Flex>
    </Box>
  );
}

function Answered({ answer, taught }: { answer: LogAnswer; taught: Taught }) {
  const { units, vocabulary } = useSettings();
  const words = (told: { says: string; figures?: LogAnswer["says"]["figures"] }) =>
    inWords(say(told.says, told.figures ?? {}, units), vocabulary);
  return (
    <Box as="section" aria-label={answer.ask} bg="card" borderWidth="1px" borderColor="rule" borderRadius="l3" p="5">
      <Heading as="h2" fontFamily="heading" fontSize={{ base: "xl", md: "2xl" }} fontWeight="bold" data-testid="answer">
        {words(answer.says)}
      </Heading>
      <Text color="soft">{words(answer.why)}</Text>
      <Rates answer={answer} words={words} />
      <Text fontSize="sm" color="soft" mt="2">
        {counted(taught.sessions, "session")}, {Math.round(taught.hours)} hours, {taught.fish} fish. Each thing is
        looked at by itself: days and swims differ too.
      </Text>
    </Box>
  );
}

function NextTime({ taught }: { taught: Taught }) {
  const { units, vocabulary } = useSettings();
  const words = (told: { says: string; figures?: LogAnswer["says"]["figures"] }) =>
    inWords(say(told.says, told.figures ?? {}, units), vocabulary);
  return (
    <Box as="section" aria-label="Next time" bg="card" borderWidth="1px" borderColor="rule" borderRadius="l3" p="5">
      <Heading as="h2" fontFamily="heading" fontSize="xl" fontWeight="bold" mb="2">
        Next time
      </Heading>
      {taught.next_time.length === 0 && (
        <Text color="soft">Nothing stands out yet. Fish two things some hours each.</Text>
      )}
      <Stack as="ul" className="bw-plain" gap="2">
        {taught.next_time.map((s) => (
          <Flex as="li" key={s.says.says} gap="3" justify="space-between" wrap="wrap">
            <Box flex="1" minW="220px">
              <Text fontWeight="semibold">{words(s.says)}</Text>
              <Text fontSize="sm" color="soft">
                {words(s.why)}
              </Text>
            </Box>
            <Text fontWeight="bold" color={s.how_sure === "sure enough" ? "reed" : "brass"} className="bw-nowrap">
              {s.how_sure}
            </Text>
          </Flex>
        ))}
      </Stack>
      {taught.changes.length > 0 && (
        <>
          <Heading as="h3" fontFamily="heading" fontSize="md" fontWeight="bold" mt="4" mb="1">
            What changed just before it got better
          </Heading>
          <Stack as="ul" className="bw-plain" gap="1">
            {taught.changes.map((c) => (
              <Text as="li" key={`${c.outing} ${c.at}`}>
                <b>{words(c.says)}</b>: from {write(c.before, "plain", units)} to {write(c.after, "plain", units)} an
                hour, {c.place}, {new Date(c.at * 1000).toLocaleDateString("en-GB", { day: "numeric", month: "short" })}{" "}
                ({Math.round(100 * c.sure)} in 100)
              </Text>
            ))}
          </Stack>
        </>
      )}
    </Box>
  );
}
