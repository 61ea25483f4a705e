import { Box, Flex, Grid } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import {
  api,
  type BoxItem,
  type Catalogue,
  type Evaluation,
  type KeptPattern,
  type KeptRig,
  keys,
  type Rig,
} from "../api/client";
import { ofTab } from "../browser/storage";
import type { Draft } from "../document/drafts";
import { type Keeper, useAutosave } from "../document/useAutosave";
import { inFlow } from "../scene/flow";
import { BeadLine } from "../shell/BeadLine";
import { Later } from "../shell/Later";
import { Refused } from "../shell/Refused";
import { SavingNotice } from "../shell/SavingNotice";
import { say, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { BenchHeader } from "./BenchHeader";
import { Changed } from "./Changed";
import { Findings } from "./Findings";
import { type Here, HereIs } from "./here";
import { LookBar } from "./LookingAt";
import { useRun } from "./run/useRun";
import { type SheetName, Sheets } from "./Sheets";
import { type Falls, Stage } from "./Stage";
import type { Told } from "./start/useStartRig";
import { beadsOf, type Station } from "./station";
import { STATIONS } from "./stations/all";
import { Panel } from "./stations/Panel";
import { useBalance } from "./useBalance";
import { type BenchState, useBench } from "./useBench";
import { useBenchKeys } from "./useBenchKeys";
import { useEvaluation } from "./useEvaluation";
import { usePinned } from "./usePinned";

type Props = {
  kept: KeptRig;
  draft: Draft<Rig> | null;
  catalogue: Catalogue;
  box: BoxItem[];
  onKept: () => void;
  onReload: () => void;
};

const STATION_KEY = "brookwind.station";
const FIRST = "load";
const NONE: KeptPattern[] = [];

const RIGS: Keeper<Rig> = {
  draftId: (rig) => rig.id,
  save: (version, rig) => api.saveRig(rig.id, version, rig),
  read: (rig) => api.rig(rig.id),
};

/** The station that was open last, and to open another. */
function useStation() {
  const [id, setId] = useState(() => ofTab.get(STATION_KEY) ?? FIRST);
  useEffect(() => void ofTab.set(STATION_KEY, id), [id]);
  const station = STATIONS.find((s) => s.id === id) ?? STATIONS.find((s) => s.id === FIRST);
  if (!station) throw new Error("The bench has no stations.");
  return { station, setStation: setId };
}

function useTitle(name: string) {
  useEffect(() => {
    document.title = `${name} · Brookwind`;
  }, [name]);
}

/** A rig that was just begun says once where its float and its tackle come from. */
function useBegun(setSaid: BenchState["setSaid"]) {
  const { units } = useSettings();
  const { pathname, state } = useLocation();
  const go = useNavigate();
  const told = state as Told | null;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, as the bench is opened
  useEffect(() => {
    if (!told?.begun) return;
    setSaid({ tone: "note", text: say(told.begun.says, told.begun.figures, units) });
    go(pathname, { replace: true, state: null });
  }, []);
}

/** The large parts: saving, keys and sheets come and go, these are drawn anew only when what they show has changed. */
function useParts(
  here: Here,
  station: Station,
  pinned: Evaluation | null,
  pin: () => void,
  announce: (text: string) => void,
) {
  const { units, vocabulary } = useSettings();
  const { bench, answer, catalogue, trying, onStation } = here;
  const { rig } = bench;
  const { evaluation, refusal } = answer;
  const order = useMemo(() => {
    const beads = beadsOf(STATIONS, { rig, evaluation, catalogue, units, vocabulary }, refusal);
    return <BeadLine label="Stations" beads={beads} present={station.id} onGo={onStation} />;
  }, [rig, evaluation, catalogue, units, vocabulary, refusal, station, onStation]);
  const found = useMemo(
    () =>
      evaluation &&
      !trying && (
        <HereIs value={here}>
          <Findings evaluation={evaluation} onGo={onStation} onDone={() => announce("Done.")} />
        </HereIs>
      ),
    [evaluation, trying, here, onStation, announce],
  );
  const panel = useMemo(
    () => (
      <HereIs value={here}>
        <Panel station={station} />
      </HereIs>
    ),
    [here, station],
  );
  const changed = useMemo(
    () => evaluation && <Changed pinned={pinned} now={evaluation} units={units} onPin={pin} />,
    [evaluation, pinned, units, pin],
  );
  return { order, found, panel, changed };
}

export function Bench({ kept, draft, catalogue, box, onKept, onReload }: Props) {
  const { units } = useSettings();
  // A draft says which version it was made from; saving it is then refused if another tab went on meanwhile.
  const [opened] = useState<KeptRig>(() => (draft ? { ...kept, version: draft.version } : kept));
  // A draft left by an earlier version may lack fields that came since: the kept rig has them.
  const bench = useBench(draft ? { ...kept.fields, ...draft.doc } : kept.fields);
  const { rig } = bench;
  const answer = useEvaluation(rig);
  const { evaluation } = answer;
  const own = useQuery({ queryKey: keys.patterns, queryFn: api.patterns }).data ?? NONE;
  const saving = useAutosave(RIGS, opened, rig, bench.gesturing, onKept);
  const { station, setStation } = useStation();
  const { pinned, pin } = usePinned(answer);
  const [selected, setSelected] = useState<string | null>(null);
  const [sheet, setSheet] = useState<SheetName>(null);
  const [keysOpen, setKeysOpen] = useState(false);
  const [falls, setFalls] = useState<Falls>(null);
  const spoken = useRef<HTMLSpanElement>(null);
  const announce = useCallback((text: string) => {
    if (spoken.current) spoken.current.textContent = text;
  }, []);
  const { offered, take, toFamily, keepCopy } = useBalance({ bench, catalogue, own, announce, onReload });
  const { trying, onTry } = offered;
  const run = useRun(rig, station.ofRun ?? false);

  const go = useNavigate();
  const readFloat = useCallback(() => go(`/read/${rig.id}`), [go, rig.id]);
  useTitle(rig.name);
  useBegun(bench.setSaid);
  useBenchKeys({
    bench,
    evaluation,
    selected,
    setSelected,
    setStation,
    balance: offered.onBalance,
    setStop: offered.onSetStop,
    playFall: (beside = false) => setFalls((f) => (f ? null : beside ? "beside" : "alone")),
    falling: falls !== null,
    readFloat,
    setKeys: setKeysOpen,
    announce,
    units,
  });

  const refusal = answer.refusal && answer.refusal.status !== 0 ? answer.refusal : null;
  const onFamily = useCallback(() => setSheet("family"), []);
  const here: Here = useMemo(
    () => ({ bench, answer, catalogue, box, selected, own, ...offered, onFamily, onStation: setStation, run }),
    [bench, answer, catalogue, box, selected, own, offered, onFamily, setStation, run],
  );
  const { order, found, panel, changed } = useParts(here, station, pinned?.evaluation ?? null, pin, announce);
  return (
    <Flex direction="column" minH="100dvh" h={{ lg: "100dvh" }}>
      <Later busy={bench.gesturing}>
        <BenchHeader
          bench={bench}
          saving={saving}
          keys={keysOpen}
          onKeys={setKeysOpen}
          onRigs={() => setSheet("rigs")}
        />
      </Later>
      <SavingNotice
        saving={saving}
        stale={{ label: "Keep mine as a copy", act: keepCopy }}
        gone={{ label: "Keep it as a new rig", act: keepCopy }}
        onReload={onReload}
      />
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
            {order}
            <Box hideBelow="lg">{changed}</Box>
          </Flex>
        </Later>
        <Flex direction="column" gap="3" minH="0" minW="0">
          <Stage
            bench={bench}
            answer={answer}
            pinned={pinned?.rig ?? null}
            trying={trying}
            falls={falls}
            setFalls={setFalls}
            run={station.ofRun ? run : null}
            onRead={readFloat}
            selected={selected}
            onSelect={setSelected}
            refusal={refusal}
          />
          {refusal && <Refused>{refusal.message} The drawing shows the rig before this.</Refused>}
          {trying && <LookBar proposal={trying} onBack={() => onTry(null)} onTake={() => take(trying)} />}
          <Later busy={bench.gesturing}>{found}</Later>
        </Flex>
        <Later busy={bench.gesturing}>{panel}</Later>
      </Grid>
      <div className="bw-hidden" aria-live="polite" data-testid="spoken">
        {/* What was done stays beside what came of it: the answer may follow within the same moment. */}
        <span ref={spoken} />{" "}
        <span>{evaluation ? `Tip ${write(inFlow(evaluation).afloat.tip_m, "tip", units)}` : ""}</span>
      </div>
      <Sheets sheet={sheet} setSheet={setSheet} bench={bench} catalogue={catalogue} onFamily={toFamily} />
    </Flex>
  );
}
