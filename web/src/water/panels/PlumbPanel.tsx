import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { useMemo, useState } from "react";
import { api, type Plumbing, type Reading } from "../../api/client";
import { useAnswer } from "../../document/useAnswer";
import { Button } from "../../shell/Button";
import { Choice } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { many, type WaterBead } from "../bead";
import { useWater } from "../here";
import { depthAt } from "../SoundingHandles";
import { freshId } from "../useSurvey";
import { CastEntry } from "./CastEntry";
import { PlumbResult } from "./PlumbResult";
import { PlumbSetup } from "./PlumbSetup";
import { ReadingList } from "./ReadingList";

/** Choose or start a spot; cast by cast the depth closes in. */
function PlumbPanel() {
  const { state, question } = useWater();
  const { units } = useSettings();
  const { survey } = state;
  const [chosen, setChosen] = useState<string | null>(survey.plumbings.at(-1)?.id ?? null);
  const spot = survey.plumbings.find((p) => p.id === chosen) ?? survey.plumbings.at(-1);
  const start = () =>
    state.attempt(async () => {
      const fresh = await api.startSpot(question);
      state.change({ plumbings: [...state.acts.now().plumbings, fresh] });
      setChosen(fresh.id);
    });
  if (!spot)
    return (
      <Stack gap="4">
        <Text>
          Put a plummet on the hook, set the float to a guess and cast. Say what the float did: each cast narrows the
          depth, and the next setting to try is worked out.
        </Text>
        <Button variant="solid" onClick={start}>
          <Plus aria-hidden="true" />
          Plumb the first spot
        </Button>
      </Stack>
    );
  return (
    <Stack gap="4">
      <Flex gap="2" align="end">
        <Box flex="1" minW="0">
          <Choice label="Spot" value={spot.id} onChange={setChosen}>
            {survey.plumbings.map((p) => (
              <option key={p.id} value={p.id}>
                {write(p.distance_m, "distance", units)} out
                {p.bearing_deg ? `, ${Math.abs(p.bearing_deg)}° ${p.bearing_deg > 0 ? "right" : "left"}` : ""}
                {p.note ? `: ${p.note}` : ""}
              </option>
            ))}
          </Choice>
        </Box>
        <Button size="icon" aria-label="Plumb another spot" title="Plumb another spot" onClick={start}>
          <Plus />
        </Button>
      </Flex>
      <Spot key={spot.id} spot={spot} />
    </Stack>
  );
}

function Spot({ spot }: { spot: Plumbing }) {
  const { state, now, picture, box, catalogue } = useWater();
  const { units } = useSettings();
  const { survey } = state;
  const question = useMemo(
    () => ({ plumbing: spot, level: survey.level, at: new Date(now).toISOString() }),
    [spot, survey.level, now],
  );
  const { answer, of, refusal, waiting } = useAnswer(question, api.plumb);
  const put = (part: Partial<Plumbing>, tag?: string) =>
    state.change({ plumbings: survey.plumbings.map((p) => (p.id === spot.id ? { ...p, ...part } : p)) }, tag);
  const add = (reading: Reading) => put({ readings: [...spot.readings, reading] });
  const drop = (id: string) => put({ readings: spot.readings.filter((r) => r.id !== id) });
  const keep = () =>
    state.attempt(async () => {
      const sounding = await api.soundingOf(question);
      const others = state.acts.now().soundings.filter((s) => s.id !== sounding.id);
      state.change({ soundings: [...others, sounding] });
    });
  const stamp = () => ({
    id: freshId("cast"),
    at: new Date(now).toISOString(),
    level_m: picture?.level?.now_m ?? 0,
  });
  const kept = survey.soundings.find((s) => s.id === spot.id);
  // The depth above is of the water as it stands now: so is what was kept.
  const keptNow = kept && depthAt(kept, picture?.level?.now_m ?? kept.level_m);
  return (
    <>
      {refusal && (
        <Text role="alert" color="float">
          {refusal.message}
        </Text>
      )}
      {answer && <PlumbResult plumbed={answer} spot={spot} waiting={waiting} onDrop={drop} />}
      {answer && answer.state !== "nothing" && answer.state !== "clash" && answer.state !== "beyond" && (
        <Button variant={answer.state === "enough" ? "solid" : "outline"} onClick={keep}>
          {keptNow !== undefined
            ? `Keep again (kept as ${write(keptNow, "depth", units)})`
            : "Keep as a sounding of the section"}
        </Button>
      )}
      {answer && (
        <CastEntry
          // Anew for every reading, not for every new suggestion: the tide must not wipe out what is being typed.
          key={of?.plumbing.readings.length}
          spot={spot}
          suggested={answer.next?.setting_m ?? spot.readings.findLast((r) => r.kind === "cast")?.setting_m ?? 1}
          onAdd={(reading) => add({ ...reading, ...stamp() } as Reading)}
        />
      )}
      {spot.readings.length > 0 && (
        <ReadingList spot={spot} plumbed={answer} zone={survey.place.time_zone} onDrop={drop} />
      )}
      <Grid templateColumns="1fr 1fr" gap="3">
        <QuantityField
          label="Distance"
          name={`${spot.id}-distance`}
          value={spot.distance_m}
          quantity="distance"
          onChange={(distance_m) => put({ distance_m })}
        />
        <QuantityField
          label="Bait off the bed"
          name={`${spot.id}-bait`}
          value={spot.bait_m}
          quantity="line"
          onChange={(bait_m) => put({ bait_m })}
        />
      </Grid>
      <PlumbSetup spot={spot} box={box} catalogue={catalogue} onChange={put} />
      <Button
        variant="quiet"
        onClick={() => state.change({ plumbings: survey.plumbings.filter((p) => p.id !== spot.id) })}
      >
        <Trash2 aria-hidden="true" />
        Remove this spot
      </Button>
    </>
  );
}

export const PLUMB: WaterBead = {
  id: "plumb",
  name: "Plumb",
  value: ({ survey }) => (survey.plumbings.length ? many(survey.plumbings.length, "spot") : "not plumbed yet"),
  part: "plumbings",
  Panel: PlumbPanel,
};
