import { Box, Flex, Text } from "@chakra-ui/react";
import type { Choosing, Evaluation, FloatSpec } from "../../api/client";
import { colour } from "../../scene/colour";
import { StandingFloat } from "../../scene/StandingFloat";
import { Facts } from "../../shell/Facts";
import { type Units, write } from "../../units/quantity";
import { Why } from "../stations/Why";

const GUESSED: Record<string, string> = {
  own_mass_kg: "own mass",
  stem_length_m: "stem length",
  stem_diameter_m: "stem thickness",
  body_length_m: "body length",
  body_diameter_m: "body thickness",
  tip_length_m: "tip length",
  tip_diameter_m: "tip thickness",
};

const TALL = 190;
const WIDE = 120;

export const guessedWords = (guessed: readonly string[]) => guessed.map((g) => GUESSED[g] ?? g).join(", ");

type Props = { afloat: Evaluation["afloat"]; spec: FloatSpec; leaning: Choosing["leaning"]; units: Units };

/** The float drawn to scale with its waterline and lean, and its figures. */
export function ThisFloat({ afloat, spec, leaning, units }: Props) {
  const load = (kg: number) => write(kg, "load", units);
  return (
    <Box>
      <Flex gap="3" align="stretch">
        <Drawing afloat={afloat} />
        <Box flex="1" minW="0">
          <Facts
            rows={[
              [afloat.tested ? "Carries (tested)" : "Carries", load(afloat.capacity_kg)],
              ["At the wanted tip", afloat.wanted_kg === null ? "none" : load(afloat.wanted_kg)],
              ["Sinks at", load(afloat.sinking_kg)],
              ["Stands from", afloat.least_standing_kg === null ? "never" : load(afloat.least_standing_kg)],
              ["Own mass", load(afloat.own_mass_kg)],
              ["Length", write(afloat.length_m, "line", units)],
              [
                `${write(1e-5, "piece", units)} takes`,
                afloat.tip_per_10_mg_m > 0.05
                  ? `over ${write(0.05, "tip", units)}`
                  : write(afloat.tip_per_10_mg_m, "tip", units),
              ],
            ]}
          />
        </Box>
      </Flex>
      {leaning && (
        <Text fontSize="sm" mt="2" data-testid="leaning">
          In this current and wind the line leans about {write(leaning.line_deg, "angle", units)} and the float{" "}
          {write(leaning.float_deg, "angle", units)}.
        </Text>
      )}
      <Text fontSize="sm" color="soft" mt="2" data-testid="guessed">
        {afloat.guessed.length > 0
          ? `Still guessed from its type and label: ${guessedWords(afloat.guessed)}.`
          : "Nothing about it is guessed."}
      </Text>
      <Why>
        The float is a stack of cone slices. Load = density of the water × volume under the waterline − own mass.
        Capacity is meant in lead shot in fresh water at 15 °C
        {spec.calibration ? "; here it comes from the tube test" : ""}. It stands where its weight, the pull at its foot
        and the water's lift have no way left to turn it: that is reckoned at every lean from flat to upright, not for
        small ones only.
      </Why>
    </Box>
  );
}

function Drawing({ afloat }: { afloat: Evaluation["afloat"] }) {
  const lies = afloat.status === "lies";
  // What reaches furthest above and below the surface has to fit, or when it lies its length across.
  const rise = Math.max(0.005, afloat.length_m * Math.cos(afloat.lean_rad) - afloat.base_m);
  const drop = Math.max(0.01, afloat.base_m);
  const across = afloat.length_m * Math.sin(afloat.lean_rad);
  const widest = 2 * Math.max(...afloat.outline.map(([, r = 0]) => r));
  const wide = lies ? across + widest : widest;
  const px = Math.min((TALL - 16) / (rise + drop), (WIDE - 12) / Math.max(wide, 0.001));
  const surface = lies ? TALL * 0.4 : Math.max(8 + rise * px, (TALL - (rise + drop) * px) / 2 + rise * px);
  return (
    <svg
      width={WIDE}
      height={TALL}
      role="img"
      aria-label={`The float, ${lies ? `lying over at ${Math.round((afloat.lean_rad * 180) / Math.PI)} degrees` : afloat.status}`}
    >
      <rect width={WIDE} height={TALL} rx="8" fill={colour("sky")} />
      <rect y={surface} width={WIDE} height={TALL - surface} fill={colour("shallow")} />
      <StandingFloat
        outline={afloat.outline}
        paintM={afloat.paint_m}
        baseM={afloat.base_m}
        leanRad={afloat.lean_rad}
        x={lies ? WIDE / 2 + (across * px) / 2 : WIDE / 2}
        surfaceY={surface}
        pxPerM={px}
        acrossPxPerM={Math.max(px, 5 / widest)}
      />
      <line x2={WIDE} y1={surface} y2={surface} stroke={colour("onwater")} strokeWidth="1.5" />
    </svg>
  );
}
