import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import type { Sounding } from "../../api/client";
import { KeepDepth } from "../../place/KeepDepth";
import { Button } from "../../shell/Button";
import { Choice, options } from "../../shell/Choice";
import { QuantityField } from "../../shell/QuantityField";
import { day } from "../../units/clock";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { many, type WaterBead } from "../bead";
import { useWater } from "../here";
import { freshId } from "../useSurvey";

const BEDS: Sounding["bed"][] = ["unknown", "silt", "clay", "sand", "gravel", "rock", "weed"];
const SOURCES: Record<Sounding["source"], string> = {
  plumbed: "plumbed",
  sounder: "echo",
  wading: "waded",
  eye: "by eye",
  count: "counted fall",
};

/** The depth where it is fished, how far the bed stays even, where to fish and why, and every sounding. */
function DepthsPanel() {
  const { state, picture, catalogue, selected, onSelect, now } = useWater();
  const { units } = useSettings();
  const { survey } = state;
  const { session } = survey;
  const here = picture?.here;
  const chosen = survey.soundings.find((s) => s.id === selected);
  const put = (part: Partial<typeof session>) => state.change({ session: { ...session, ...part } });
  const add = () => {
    const fresh: Sounding = {
      id: freshId("sounding"),
      distance_m: session.distance_m,
      bearing_deg: session.bearing_deg,
      depth_m: here ? Math.max(0, Math.round(here.depth_m * 100) / 100) : 1.5,
      half_m: 0.1,
      level_m: picture?.level?.now_m ?? 0,
      bed: "unknown",
      feature: "none",
      at: new Date(now).toISOString(),
      source: "plumbed",
      note: "",
    };
    state.change({ soundings: [...survey.soundings, fresh] });
    onSelect(fresh.id);
  };
  const bearings = [...new Set(survey.soundings.map((s) => s.bearing_deg))].sort((a, b) => a - b);
  return (
    <Stack gap="4">
      {chosen && <OneSounding key={chosen.id} sounding={chosen} />}
      {here && (
        <Box>
          <Text fontSize="4xl" fontWeight="bold" fontFamily="heading" lineHeight="1.1">
            {write(here.depth_m, "depth", units)}
          </Text>
          <Text color="soft">
            at {write(here.distance_m, "distance", units)}; nine times in ten {write(here.low_m, "depth", units)} to{" "}
            {write(here.high_m, "depth", units)}
          </Text>
          <Text mt="2">
            Even within ± {write(session.tolerance_m, "line", units)} from {write(here.run_from_m, "distance", units)}{" "}
            to {write(here.run_to_m, "distance", units)}.
          </Text>
          <KeepDepth depth_m={here.depth_m} swimId={survey.swim_id} />
        </Box>
      )}
      <Grid templateColumns="1fr 1fr" gap="3">
        <QuantityField
          label="Fished at"
          name="fished-at"
          value={session.distance_m}
          quantity="distance"
          onChange={(distance_m) => put({ distance_m })}
        />
        <QuantityField
          label="Bait within ±"
          name="tolerance"
          value={session.tolerance_m}
          quantity="line"
          onChange={(tolerance_m) => put({ tolerance_m })}
        />
      </Grid>
      {bearings.length > 1 && (
        <Choice
          label="Direction drawn"
          value={String(session.bearing_deg)}
          onChange={(b) => put({ bearing_deg: Number(b) })}
        >
          {[...new Set([...bearings, session.bearing_deg])].map((b) => (
            <option key={b} value={b}>
              {b === 0 ? "straight out" : `${Math.abs(b)}° to the ${b > 0 ? "right" : "left"}`}
            </option>
          ))}
        </Choice>
      )}
      <Choice label="Fish" value={session.species ?? ""} onChange={(s) => put({ species: s || null })}>
        <option value="">any fish</option>
        {options(catalogue.species, (s) => [s.id, s.name])}
      </Choice>
      <Spots onFish={(distance_m) => put({ distance_m })} />
      {picture?.section && picture.section.features.length > 0 && (
        <Box as="ul" aria-label="The bed from here out" listStyleType="none" fontSize="sm">
          {picture.section.features.map((f) => (
            <li key={`${f.name} ${f.from_m}`}>
              <strong>{f.name}</strong>, {write(f.from_m, "distance", units)} to {write(f.to_m, "distance", units)}
              {f.kind !== "flat" &&
                `: ${f.slope > 0 ? "down" : "up"} ${write(Math.abs(f.bed_from_m - f.bed_to_m), "depth", units)}, 1 in ${(1 / Math.max(0.01, Math.abs(f.slope))).toFixed(1)}`}
            </li>
          ))}
        </Box>
      )}
      <Flex justify="space-between" align="center">
        <Text fontWeight="semibold">{many(survey.soundings.length, "sounding")}</Text>
        <Button size="sm" onClick={add}>
          <Plus aria-hidden="true" />
          Enter a depth
        </Button>
      </Flex>
      {!chosen && survey.soundings.length > 0 && (
        <Text fontSize="sm" color="soft">
          Press a sounding in the drawing to see and correct it; drag it, or use the arrow keys. Left and right go from
          one to the next.
        </Text>
      )}
    </Stack>
  );
}

