import { Flex, Grid } from "@chakra-ui/react";
import { lazy, Suspense, useCallback, useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { api, type BoxItem, type Catalogue, type KeptSurvey, type Look, type Rig, type Survey } from "../api/client";
import { ofTab } from "../browser/storage";
import type { Draft } from "../document/drafts";
import { SaveChip } from "../document/SaveChip";
import { useAnswer } from "../document/useAnswer";
import { useSwims } from "../place/useSwims";
import { BeadLine } from "../shell/BeadLine";
import { Header } from "../shell/Header";
import { Refused } from "../shell/Refused";
import { SavingNotice } from "../shell/SavingNotice";
import { UndoButtons } from "../shell/UndoButtons";
import { useNow } from "../shell/useNow";
import { useSettings } from "../units/settings";
import { beadsOf } from "./bead";
import { WaterIs } from "./here";
import { LevelCurve } from "./LevelCurve";
import { NewSwim } from "./NewSwim";
import { BEADS } from "./panels/all";
import { WaterPanel } from "./panels/WaterPanel";
import { SwimChoice } from "./SwimChoice";
import { type SurveyState, useSurvey } from "./useSurvey";
import { WaterStage } from "./WaterStage";

const ManageWaters = lazy(() => import("./ManageWaters"));

type Props = {
  kept: KeptSurvey;
  draft: Draft<Survey> | null;
  rig: Rig | null;
  catalogue: Catalogue;
  box: BoxItem[];
  onReload: () => void;
};

const PANEL_KEY = "brookwind.water.panel";

/** The bead that was open last, and to open another. */
function useBead() {
  const [id, setId] = useState(() => ofTab.get(PANEL_KEY) ?? "plumb");
  useEffect(() => void ofTab.set(PANEL_KEY, id), [id]);
  const bead = BEADS.find((b) => b.id === id) ?? BEADS[0];
  if (!bead) throw new Error("The water has no beads.");
  return { bead, setBead: setId };
}

/** Undo and redo by keys, but where something is typed. */
function useUndoKeys(acts: SurveyState["acts"]) {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== "z") return;
      if (e.target instanceof HTMLElement && e.target.closest("input, select, textarea")) return;
      if (e.shiftKey) acts.redo();
      else acts.undo();
      e.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [acts]);
}

/** What is asked of the core: the survey at the moment shown, with the rig that is tied for it. */
function usePicture(survey: Survey, rig: Rig | null) {
  const now = useNow();
  const [scrubbed, setScrubbed] = useState<number | null>(null);
  const at = scrubbed ?? now;
  const question = useMemo<Look>(
    () => ({ survey, at: new Date(at).toISOString(), now: new Date(now).toISOString(), rig, rod_m: 4 }),
    [survey, at, now, rig],
  );
  return { now, at, live: scrubbed === null, setScrubbed, question, answer: useAnswer(question, api.look) };
}

export function Water({ kept, draft, rig, catalogue, box, onReload }: Props) {
  const { units } = useSettings();
  const go = useNavigate();
  const swims = useSwims();
  const { state, saving } = useSurvey(kept, draft);
  const { survey } = state;
  const { now, at, live, setScrubbed, question, answer } = usePicture(survey, rig);
  const { bead, setBead } = useBead();
  const [selected, setSelected] = useState<string | null>(null);
  const [starting, setStarting] = useState(false);
  const [managing, setManaging] = useState(false);
  const picture = answer.answer;
  const name = swims.list.find((s) => s.swim.id === survey.swim_id)?.water.name ?? "Water";

  useUndoKeys(state.acts);
  useEffect(() => {
    document.title = `${name} · Brookwind`;
  }, [name]);
  const choose = useCallback(
    (id: string | null, open = false) => {
      setSelected(id);
      if (open && bead.id === "plumb") setBead("depths");
    },
    [bead.id, setBead],
  );
  const saveOver = async () => {
    const there = await api.survey(survey.swim_id);
    await api.saveSurvey(survey.swim_id, there.version, survey);
    onReload();
  };

  const refusal = answer.refusal && answer.refusal.status !== 0 ? answer.refusal : null;
  const panel = useMemo(
    () => (
      <WaterIs value={{ state, picture, rig, catalogue, box, at, now, selected, onSelect: setSelected, question }}>
        <WaterPanel bead={bead} />
      </WaterIs>
    ),
    [state, picture, rig, catalogue, box, at, now, selected, question, bead],
  );
  const beads = useMemo(
    () => beadsOf(BEADS, { survey, picture, units }, answer.refusal),
    [survey, picture, units, answer.refusal],
  );
  return (
    <Flex direction="column" minH="100dvh" h={{ lg: "100dvh" }}>
      <Header>
        <SaveChip state={saving} />
        <UndoButtons canUndo={state.canUndo} canRedo={state.canRedo} undo={state.acts.undo} redo={state.acts.redo} />
      </Header>
      <SavingNotice
        saving={saving}
        stale={{ label: "Save mine over it", act: saveOver }}
        gone={{ label: "Enter the swim again", act: async () => setStarting(true) }}
        onReload={onReload}
      />
      <Grid
        as="main"
        flex="1"
        minH="0"
        gap="4"
        p={{ base: "3", md: "4" }}
        templateColumns={{ base: "minmax(0,1fr)", lg: "208px minmax(0,1fr) 356px" }}
        templateAreas={{ base: '"rail" "panel" "scene"', lg: '"rail scene panel"' }}
        alignItems="stretch"
      >
        <Flex gridArea="rail" direction="column" gap="3" minH="0" minW="0">
          <SwimChoice
            swims={swims.list}
            present={survey.swim_id}
            onGo={(id) => go(`/water/${id}`)}
            onNew={() => setStarting(true)}
            onManage={() => setManaging(true)}
          />
          <BeadLine label="The water" beads={beads} present={bead.id} onGo={setBead} />
        </Flex>
        <Flex gridArea="scene" direction="column" gap="3" minH="0" minW="0">
          <WaterStage answer={answer} rig={rig} state={state} selected={selected} onSelect={choose} />
          {(refusal || state.said) && (
            <Refused>{refusal ? `${refusal.message} The drawing shows the water before this.` : state.said}</Refused>
          )}
          {picture && (
            <LevelCurve picture={picture} survey={survey} at={at} live={live} onScrub={setScrubbed} units={units} />
          )}
        </Flex>
        {panel}
      </Grid>
      <Suspense>{managing && <ManageWaters present={survey.swim_id} onClose={() => setManaging(false)} />}</Suspense>
      {starting && <NewSwim onClose={() => setStarting(false)} onMade={(id) => go(`/water/${id}`)} />}
    </Flex>
  );
}
