import { Grid, Stack, Text } from "@chakra-ui/react";
import type { LevelSource } from "../../api/client";
import { Choice, options } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { LeftField } from "../../shell/TextField";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { Moment } from "../Fields";
import { useWater, type Water } from "../here";
import { GaugedLevel } from "./GaugedLevel";
import { type EntryProps, heightNow, inMinutes, type Kind, TURN_MINUTES } from "./level";
import { TideTable } from "./TideTable";

const KINDS: Record<Kind, string> = {
  steady: "steady",
  changing: "one level and its rate",
  gauged: "levels read now and then",
  "tide-table": "high and low waters",
  "tide-station": "a tide station",
};

/** A source of a kind to begin with. */
function fresh(kind: string, water: Water): LevelSource {
  const { now, catalogue } = water;
  const height = heightNow(water);
  const at = inMinutes(now, 0);
  if (kind === "gauged") return { kind, readings: [{ at, level_m: height }] };
  if (kind === "changing") return { kind, at, level_m: height, rate_m_h: 0 };
  if (kind === "tide-table")
    return {
      kind,
      turns: [
        { what: "high", at, height_m: 4 },
        { what: "low", at: inMinutes(now, TURN_MINUTES), height_m: 1 },
      ],
    };
  if (kind === "tide-station" && catalogue.stations[0]) return { kind, station: catalogue.stations[0], offset_m: 0 };
  return { kind: "steady", level_m: height };
}

/** What is known of the level: the kind, and its entries. */
export function LevelEntry() {
  const water = useWater();
  const { state, now } = water;
  const { survey } = state;
  const { level } = survey;
  const put = (next: LevelSource) => state.change({ level: next });
  return (
    <Stack gap="3">
      <Choice
        label="The level is known from"
        value={level.kind}
        onChange={(kind) => void state.relevel(fresh(kind, water), now)}
      >
        {options(Object.entries(KINDS), ([id, words]) => [id, words])}
      </Choice>
      <LeftField
        label="Heights are over"
        value={survey.datum}
        maxLength={80}
        onChange={(datum) => state.change({ datum })}
      />
      {level.kind === "changing" && <ChangingLevel level={level} put={put} />}
      {level.kind === "gauged" && <GaugedLevel level={level} put={put} />}
      {level.kind === "tide-table" && <TideTable level={level} put={put} />}
      {level.kind === "tide-station" && <TideStation level={level} put={put} />}
    </Stack>
  );
}

function ChangingLevel({ level, put }: EntryProps<"changing">) {
  const zone = useWater().state.survey.place.time_zone;
  return (
    <Grid templateColumns="1fr 1fr" gap="3">
      <Moment label="Read at" value={level.at} zone={zone} onChange={(at) => at && put({ ...level, at })} />
      <QuantityField
        label="Level"
        name="level-once"
        value={level.level_m}
        quantity="depth"
        onChange={(level_m) => put({ ...level, level_m })}
      />
      <QuantityField
        label="Change in an hour"
        name="level-rate"
        value={level.rate_m_h}
        quantity="line"
        onChange={(rate_m_h) => put({ ...level, rate_m_h })}
        hint="Less than nothing: it falls."
      />
    </Grid>
  );
}

function TideStation({ level, put }: EntryProps<"tide-station">) {
  const { units } = useSettings();
  const { survey } = useWater().state;
  return (
    <>
      <Text fontSize="sm">
        {level.station.name}: {level.station.constituents.length} constituents, mean level{" "}
        {write(level.station.mean_m, "depth", units)}.
      </Text>
      <a href={`/api/surveys/${survey.swim_id}/tide.station.json`} download className="bw-link">
        Save its constituents
      </a>
      <QuantityField
        label="This swim higher than the station by"
        name="level-offset"
        value={level.offset_m}
        quantity="line"
        onChange={(offset_m) => put({ ...level, offset_m })}
      />
    </>
  );
}