/** Where that fish is likely, best first, and why. */
function Spots({ onFish }: { onFish: (distance_m: number) => void }) {
  const { state, picture } = useWater();
  const { units } = useSettings();
  const spots = picture?.spots ?? [];
  if (spots.length === 0)
    return state.survey.session.species ? (
      <Text fontSize="sm" color="soft">
        Nothing on this section is known to draw that fish. Sound further, or mark weed and bed on the soundings.
      </Text>
    ) : null;
  return (
    <Box as="ol" aria-label="Where to fish" listStyleType="none">
      {spots.map((s, i) => (
        <Flex as="li" key={`${s.name} ${s.distance_m}`} gap="2" py="1.5" align="start">
          <Text as="span" fontWeight="bold" color="reed" minW="5">
            {i + 1}
          </Text>
          <Box flex="1">
            <Text>
              <strong>{s.name}</strong>, {write(s.distance_m, "distance", units)}. {s.why}
            </Text>
          </Box>
          <Button size="sm" onClick={() => onFish(Math.round(s.distance_m * 10) / 10)}>
            Fish it
          </Button>
        </Flex>
      ))}
    </Box>
  );
}

function OneSounding({ sounding }: { sounding: Sounding }) {
  const { state, onSelect } = useWater();
  const { survey } = state;
  const put = (part: Partial<Sounding>) =>
    state.change({ soundings: survey.soundings.map((s) => (s.id === sounding.id ? { ...s, ...part } : s)) });
  return (
    <Box bg="well" borderRadius="l2" p="3" data-testid="one-sounding">
      <Text fontSize="sm" color="soft" mb="2">
        {SOURCES[sounding.source]}
        {sounding.at ? `, ${day(sounding.at, survey.place.time_zone)}` : ""}. {sounding.note}
      </Text>
      <Grid templateColumns="1fr 1fr" gap="3">
        <QuantityField
          label="Depth then"
          name={`${sounding.id}-depth`}
          value={sounding.depth_m}
          quantity="depth"
          onChange={(depth_m) => put({ depth_m })}
        />
        <QuantityField
          label="Sure to ±"
          name={`${sounding.id}-half`}
          value={sounding.half_m}
          quantity="line"
          onChange={(half_m) => put({ half_m })}
        />
        <QuantityField
          label="Distance"
          name={`${sounding.id}-distance`}
          value={sounding.distance_m}
          quantity="distance"
          onChange={(distance_m) => put({ distance_m })}
        />
        <QuantityField
          label="Degrees to the right"
          name={`${sounding.id}-bearing`}
          value={sounding.bearing_deg}
          quantity="angle"
          onChange={(bearing_deg) => put({ bearing_deg })}
        />
        <QuantityField
          label="Level then"
          name={`${sounding.id}-level`}
          value={sounding.level_m}
          quantity="depth"
          onChange={(level_m) => put({ level_m })}
        />
        <Choice label="Bed" value={sounding.bed} onChange={(bed) => put({ bed: bed as Sounding["bed"] })}>
          {options(BEDS, (b) => [b, b])}
        </Choice>
        <Choice label="There is" value={sounding.feature} onChange={(f) => put({ feature: f as Sounding["feature"] })}>
          <option value="none">nothing special</option>
          <option value="snag">a snag</option>
          <option value="weed">weed</option>
        </Choice>
        <Flex align="end">
          <Button
            onClick={() => {
              state.change({ soundings: survey.soundings.filter((s) => s.id !== sounding.id) });
              onSelect(null);
            }}
          >
            <Trash2 aria-hidden="true" />
            Take out
          </Button>
        </Flex>
      </Grid>
    </Box>
  );
}

export const DEPTHS: WaterBead = {
  id: "depths",
  name: "Depths",
  value: ({ picture, units }) =>
    picture?.here
      ? `${write(picture.here.depth_m, "depth", units)} at ${write(picture.here.distance_m, "distance", units)}`
      : "none yet",
  part: "soundings",
  state: ({ survey }) => (survey.soundings.length === 0 ? "note" : "settled"),
  Panel: DepthsPanel,
};
