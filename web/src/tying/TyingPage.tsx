import { Box, Flex, Heading, Stack, Text } from "@chakra-ui/react";
import { useQueries, useQuery } from "@tanstack/react-query";
import { ArrowLeft, ArrowRight, RotateCcw } from "lucide-react";
import { useEffect, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, type Catalogue, keys, type Rig, type Threading, type TyingStep } from "../api/client";
import { Button } from "../shell/Button";
import { Choice, options } from "../shell/Choice";
import { Header } from "../shell/Header";
import { Failed, Loading } from "../shell/States";
import { say } from "../units/quantity";
import { useSettings } from "../units/settings";
import { inWords } from "../units/vocabulary";
import { Forgotten } from "./Forgotten";
import { KnotDrawing } from "./KnotDrawing";
import { LeadersFirst } from "./LeadersFirst";
import { atTable, doneOf, keepDone } from "./stopped";
import { useTyingKeys } from "./useTyingKeys";

export type OnTable = { rig: Rig; list: Threading };

/** Tying at the table: one step at a time, large, one rig after another. */
export default function TyingPage() {
  const { rigIds = "" } = useParams();
  const ids = [...new Set(rigIds.split(",").filter(Boolean))];
  const catalogue = useQuery({ queryKey: keys.catalogue, queryFn: api.catalogue, staleTime: Number.POSITIVE_INFINITY });
  const tables = useQueries({
    queries: ids.map((id) => ({
      queryKey: keys.tying(id),
      queryFn: async (): Promise<OnTable> => {
        const { fields: rig } = await api.rig(id);
        return { rig, list: await api.thread(rig) };
      },
      staleTime: 0,
      gcTime: 0,
      retry: false,
    })),
  });
  useEffect(() => {
    document.title = "Tying · Brookwind";
  }, []);
  const failed = tables.find((t) => t.isError) ?? (catalogue.isError ? catalogue : undefined);
  const laid = tables.flatMap((t) => (t.data ? [t.data] : []));
  return (
    <Flex direction="column" minH="100dvh">
      <Header />
      <Box as="main" flex="1" w="100%" maxW="820px" mx="auto" p={{ base: "4", md: "6" }}>
        {failed ? (
          <Failed inside error={failed.error as Error} again={() => void failed.refetch()} />
        ) : !catalogue.data || laid.length < ids.length ? (
          <Loading inside what="the list" />
        ) : (
          <Table key={rigIds} laid={laid} catalogue={catalogue.data} />
        )}
      </Box>
    </Flex>
  );
}

function Table({ laid, catalogue }: { laid: OnTable[]; catalogue: Catalogue }) {
  const [done, setDone] = useState(() => laid.map((t) => doneOf(t.rig.id, t.list)));
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      laid.findIndex((t) => doneOf(t.rig.id, t.list) < atTable(t.list).length),
    ),
  );
  const here = laid[at];
  const step = done[at] ?? 0;
  const to = (n: number) => {
    if (!here) return;
    const now = Math.min(Math.max(0, n), atTable(here.list).length);
    keepDone(here.rig.id, here.list, now);
    setDone((all) => all.map((d, i) => (i === at ? now : d)));
  };
  const tied = here !== undefined && step >= atTable(here.list).length;
  const another = tied && at + 1 < laid.length;
  const next = () => (another ? setAt(at + 1) : to(step + 1));
  const back = () => (step === 0 && at > 0 ? setAt(at - 1) : to(step - 1));
  useTyingKeys(next, back);
  if (!here) return null;
  const steps = atTable(here.list);
  const present = steps[step];
  return (
    <Stack gap="5">
      <Flex justify="space-between" align="baseline" gap="3" wrap="wrap">
        <Box minW="0">
          <Heading as="h1" fontFamily="heading" fontWeight="bold" fontSize="xl" overflowWrap="anywhere">
            {here.rig.name}
          </Heading>
          <Text color="soft" fontSize="sm">
            {laid.length > 1 ? `Rig ${at + 1} of ${laid.length}. ` : ""}
            <Link to={`/bench/${here.rig.id}`} style={{ textDecoration: "underline" }}>
              Back to the bench
            </Link>
          </Text>
        </Box>
        <Text fontWeight="bold" fontSize="lg" data-testid="count">
          {tied ? "tied" : `${step + 1} of ${steps.length}`}
        </Text>
      </Flex>
      {laid.length > 1 && step === 0 && at === 0 && <LeadersFirst rigs={laid.map((t) => t.rig)} />}
      <Box aria-live="polite" data-testid="step" minH={{ base: "0", md: "180px" }}>
        {present ? <Step step={present} catalogue={catalogue} /> : <Tied list={here.list} />}
      </Box>
      <Done steps={steps} done={step} />
      {/* In reach of a thumb, however long the drawings are. */}
      <Flex gap="4" position={{ base: "sticky", md: "static" }} bottom="0" bg="page" py="2">
        <Button flex="1" h="16" fontSize="lg" onClick={back} disabled={step === 0 && at === 0}>
          <ArrowLeft aria-hidden="true" /> Back
        </Button>
        {(present || another) && (
          <Button variant="solid" flex="2" h="16" fontSize="lg" onClick={next}>
            {another ? `Next rig: ${laid[at + 1]?.rig.name}` : "Next"}
            {!another && (
              <Box as="span" hideBelow="md">
                (space)
              </Box>
            )}
            <ArrowRight aria-hidden="true" />
          </Button>
        )}
        {tied && !another && (
          <Button flex="2" h="16" fontSize="lg" onClick={() => to(0)}>
            <RotateCcw aria-hidden="true" /> Tie it again
          </Button>
        )}
      </Flex>
      <Forgotten key={here.rig.id} rig={here.rig} list={here.list} done={step} />
      <Another laid={laid} />
    </Stack>
  );
}

