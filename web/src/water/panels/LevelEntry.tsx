import { Box, Grid, Input, Stack, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { useId } from "react";
import type { LevelSource } from "../../api/client";
import { Button } from "../../shell/Button";
import { Choice } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { clock, day } from "../../units/clock";
import { Moment } from "../Fields";
import type { PanelProps } from "./WaterPanel";

const KINDS: Record<LevelSource["kind"], string> = {
  steady: "steady",
  changing: "one level and its rate",
  gauged: "levels read now and then",
  "tide-table": "high and low waters",
  "tide-station": "a tide station",
};

/** What is known of the level: the kind, and its entries. */
export function LevelEntry({ state, picture, now, catalogue }: PanelProps) {
  const { survey } = state;
  const { level } = survey;
  const zone = survey.place.time_zone;
  const datumId = useId();
  const put = (next: LevelSource) => state.change({ level: next });
  const iso = (minutes: number) => new Date(now + minutes * 60_000).toISOString();
  const height = Math.round((picture?.level?.now_m ?? 0) * 100) / 100;
  const fresh = (kind: string): LevelSource => {
    if (kind === "gauged") return { kind, readings: [{ at: iso(0), level_m: height }] };
    if (kind === "changing") return { kind, at: iso(0), level_m: height, rate_m_h: 0 };
    if (kind === "tide-table")
      return {
        kind,
        turns: [
          { what: "high", at: iso(0), height_m: 4 },
          { what: "low", at: iso(373), height_m: 1 },
        ],
      };
    if (kind === "tide-station" && catalogue.stations[0]) return { kind, station: catalogue.stations[0], offset_m: 0 };
    return { kind: "steady", level_m: height };
  };
  return (
    <Stack gap="3">
      <Choice
        label="The level is known from"
        value={level.kind}
        onChange={(kind) => void state.relevel(fresh(kind), now)}
      >
        {Object.entries(KINDS).map(([id, words]) => (
          <option key={id} value={id}>
            {words}
          </option>
        ))}
      </Choice>
      <Box>
        <label htmlFor={datumId} className="bw-label">
          Heights are over
        </label>
        <Input
          id={datumId}
          key={survey.datum}
          defaultValue={survey.datum}
          maxLength={80}
          onBlur={(e) => e.currentTarget.value !== survey.datum && state.change({ datum: e.currentTarget.value })}
        />
      </Box>
      {level.kind === "changing" && (
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
      )}
      {level.kind === "gauged" && (
        <>
          {level.readings.slice(-6).map((r) => {
            const swap = (part: Partial<typeof r>) =>
              put({ ...level, readings: level.readings.map((x) => (x === r ? { ...x, ...part } : x)) });
            return (
              <Grid
                key={r.at}
                templateColumns="1fr auto"
                gap="2"
                alignItems="end"
                borderTopWidth="1px"
                borderColor="rule"
                pt="2"
              >
                <Box gridColumn="1 / -1">
                  <Moment label="Read at" value={r.at} zone={zone} onChange={(at) => at && swap({ at })} />
                </Box>
                <QuantityField
                  label="Level"
                  name={`level-${r.at}`}
                  value={r.level_m}
                  quantity="depth"
                  onChange={(level_m) => swap({ level_m })}
                />
                <Button
                  variant="quiet"
                  size="icon"
                  aria-label={`Take out the level of ${clock(r.at, zone)}`}
                  disabled={level.readings.length < 2}
                  onClick={() => put({ ...level, readings: level.readings.filter((x) => x !== r) })}
                >
                  <Trash2 />
                </Button>
              </Grid>
            );
          })}
          {level.readings.length > 6 && <Text fontSize="sm">and {level.readings.length - 6} earlier ones</Text>}
          <Button onClick={() => put({ ...level, readings: [...level.readings, { at: iso(0), level_m: height }] })}>
            <Plus aria-hidden="true" />
            Read a level now
          </Button>
        </>
      )}
      {level.kind === "tide-table" && (
        <>
          <Text fontSize="sm" color="soft">
            Enter times and heights from your table; two of each are enough.
          </Text>
          {level.turns.map((t) => {
            const swap = (part: Partial<typeof t>) =>
              put({ ...level, turns: level.turns.map((x) => (x === t ? { ...x, ...part } : x)) });
            return (
              <Grid
                key={`${t.what} ${t.at}`}
                templateColumns="1fr 1fr auto"
                gap="2"
                alignItems="end"
                borderTopWidth="1px"
                borderColor="rule"
                pt="2"
              >
                <Box gridColumn="1 / -1">
                  <Moment label="At" value={t.at} zone={zone} onChange={(at) => at && swap({ at })} />
                </Box>
                <Choice label="Water" value={t.what} onChange={(w) => swap({ what: w as "high" | "low" })}>
                  <option value="high">high</option>
                  <option value="low">low</option>
                </Choice>
                <QuantityField
                  label="Height"
                  name={`turn-${t.at}`}
                  value={t.height_m}
                  quantity="depth"
                  onChange={(height_m) => swap({ height_m })}
                />
                <Button
                  variant="quiet"
                  size="icon"
                  aria-label={`Take out the ${t.what} water of ${day(t.at, zone)} ${clock(t.at, zone)}`}
                  disabled={level.turns.length < 3}
                  onClick={() => put({ ...level, turns: level.turns.filter((x) => x !== t) })}
                >
                  <Trash2 />
                </Button>
              </Grid>
            );
          })}
          <Button
            onClick={() => {
              const last = level.turns.at(-1);
              const before = level.turns.at(-2);
              if (!last) return;
              const at = new Date(Date.parse(last.at) + 373 * 60_000).toISOString();
              const what = last.what === "high" ? "low" : "high";
              put({ ...level, turns: [...level.turns, { what, at, height_m: before?.height_m ?? last.height_m }] });
            }}
          >
            <Plus aria-hidden="true" />
            Another turn
          </Button>
        </>
      )}
      {level.kind === "tide-station" && (
        <>
          <Text fontSize="sm">
            {level.station.name}: {level.station.constituents.length} constituents, mean level{" "}
            {level.station.mean_m.toFixed(2)} m.
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
      )}
    </Stack>
  );
}
