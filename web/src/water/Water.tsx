import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { MapPin, Plus } from "lucide-react";
import { useCallback, useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { api, type BoxItem, type Catalogue, type KeptSurvey, type Look, type Rig, type Survey } from "../api/client";
import { useSwims } from "../bench/useSwims";
import type { Draft } from "../document/drafts";
import { SaveChip } from "../document/SaveChip";
import { UndoButtons } from "../document/UndoButtons";
import { useAnswer } from "../document/useAnswer";
import { BeadLine } from "../shell/BeadLine";
import { Button } from "../shell/Button";
import { Choice } from "../shell/Choice";
import { Header } from "../shell/Header";
import { StaleNotice } from "../shell/StaleNotice";
import { useSettings } from "../units/settings";
import { BedMap } from "./BedMap";
import { beadsOf, PANELS, type PanelId } from "./beads";
import { LevelCurve } from "./LevelCurve";
import { NewSwim } from "./NewSwim";
import { WaterPanel } from "./panels/WaterPanel";
import { SectionView } from "./SectionView";
import { useNow } from "./useNow";
import { useSurvey } from "./useSurvey";

type Props = {
  kept: KeptSurvey;
  draft: Draft<Survey> | null;
  rig: Rig | null;
  catalogue: Catalogue;
  box: BoxItem[];
  onReload: () => void;
};

const PANEL_KEY = "brookwind.water.panel";

export function Water({ kept, draft, rig, catalogue, box, onReload }: Props) {
  const { units } = useSettings();
  const go = useNavigate();
  const swims = useSwims();
  const state = useSurvey(kept, draft);
  const { survey } = state;
  const now = useNow();
  const [scrubbed, setScrubbed] = useState<number | null>(null);
  const [panel, setPanel] = useState<PanelId>(() => (sessionStorage.getItem(PANEL_KEY) as PanelId | null) ?? "plumb");
  const [selected, setSelected] = useState<string | null>(null);
  const [map, setMap] = useState(false);
  const [starting, setStarting] = useState(false);
  const at = scrubbed ?? now;
  const question = useMemo<Look>(
    () => ({ survey, at: new Date(at).toISOString(), now: new Date(now).toISOString(), rig, rod_m: 4 }),
    [survey, at, now, rig],
  );
  const answer = useAnswer(question, api.look);
  const picture = answer.answer;
  const swim = swims.list.find((s) => s.swim.id === survey.swim_id);

  useEffect(() => sessionStorage.setItem(PANEL_KEY, panel), [panel]);
  useEffect(() => {
    document.title = `${swim?.water.name ?? "Water"} · Brookwind`;
  }, [swim?.water.name]);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== "z") return;
      if (e.target instanceof HTMLElement && e.target.closest("input, select, textarea")) return;
      if (e.shiftKey) state.acts.redo();
      else state.acts.undo();
      e.preventDefault();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [state.acts]);

  const choose = useCallback((id: string | null, open = false) => {
    setSelected(id);
    if (open) setPanel((p) => (p === "plumb" ? "depths" : p));
  }, []);

  const refusal = answer.refusal && answer.refusal.status !== 0 ? answer.refusal : null;
  return (
    <Flex direction="column" minH="100dvh" h={{ lg: "100dvh" }}>
      <Header>
        <SaveChip state={state.saving} />
        <UndoButtons canUndo={state.canUndo} canRedo={state.canRedo} undo={state.acts.undo} redo={state.acts.redo} />
      </Header>
      {state.saving.kind === "stale" && (
        <StaleNotice
          sentence={state.saving.sentence}
          keepLabel="Save mine over it"
          onKeep={async () => {
            const there = await api.survey(survey.swim_id);
            await api.saveSurvey(survey.swim_id, there.version, survey);
            onReload();
          }}
          onReload={onReload}
        />
      )}
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
          <Flex gap="2" align="end">
            <Box flex="1" minW="0">
              <Choice label="Swim" value={survey.swim_id} onChange={(id) => go(`/water/${id}`)}>
                {swims.list.map((s) => (
                  <option key={s.swim.id} value={s.swim.id}>
                    {s.water.name}
                  </option>
                ))}
              </Choice>
            </Box>
            <Button
              size="icon"
              aria-label="Enter another swim"
              title="Enter another swim"
              onClick={() => setStarting(true)}
            >
              <Plus />
            </Button>
          </Flex>
          <BeadLine
            label="The water"
            beads={beadsOf(survey, picture, answer.refusal, units)}
            present={panel}
            onGo={setPanel}
          />
        </Flex>
        <Flex gridArea="scene" direction="column" gap="3" minH="0" minW="0">
          <Box
            position="relative"
            flex="1"
            minH={{ base: "400px", lg: "300px" }}
            borderWidth="1px"
            borderColor="ink"
            borderRadius="l3"
            bg="shallow"
            overflow="hidden"
          >
            {picture && answer.of && map ? (
              <BedMap picture={picture} survey={answer.of.survey} units={units} />
            ) : picture && answer.of ? (
              <SectionView
                picture={picture}
                survey={answer.of.survey}
                rig={rig}
                state={state}
                selected={selected}
                onSelect={choose}
                units={units}
                waiting={answer.waiting}
              />
            ) : (
              <Flex position="absolute" inset="0" align="center" justify="center" p="6" textAlign="center">
                <Text>{answer.refusal?.message ?? "Drawing the water."}</Text>
              </Flex>
            )}
            {picture && (picture.map.length > 0 || map) && (
              <Button
                position="absolute"
                bottom="9"
                left="3"
                size="sm"
                aria-pressed={map}
                onClick={() => setMap((m) => !m)}
              >
                <MapPin aria-hidden="true" />
                {map ? "Section" : "Map from above"}
              </Button>
            )}
          </Box>
          {(refusal || state.said) && (
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
              {refusal ? `${refusal.message} The drawing shows the water before this.` : state.said}
            </Box>
          )}
          {picture && (
            <LevelCurve
              picture={picture}
              survey={survey}
              at={at}
              live={scrubbed === null}
              onScrub={setScrubbed}
              units={units}
            />
          )}
        </Flex>
        <Box
          as="section"
          gridArea="panel"
          aria-label={PANELS[panel]}
          bg="card"
          borderWidth="1px"
          borderColor="rule"
          borderRadius="l3"
          p="5"
          overflowY={{ lg: "auto" }}
          minH="0"
          minW="0"
        >
          <WaterPanel
            panel={panel}
            state={state}
            picture={picture}
            rig={rig}
            catalogue={catalogue}
            box={box}
            at={at}
            now={now}
            selected={selected}
            onSelect={setSelected}
            question={question}
          />
        </Box>
      </Grid>
      {starting && <NewSwim onClose={() => setStarting(false)} onMade={(id) => go(`/water/${id}`)} />}
    </Flex>
  );
}