function Step({ step, catalogue }: { step: TyingStep; catalogue: Catalogue }) {
  const { units, vocabulary } = useSettings();
  const words = (text: string) => inWords(say(text, step.figures ?? {}, units), vocabulary);
  const knot = [...catalogue.knots, catalogue.stop_knot].find((k) => k.id === step.knot);
  return (
    <Stack gap="3">
      <Heading
        as="h2"
        fontFamily="heading"
        fontWeight="bold"
        fontSize={{ base: "2xl", md: "4xl" }}
        lineHeight="1.1"
        overflowWrap="anywhere"
      >
        {inWords(step.title, vocabulary)}
      </Heading>
      <Text fontSize={{ base: "lg", md: "xl" }}>{words(step.says ?? "")}</Text>
      {step.warns && (
        <Text fontSize="lg" fontWeight="semibold" color="brass">
          {words(step.warns)}
        </Text>
      )}
      {step.on_already && step.on_already.length > 0 && (
        <Text fontWeight="semibold" color="brass">
          On the line by now: {inWords(step.on_already.join(", "), vocabulary)}.
        </Text>
      )}
      {knot && <KnotDrawing knot={knot} />}
    </Stack>
  );
}

function Tied({ list }: { list: Threading }) {
  const { vocabulary } = useSettings();
  const left = list.steps.filter((s) => s.at_water).map((s) => s.title.toLowerCase());
  return (
    <Stack gap="3">
      <Heading as="h2" fontFamily="heading" fontWeight="bold" fontSize={{ base: "2xl", md: "4xl" }}>
        It is tied.
      </Heading>
      {left.length > 0 && <Text fontSize="xl">Left for the water: {inWords(left.join(", "), vocabulary)}.</Text>}
    </Stack>
  );
}

/** How far it is: a bead for each step. */
function Done({ steps, done }: { steps: TyingStep[]; done: number }) {
  return (
    <Flex aria-hidden="true" align="center" justify="space-between" position="relative" px="1">
      <Box position="absolute" left="0" right="0" h="2px" bg="ink" />
      {steps.map((s, i) => (
        <Box
          key={`${s.pieces?.join()} ${s.title}`}
          position="relative"
          w={i === done ? "5" : "2.5"}
          h={i === done ? "5" : "2.5"}
          borderRadius="full"
          bg={i === done ? "float" : i < done ? "reed" : "edge"}
        />
      ))}
    </Flex>
  );
}

/** One more rig on the table, after the ones that are there. */
function Another({ laid }: { laid: OnTable[] }) {
  const go = useNavigate();
  const rigs = useQuery({ queryKey: keys.rigs, queryFn: api.rigs });
  const ids = laid.map((t) => t.rig.id);
  const others = (rigs.data ?? []).filter((r) => !ids.includes(r.id));
  if (others.length === 0) return null;
  return (
    <Box maxW="360px">
      <Choice label="Tie another after it" value="" onChange={(id) => id && go(`/tie/${[...ids, id].join(",")}`)}>
        <option value="">choose a rig</option>
        {options(others, (r) => [r.id, r.name])}
      </Choice>
    </Box>
  );
}
