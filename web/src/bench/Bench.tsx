import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { FolderOpen } from "lucide-react";
import { lazy, Suspense, useCallback, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import {
  api,
  type BoxItem,
  type Catalogue,
  type Evaluation,
  type KeptRig,
  type Proposal,
  type Rig,
} from "../api/client";
import type { Draft } from "../document/drafts";
import { SaveChip } from "../document/SaveChip";
import { UndoButtons } from "../document/UndoButtons";
import { type Keeper, useAutosave } from "../document/useAutosave";
import { purposeOf } from "../method/purpose";
import { inFlow } from "../scene/flow";
import { Scene } from "../scene/Scene";
import { BeadLine } from "../shell/BeadLine";
import { Button } from "../shell/Button";
import { Header } from "../shell/Header";
import { Later } from "../shell/Later";
import { StaleNotice } from "../shell/StaleNotice";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { Changed } from "./Changed";
import { Findings } from "./Findings";
import { LookBar, LookingAt } from "./LookingAt";
import { Panel } from "./stations/Panel";
import { type StationId, stationsOf } from "./stationsOf";
import { useBench } from "./useBench";
import { useBenchKeys } from "./useBenchKeys";
import { useEvaluation } from "./useEvaluation";
import { Verdict } from "./Verdict";
import { ASKED, wishFor } from "./wish";

const RigsDialog = lazy(() => import("./RigsDialog"));
const NewRig = lazy(() => import("./NewRig"));
const FallView = lazy(() => import("./fall/FallView"));
const FamilyChooser = lazy(() => import("../method/FamilyChooser"));

type Props = {
  kept: KeptRig;
  draft: Draft<Rig> | null;
  catalogue: Catalogue;
  box: BoxItem[];
  onKept: () => void;
  onReload: () => void;
};

const STATION_KEY = "brookwind.station";

const RIGS: Keeper<Rig> = {
  draftId: (rig) => rig.id,
  save: (version, rig) => api.saveRig(rig.id, version, rig),
  read: (rig) => api.rig(rig.id),
};

export function Bench({ kept, draft, catalogue, box, onKept, onReload }: Props) {
  const { units, vocabulary } = useSettings();
  // A draft says which version it was made from; saving it is then refused if another tab went on meanwhile.
  const [opened] = useState<KeptRig>(() => (draft ? { ...kept, version: draft.version } : kept));
  const go = useNavigate();
  // A draft left by an earlier version may lack fields that came since: the kept rig has them.
  const bench = useBench(draft ? { ...kept.fields, ...draft.doc } : kept.fields);
  const { rig } = bench;
  const answer = useEvaluation(rig);
  const { evaluation } = answer;
  const [asked, setAsked] = useState(ASKED);
  const [trying, setTrying] = useState<Proposal | null>(null);
  const own = useQuery({ queryKey: ["patterns"], queryFn: api.patterns }).data ?? [];
  // What is looked at belongs to the rig it was made from.
  // biome-ignore lint/correctness/useExhaustiveDependencies: another rig ends the looking
  useEffect(() => setTrying(null), [rig]);
  const saving = useAutosave(RIGS, opened, rig, bench.gesturing, onKept);
  const [station, setStation] = useState<StationId>(
    () => (sessionStorage.getItem(STATION_KEY) as StationId | null) ?? "load",
  );
  const [selected, setSelected] = useState<string | null>(null);
  const [metal, setMetal] = useState<string | null>(null);
  const [sheet, setSheet] = useState<"rigs" | "new" | "family" | null>(null);
  const [keys, setKeys] = useState(false);
  const [pinned, setPinned] = useState<{ evaluation: Evaluation; rig: Rig } | null>(null);
  const [falls, setFalls] = useState<"alone" | "beside" | null>(null);
  const pin = () => evaluation && answer.of && setPinned({ evaluation, rig: answer.of });
  const spoken = useRef<HTMLDivElement>(null);

  const announce = (text: string) => {
    if (spoken.current) spoken.current.textContent = text;
  };

  useEffect(() => {
    if (evaluation && answer.of && !pinned) setPinned({ evaluation, rig: answer.of });
  }, [evaluation, answer.of, pinned]);
  useEffect(() => sessionStorage.setItem(STATION_KEY, station), [station]);
  useEffect(() => {
    document.title = `${rig.name} · Brookwind`;
  }, [rig.name]);

  const balance = async (pattern = rig.pattern) => {
    if (![...catalogue.patterns, ...own.map((k) => k.fields)].some((p) => p.id === pattern)) {
      bench.setSaid({ tone: "refuse", text: "This rig's own pattern is no longer kept. Choose another under Load." });
      return;
    }
    const wish = wishFor(pattern, asked, metal, own);
    const done = await bench.ask(async (now) => (await api.balance(now, wish)).rig);
    if (done) announce("Balanced from the box.");
  };
  const keepCopy = async () => {
    const id = `rig-${crypto.randomUUID().replaceAll("-", "").slice(0, 12)}`;
    await api.createRig({ ...rig, id, name: `${rig.name} (copy)`.slice(0, 80) });
    onReload();
    go(`/bench/${id}`);
  };
  const toFamily = async (family: string) => {
    const name = catalogue.families.find((f) => f.id === family)?.name ?? family;
    let dropped: string[] = [];
    const done = await bench.ask(async (now) => {
      const switched = await api.switchFamily(now, family);
      dropped = switched.dropped;
      const wish = wishFor(switched.rig.pattern, ASKED, metal, own);
      // Without the weights in the box the rig is still what was asked for: the bench says what is missing.
      return api.balance(switched.rig, wish).then(
        (p) => p.rig,
        () => switched.rig,
      );
    });
    setSheet(null);
    if (!done) return;
    const lost = dropped.length ? ` Not kept: ${dropped.join("; ")}.` : " Everything else was kept.";
    bench.setSaid({ tone: "note", text: `Now: ${name}.${lost} Undo brings back what was.` });
    announce(`Now ${name}.`);
  };
  const setStop = async () => {
    if (await bench.edit({ do: "set-stop" })) announce("Stop set.");
  };

  const playFall = (beside = false) => setFalls((f) => (f ? null : beside ? "beside" : "alone"));
  const fallAlone = useCallback(() => setFalls("alone"), []);

  useBenchKeys({
    bench,
    evaluation,
    selected,
    setSelected,
    setStation,
    balance,
    setStop,
    playFall,
    falling: falls !== null,
    setKeys,
    announce,
    units,
  });

  const stations = stationsOf(rig, evaluation, answer.refusal, catalogue, units, vocabulary);
  const refusal = answer.refusal && answer.refusal.status !== 0 ? answer.refusal : null;
  return (
    <Flex direction="column" minH="100dvh" h={{ lg: "100dvh" }}>
      <Later busy={bench.gesturing}>
        <Header keysOpen={keys} onKeys={setKeys}>
          <SaveChip state={saving} />
          <UndoButtons canUndo={bench.canUndo} canRedo={bench.canRedo} undo={bench.undo} redo={bench.redo} />
          <Button
            variant="bar"
            onClick={() => setSheet("rigs")}
            title="Open, start or copy a rig"
            aria-label={`Rigs; on the bench: ${rig.name}`}
            maxW="72"
            minW="0"
          >
            <FolderOpen aria-hidden="true" />
            <Text as="span" truncate hideBelow="md">
              {rig.name}
            </Text>
          </Button>
        </Header>
      </Later>
      {saving.kind === "stale" && (
        <StaleNotice sentence={saving.sentence} keepLabel="Keep mine as a copy" onKeep={keepCopy} onReload={onReload} />
      )}
      <Grid
        as="main"
        flex="1"
        minH="0"
        gap="4"
        p={{ base: "3", md: "4" }}
        templateColumns={{ base: "minmax(0,1fr)", lg: "208px minmax(0,1fr) 344px" }}
        alignItems="stretch"
      >
        <Later busy={bench.gesturing}>
          <Flex direction="column" justify="space-between" gap="4" minH="0" minW="0">
            <BeadLine label="Stations" beads={stations} present={station} onGo={setStation} />
            <Box hideBelow="lg">
              {evaluation && <Changed pinned={pinned?.evaluation ?? null} now={evaluation} units={units} onPin={pin} />}
            </Box>
          </Flex>
        </Later>
        <Flex direction="column" gap="3" minH="0" minW="0">
          <Box
            position="relative"
            aria-busy={answer.waiting}
            flex="1"
            minH={{ base: "440px", lg: "320px" }}
            borderWidth="1px"
            borderColor="ink"
            borderRadius="l3"
            bg="shallow"
          >
            {falls && evaluation && answer.of && !trying ? (
              <Suspense>
                <FallView
                  rig={answer.of}
                  pinned={pinned?.rig ?? null}
                  flows={evaluation.moving !== null}
                  beside={falls === "beside"}
                  onClose={() => setFalls(null)}
                />
              </Suspense>
            ) : evaluation && answer.of && !trying ? (
              <Scene
                rig={answer.of}
                evaluation={evaluation}
                selected={selected}
                onSelect={setSelected}
                slide={bench.slide}
                units={units}
                onFall={fallAlone}
              />
            ) : trying ? null : (
              <Flex position="absolute" inset="0" align="center" justify="center" p="6" textAlign="center">
                <Text>{answer.refusal?.message ?? "Putting the rig in the water."}</Text>
              </Flex>
            )}
            {trying && <LookingAt proposal={trying} />}
            {evaluation && !trying && !falls && (
              <Verdict evaluation={evaluation} waiting={answer.waiting} refused={refusal !== null} />
            )}
          </Box>
          {refusal && (
            <Box
              role="alert"
              bg="card"
              borderWidth="2px"
              borderColor="float"
              borderRadius="l3"
              p="3"
              px="4"
              color="float"
            >
              {refusal.message} The drawing shows the rig before this.
            </Box>
          )}
          {trying && <LookBar proposal={trying} onBack={() => setTrying(null)} onTake={() => bench.put(trying.rig)} />}
          <Later busy={bench.gesturing}>
            {evaluation && !trying && (
              <Findings
                evaluation={evaluation}
                said={bench.said}
                onHush={() => bench.setSaid(null)}
                onGo={setStation}
                onSetStop={setStop}
                units={units}
                vocabulary={vocabulary}
              />
            )}
          </Later>
        </Flex>
        <Later busy={bench.gesturing}>
          <Panel
            station={station}
            bench={bench}
            answer={answer}
            catalogue={catalogue}
            box={box}
            selected={selected}
            metal={metal}
            asked={asked}
            onAsked={setAsked}
            wish={wishFor(rig.pattern, asked, metal, own)}
            own={own}
            trying={trying}
            onTry={setTrying}
            onMetal={setMetal}
            onBalance={balance}
            onSetStop={setStop}
            onFamily={() => setSheet("family")}
          />
        </Later>
      </Grid>
      <div ref={spoken} className="bw-hidden" aria-live="polite" data-testid="spoken">
        {evaluation ? `Tip ${write(inFlow(evaluation).afloat.tip_m, "tip", units)}` : ""}
      </div>
      <Suspense>
        {sheet === "rigs" && (
          <RigsDialog
            rig={rig}
            bench={bench}
            catalogue={catalogue}
            onStart={() => setSheet("new")}
            onClose={() => setSheet((s) => (s === "rigs" ? null : s))}
          />
        )}
        {sheet === "family" && (
          <FamilyChooser
            catalogue={catalogue}
            purpose={purposeOf(rig)}
            present={rig.family}
            busy={bench.busy}
            onChoose={toFamily}
            onClose={() => setSheet((s) => (s === "family" ? null : s))}
          />
        )}
        {sheet === "new" && <NewRig catalogue={catalogue} onClose={() => setSheet(null)} />}
      </Suspense>
    </Flex>
  );
}
