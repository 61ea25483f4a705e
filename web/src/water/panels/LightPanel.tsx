import { Box, Grid, Stack, Text } from "@chakra-ui/react";
import type { Picture, Survey } from "../../api/client";
import { Why } from "../../bench/stations/Why";
import { colour } from "../../scene/colour";
import { Choice, options } from "../../shell/Choice";
import { Facts } from "../../shell/Facts";
import { QuantityField } from "../../shell/QuantityField";
import { clock } from "../../units/clock";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import type { WaterBead } from "../bead";
import { useWater } from "../here";

const COMPASS = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"];
const compass = (degrees: number) => COMPASS[Math.round(degrees / 45) % 8] ?? "N";
const TIP = { black: "#111111", orange: "#D9480F", yellow: "#C8B400", white: "#FFFFFF" } as const;

/** Chop from the wind, the sun and its shadow, and the tip that shows. */
function LightPanel() {
  const { state, picture } = useWater();
  const { survey } = state;
  const { wind, place } = survey;
  const put = (part: Partial<typeof wind>) => state.change({ wind: { ...wind, ...part } });
  const putPlace = (part: Partial<typeof place>) => state.change({ place: { ...place, ...part } });
  const zones = Intl.supportedValuesOf("timeZone");
  return (
    <Stack gap="4">
      {picture && <Shows picture={picture} survey={survey} />}
      <Grid templateColumns="1fr 1fr" gap="3">
        <QuantityField
          label="Wind"
          name="wind-speed"
          value={wind.speed_m_s}
          quantity="speed"
          onChange={(speed_m_s) => put({ speed_m_s })}
        />
        <QuantityField
          label="Wind from"
          name="wind-from"
          value={wind.from_deg}
          quantity="angle"
          onChange={(from_deg) => put({ from_deg })}
          hint={`${compass(wind.from_deg)}; north is 0, east 90.`}
        />
        <QuantityField
          label="Open water upwind"
          name="wind-fetch"
          value={wind.fetch_m}
          quantity="distance"
          onChange={(fetch_m) => put({ fetch_m })}
        />
        <QuantityField
          label="Swim faces"
          name="facing"
          value={place.facing_deg}
          quantity="angle"
          onChange={(facing_deg) => putPlace({ facing_deg })}
          hint={compass(place.facing_deg)}
        />
        <QuantityField
          label="Latitude"
          name="latitude"
          value={place.latitude_deg}
          quantity="plain"
          onChange={(latitude_deg) => putPlace({ latitude_deg })}
        />
        <QuantityField
          label="Longitude"
          name="longitude"
          value={place.longitude_deg}
          quantity="plain"
          onChange={(longitude_deg) => putPlace({ longitude_deg })}
          hint="West is less than 0."
        />
      </Grid>
      <Choice label="Times of" value={place.time_zone} onChange={(time_zone) => putPlace({ time_zone })}>
        {options([...new Set(["UTC", place.time_zone, ...zones])], (z) => [z, z])}
      </Choice>
      <Why>
        Waves raised by a steady wind over open water: Shore Protection Manual, 1984, equations 3-33 to 3-36, deep
        water. A quarter of their height is taken as what a small float does not ride out: a default. Sun by the astral
        library (NOAA's equations).
      </Why>
    </Stack>
  );
}

/** Where the light stands, the tip that shows against it, and the chop. */
function Shows({ picture, survey }: { picture: Picture; survey: Survey }) {
  const { units } = useSettings();
  const { light } = picture;
  const { place, wind } = survey;
  return (
    <>
      <Grid templateColumns="auto 1fr" gap="4" alignItems="center">
        <Rose
          facing={place.facing_deg}
          sun={light.azimuth_deg}
          up={light.elevation_deg > 0}
          wind={wind.from_deg}
          blowing={wind.speed_m_s > 0}
        />
        <Box>
          <Text fontWeight="semibold">{light.says}</Text>
          {light.shadow_m != null && (
            <Text fontSize="sm" color="soft" mt="1">
              The shadow of a rod tip 2 m up is {write(light.shadow_m, "distance", units)} long
              {(light.shadow_out_m ?? 0) > 1
                ? ` and reaches ${write(light.shadow_out_m ?? 0, "distance", units)} out, ${write(Math.abs(light.shadow_right_m ?? 0), "distance", units)} to the ${(light.shadow_right_m ?? 0) > 0 ? "right" : "left"}.`
                : " and falls behind you."}
            </Text>
          )}
        </Box>
      </Grid>
      <Box bg="well" borderRadius="l2" p="3">
        <Text fontWeight="semibold">
          <Box
            as="span"
            display="inline-block"
            w="3"
            h="5"
            bg={TIP[light.tip.colour]}
            borderWidth="1px"
            borderColor="ink"
            borderRadius="sm"
            me="2"
            verticalAlign="middle"
          />
          {light.tip.colour[0]?.toUpperCase()}
          {light.tip.colour.slice(1)} tip
        </Text>
        <Text fontSize="sm">{light.tip.why}</Text>
      </Box>
      <Facts
        rows={[
          ["Chop, crest to trough", write(picture.chop.height_m, "line", units)],
          ["A wave every", write(picture.chop.period_s, "time", units)],
          ["Show this much more tip", write(picture.chop.extra_tip_m, "tip", units)],
          ["Sun up", picture.sunrise ? clock(picture.sunrise, place.time_zone) : "not today"],
          ["Sun down", picture.sunset ? clock(picture.sunset, place.time_zone) : "not today"],
        ]}
      />
    </>
  );
}

type RoseProps = { facing: number; sun: number; up: boolean; wind: number; blowing: boolean };

/** Seen from above, the water ahead: where the sun stands and the wind comes from. */
function Rose({ facing, sun, up, wind, blowing }: RoseProps) {
  const at = (degrees: number, r: number) => {
    const a = ((degrees - facing) * Math.PI) / 180;
    return [50 + r * Math.sin(a), 50 - r * Math.cos(a)] as const;
  };
  const [sx, sy] = at(sun, 38);
  const [wx, wy] = at(wind, 30);
  const [ix, iy] = at(wind, 15);
  const [nx, ny] = at(0, 44);
  return (
    <svg
      viewBox="0 0 100 100"
      width="112"
      height="112"
      role="img"
      aria-label={`Facing ${compass(facing)}, sun in the ${compass(sun)}${blowing ? `, wind from the ${compass(wind)}` : ""}`}
    >
      <circle cx="50" cy="50" r="48" fill={colour("well")} stroke={colour("edge")} />
      <path d="M2 50 a48 48 0 0 1 96 0 z" fill={colour("shallow")} />
      <text x={nx} y={ny + 4} textAnchor="middle" style={{ fontSize: 12, fontWeight: 700 }} fill={colour("ink")}>
        N
      </text>
      {up && <circle cx={sx} cy={sy} r="7" fill="#E8B400" stroke={colour("ink")} />}
      {blowing && (
        <path d={`M${wx} ${wy} L${ix} ${iy}`} stroke={colour("ink")} strokeWidth="3" markerEnd="url(#wind-head)" />
      )}
      <defs>
        <marker id="wind-head" markerWidth="5" markerHeight="5" refX="3" refY="2.5" orient="auto">
          <path d="M0 0 L5 2.5 L0 5 z" fill={colour("ink")} />
        </marker>
      </defs>
      <path d="M50 56 l-7 12 h14 z" fill={colour("tip")} />
    </svg>
  );
}

export const LIGHT: WaterBead = {
  id: "light",
  name: "Wind & light",
  value: ({ picture, units }) =>
    picture ? `chop ${write(picture.chop.height_m, "line", units)}, ${picture.light.tip.colour} tip` : "…",
  part: "wind",
  Panel: LightPanel,
};
