import { Grid, Stack, Text } from "@chakra-ui/react";
import { CalendarPlus } from "lucide-react";
import type { Picture } from "../../api/client";
import { api, sentenceOf } from "../../api/client";
import { Button } from "../../shell/Button";
import { QuantityField } from "../../shell/QuantityField";
import { save } from "../../shell/save";
import { type Units, write } from "../../units/quantity";
import type { WaterBead } from "../bead";
import { Moment, OptionalDepth } from "../Fields";
import { useWater } from "../here";
import { LevelEntry } from "./LevelEntry";
import { StopMoves } from "./StopMoves";

/** The level and what follows from it: when to move the stop, and what to beware of. */
function LevelPanel() {
  const { state, picture, now, question } = useWater();
  const { survey } = state;
  const zone = survey.place.time_zone;
  const { session } = survey;
  const put = (part: Partial<typeof session>) => state.change({ session: { ...session, ...part } });
  const problem = picture?.level_problem ?? picture?.timetable_problem;
  return (
    <Stack gap="4">
      {problem && (
        <Text role="alert" color="float">
          {sentenceOf(problem)}
        </Text>
      )}
      {picture?.timetable && <StopMoves table={picture.timetable} zone={zone} now={now} />}
      {picture?.timetable && (
        <Button onClick={() => state.attempt(async () => save(await api.calendar(question), "stop-moves.ics"))}>
          <CalendarPlus aria-hidden="true" />
          Save as calendar
        </Button>
      )}
      <Moment label="From" value={session.start ?? null} zone={zone} onChange={(start) => put({ start })} />
      <Moment label="To" value={session.end ?? null} zone={zone} onChange={(end) => put({ end })} />
      <Grid templateColumns="1fr 1fr" gap="3">
        <QuantityField
          label="Bait within ±"
          name="level-tolerance"
          value={session.tolerance_m}
          quantity="line"
          onChange={(tolerance_m) => put({ tolerance_m })}
        />
        <OptionalDepth
          label="Longest setting"
          value={session.longest_m ?? null}
          usual={3.5}
          name="longest"
          onChange={(longest_m) => put({ longest_m })}
        />
        <OptionalDepth
          label="Way out cut off at"
          value={session.way_out_m ?? null}
          usual={(picture?.level?.now_m ?? 0) + 0.5}
          name="way-out"
          onChange={(way_out_m) => put({ way_out_m })}
        />
      </Grid>
      <LevelEntry />
      <Text fontSize="sm" color="soft">
        Heights are over {survey.datum}; times are those of {zone}. Weather moves tides and rivers by decimetres: check
        against the water.
      </Text>
    </Stack>
  );
}

function levelValue(picture: Picture, units: Units): string {
  const { level } = picture;
  if (!level) return "cannot be reckoned";
  if (!level.changes) return "steady";
  const way = Math.abs(level.rate_m_h) < 0.001 ? "still" : level.rate_m_h > 0 ? "rising" : "falling";
  return `${write(level.now_m, "depth", units)}, ${way}`;
}

export const LEVEL: WaterBead = {
  id: "level",
  name: "Level & stop",
  value: ({ picture, units }) => (picture ? levelValue(picture, units) : "…"),
  part: "level",
  state: ({ picture }) => {
    if (picture?.level_problem || picture?.timetable_problem) return "refuse";
    return picture?.timetable?.warnings.length ? "note" : "settled";
  },
  Panel: LevelPanel,
};
