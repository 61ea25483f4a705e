import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { Check, Droplets, X } from "lucide-react";
import type { FloatMark, Window } from "../../api/client";
import { colour } from "../../scene/colour";
import { StandingFloat } from "../../scene/StandingFloat";
import { type Units, write } from "../../units/quantity";
import { markSays } from "./CapacityWindow";

type Props = {
  window: Window;
  present: string | null | undefined;
  onPut: (mark: FloatMark) => void;
  /** A float pointed at lights its mark above. It must not move anything: the tile would slip from under the finger. */
  onLight: (item: string | null) => void;
  units: Units;
};

const TALL = 78;
const WIDE = 60;
/** A float thinner than this could not be seen. */
const LEAST_PX = 5;

/** The floats of the box, best first, drawn to one scale and standing at their waterlines. */
export function BoxRack({ window, present, onPut, onLight, units }: Props) {
  const heights = window.marks.map((m) => {
    const length = m.outline.at(-1)?.[0] ?? 0;
    return { above: length - m.immersion_m, below: m.immersion_m };
  });
  const above = Math.max(0.01, ...heights.map((h) => h.above));
  const below = Math.max(0.02, ...heights.map((h) => h.below));
  const pxPerM = (TALL - 8) / (above + below);
  const surface = 4 + above * pxPerM;
  return (
    <Grid
      as="ul"
      listStyleType="none"
      templateColumns="repeat(4, minmax(0, 1fr))"
      gap="1.5"
      aria-label="Floats in the box"
    >
      {window.marks.map((m) => {
        const here = m.item === present;
        const broken = m.checks.filter((c) => !c.ok).length;
        return (
          <li key={m.item}>
            <Flex
              as="button"
              direction="column"
              align="center"
              w="full"
              aria-pressed={here}
              onClick={() => onPut(m)}
              onMouseEnter={() => onLight(m.item)}
              onMouseLeave={() => onLight(null)}
              pt="1"
              pb="1.5"
              borderWidth={here ? "2px" : "1px"}
              borderColor={here ? "tip" : "rule"}
              bg={here ? "chosen" : "card"}
              borderRadius="l1"
              cursor="pointer"
            >
              <svg width={WIDE} height={TALL} aria-hidden="true">
                <rect x="0" y={surface} width={WIDE} height={TALL - surface} rx="3" fill={colour("shallow")} />
                <line x1="0" x2={WIDE} y1={surface} y2={surface} stroke={colour("onwater")} strokeWidth="1" />
                <StandingFloat
                  outline={m.outline}
                  paintM={m.paint_m}
                  baseM={m.immersion_m}
                  leanRad={0}
                  x={WIDE / 2}
                  surfaceY={surface}
                  pxPerM={pxPerM}
                  acrossPxPerM={Math.max(pxPerM, LEAST_PX / (2 * Math.max(...m.outline.map(([, r = 0]) => r))))}
                />
              </svg>
              <span className="bw-hidden">{`Put on ${markSays(m, units)}`}</span>
              <Text
                as="span"
                aria-hidden="true"
                fontWeight="bold"
                fontSize="xs"
                lineHeight="1.15"
                minH="7"
                px="0.5"
                textAlign="center"
              >
                {m.label}
              </Text>
              <Flex
                as="span"
                aria-hidden="true"
                align="center"
                gap="0.5"
                fontSize="xs"
                color={broken ? "float" : "reed"}
              >
                {broken ? <X size={12} aria-hidden="true" /> : <Check size={12} aria-hidden="true" />}
                <Box as="span" color="soft">
                  {write(m.capacity_kg, "load", units)}
                </Box>
                {m.tested && <Droplets size={12} aria-hidden="true" color={colour("reed")} />}
              </Flex>
            </Flex>
          </li>
        );
      })}
    </Grid>
  );
}
