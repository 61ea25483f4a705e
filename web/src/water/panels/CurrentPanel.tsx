import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import type { Drift } from "../../api/client";
import { Why } from "../../bench/stations/Why";
import { Button } from "../../shell/Button";
import { Choice } from "../../shell/Choice";
import { Facts } from "../../shell/Facts";
import { QuantityField } from "../../shell/QuantityField";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import type { WaterBead } from "../bead";
import { useWater } from "../here";
import { freshId } from "../useSurvey";

/** Speeds from timed drifts, the profile where it is fished, the crease, and what wind does to line on the water. */
function CurrentPanel() {
  const { state, picture } = useWater();
  const { units } = useSettings();
  const { survey } = state;
  const { drifts } = survey;
  const [distance, setDistance] = useState(survey.session.distance_m);
  const [depth, setDepth] = useState(0);
  const [over, setOver] = useState(5);
  const [time, setTime] = useState(9);
  const crease = picture?.current.crease;
  const profile = picture?.profile;
  const add = () => {
    const fresh: Drift = { id: freshId("drift"), distance_m: distance, depth_m: depth, over_m: over, time_s: time };
    state.change({ drifts: [...drifts, fresh] });
  };
  return (
    <Stack gap="4">
      {profile ? (
        <Box>
          <Text fontSize="4xl" fontWeight="bold" fontFamily="heading" lineHeight="1.1">
            {write(profile.surface_m_s, "speed", units)}
          </Text>
          <Text color="soft">on top, where it is fished</Text>
          {crease && (
            <Text mt="2">
              A crease at <strong>{write(crease.distance_m, "distance", units)}</strong>:{" "}
              {write(crease.slow_m_s, "speed", units)} against {write(crease.fast_m_s, "speed", units)}, faster{" "}
              {crease.fast_is_out ? "beyond" : "inside"} it.
            </Text>
          )}
          <Text mt="2" fontSize="sm" color="soft">
            {profile.measured
              ? `Below, as measured: exponent 1/${profile.exponent.toFixed(1)}, between 1/${profile.exponent_range[0].toFixed(1)} and 1/${profile.exponent_range[1].toFixed(1)}.`
              : `Below the surface it is taken as usual (1/${profile.exponent.toFixed(1)}); time a float weighted deep to know it.`}
          </Text>
        </Box>
      ) : (
        <Text>
          Time something that floats over a measured stretch: a leaf over 5 m in 9 s is enough. Drifts at other
          distances find the crease; a float weighted to a depth tells how the current slows towards the bed.
        </Text>
      )}
      {picture?.along && (
        <Text fontSize="sm" color="soft" data-testid="along">
          Along the run the bed is known for {write(-(picture.along.points[0]?.[0] ?? 0), "distance", units)} up and{" "}
          {write(picture.along.points.at(-1)?.[0] ?? 0, "distance", units)} down; here it{" "}
          {picture.along.slope >= 0 ? "falls" : "rises"} {write(Math.abs(picture.along.slope) * 10, "line", units)} in{" "}
          {write(10, "distance", units)}.
        </Text>
      )}
      <Choice
        label="Looking out, it flows to the"
        value={survey.place?.flows_to ?? "right"}
        onChange={(v) => state.change({ place: { ...survey.place, flows_to: v as "left" | "right" } })}
      >
        <option value="right">right</option>
        <option value="left">left</option>
      </Choice>
      <Grid templateColumns="1fr 1fr" gap="3">
        <QuantityField label="How far" name="drift-over" value={over} quantity="distance" onChange={setOver} />
        <QuantityField label="In" name="drift-time" value={time} quantity="time" onChange={setTime} />
        <QuantityField
          label="From the bank"
          name="drift-distance"
          value={distance}
          quantity="distance"
          onChange={setDistance}
        />
        <QuantityField
          label="Depth timed"
          name="drift-depth"
          value={depth}
          quantity="depth"
          onChange={setDepth}
          hint="0: on top."
        />
      </Grid>
      <Button variant="solid" onClick={add}>
        <Plus aria-hidden="true" />
        Add the drift
      </Button>
      {drifts.length > 0 && <Drifts drifts={drifts} />}
      {picture && survey.wind.speed_m_s > 0 && (
        <Box>
          <Text fontWeight="semibold">Line on the water, in this wind</Text>
          <Facts
            rows={picture.bows.map((b) => [
              b.name,
              `bow ${write(b.bow_m, "line", units)} in 30 s${b.mend_s ? `, mend each ${Math.round(b.mend_s)} s` : ""}`,
            ])}
          />
        </Box>
      )}
      <Why>
        A drift's speed is its length over its time; the error joins 15 cm of pacing and 0.4 s of thumb. Below the
        surface u = U (1 − d/h)^(1/n), with n fitted to the depths timed. The crease lies between the neighbouring lanes
        that differ most. The skin of the water drifts at 3 % of the wind; line takes up all of that when it floats, a
        fifth when it is sunk: rough estimates.
      </Why>
    </Stack>
  );
}

function Drifts({ drifts }: { drifts: Drift[] }) {
  const { state, picture } = useWater();
  const { units } = useSettings();
  return (
    <Box as="ul" aria-label="Drifts" listStyleType="none">
      {[...drifts]
        .sort((a, b) => a.distance_m - b.distance_m || a.depth_m - b.depth_m)
        .map((d) => {
          const speed = picture?.current.speeds.find(
            (s) => s.distance_m === d.distance_m && s.depth_m === d.depth_m && s.speed_m_s > 0,
          );
          const says = `${write(d.over_m, "distance", units)} in ${write(d.time_s, "time", units)}`;
          return (
            <Flex as="li" key={d.id} align="center" gap="2" py="0.5" borderTopWidth="1px" borderColor="rule">
              <Text flex="1" fontSize="sm">
                <strong>{speed ? write(speed.speed_m_s, "speed", units) : ""}</strong>
                {speed ? ` ± ${write(speed.error_m_s, "speed", units)}` : ""} at{" "}
                {write(d.distance_m, "distance", units)}
                {d.depth_m > 0 ? `, ${write(d.depth_m, "depth", units)} down` : ""}
                <Text as="span" color="soft">
                  {" "}
                  ({says})
                </Text>
              </Text>
              <Button
                variant="quiet"
                size="icon"
                aria-label={`Take out the drift of ${says}`}
                onClick={() => state.change({ drifts: drifts.filter((x) => x.id !== d.id) })}
              >
                <Trash2 />
              </Button>
            </Flex>
          );
        })}
    </Box>
  );
}

export const CURRENT: WaterBead = {
  id: "current",
  name: "Current",
  value: ({ picture, units }) =>
    picture?.profile ? `${write(picture.profile.surface_m_s, "speed", units)} on top` : "still",
  part: "drifts",
  Panel: CurrentPanel,
};
