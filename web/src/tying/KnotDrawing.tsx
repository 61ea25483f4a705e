import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import type { Knot } from "../api/client";

/** Turns of a strand about what lies along `y`, as they are seen from the front: so many, from `x` to `to`. */
function turns(x: number, to: number, y: number, n: number, h = 9): string {
  const step = (to - x) / n;
  return Array.from({ length: n }, (_, i) => {
    const at = x + i * step;
    return `M${at} ${y + h} C${at} ${y} ${at + 0.7 * step} ${y} ${at + 0.7 * step} ${y - h}`;
  }).join(" ");
}

/** What is drawn: the line that stays put, the end that is worked, and the ring or hook it is tied to. */
type Drawing = { rest?: string; work: string; eye?: boolean; hook?: boolean };

const LINE = "M4 60 H236";
const HOOK_SHANK = "M52 60 H176 C214 60 214 104 180 104 C168 104 160 96 158 86 l-8 8";

const DRAWINGS: Record<string, [Drawing, Drawing, Drawing]> = {
  "stop-knot": [
    { rest: LINE, work: "M60 42 H170 A9 9 0 0 1 170 76 H60" },
    { rest: LINE, work: `M50 42 H170 A9 9 0 0 1 170 76 ${turns(166, 86, 60, 5, 15)} M86 45 L60 76` },
    { rest: LINE, work: `M78 30 L96 48 ${turns(96, 146, 60, 5, 12)} M146 48 L168 30` },
  ],
  "half-blood": [
    { rest: "M4 60 H190", work: `M190 60 C206 60 206 84 186 82 ${turns(180, 80, 60, 5)} M80 51 L60 40`, eye: true },
    { rest: "M4 60 H190", work: `${turns(170, 80, 60, 5)} M80 51 C60 20 150 16 186 54`, eye: true },
    {
      rest: "M4 60 H190",
      work: `${turns(170, 80, 60, 5)} M80 51 C60 20 150 16 184 48 C200 60 150 96 104 26`,
      eye: true,
    },
  ],
  grinner: [
    { rest: "M4 60 H190", work: "M190 60 C206 60 206 84 180 84 H96 C70 84 70 30 100 30 H170", eye: true },
    {
      rest: "M4 60 H190 M182 84 H96 C70 84 70 30 100 30 H150",
      work: `M150 30 ${turns(160, 100, 66, 5, 24)}`,
      eye: true,
    },
    { rest: "M4 60 H190", work: `${turns(140, 182, 60, 5, 11)} M140 49 L118 36`, eye: true },
  ],
  snell: [
    { work: "M8 48 H150 C172 48 172 74 150 74 H70 C44 74 44 52 70 52 H196", hook: true },
    { work: `M8 48 H70 ${turns(84, 150, 60, 5, 13)} M150 47 L196 40`, hook: true },
    { work: `M8 54 H74 ${turns(76, 132, 60, 7, 10)} M132 50 L152 40`, hook: true },
  ],
  "loop-to-loop": [
    {
      rest: "M236 60 H176 C140 60 136 40 158 40 C180 40 176 60 140 60",
      work: "M4 60 H64 C100 60 104 80 82 80 C60 80 64 60 100 60",
    },
    {
      rest: "M236 60 H170 C150 34 96 34 96 60 C96 86 150 86 170 60",
      work: "M4 60 H70 C90 34 150 40 150 60 C150 80 90 86 70 60",
    },
    {
      rest: "M236 60 H160 C140 44 112 44 112 60 C112 76 140 76 160 60",
      work: "M4 60 H80 C100 44 128 44 128 60 C128 76 100 76 80 60",
    },
  ],
  "line-to-line": [
    { rest: "M236 66 H50", work: "M4 54 H170 C196 54 196 30 170 30 H110" },
    { rest: "M236 66 H50", work: `M4 54 H170 C196 54 196 30 170 30 H150 ${turns(150, 96, 56, 5, 22)}` },
    {
      rest: `M236 62 H150 ${turns(150, 126, 60, 4, 11)} M126 49 L110 36`,
      work: `M4 58 H90 ${turns(90, 114, 60, 4, 11)} M114 71 L130 84`,
    },
  ],
};

/** How a knot is tied: a drawing and a sentence for each step. */
export function KnotDrawing({ knot }: { knot: Knot }) {
  const drawings = DRAWINGS[knot.id];
  if (!drawings || !knot.steps?.length) return null;
  return (
    <Grid as="ol" templateColumns={{ base: "1fr", sm: "repeat(3, minmax(0, 1fr))" }} gap="3" listStyleType="none">
      {drawings.map((d, i) => (
        <Flex
          as="li"
          key={knot.steps?.[i]}
          bg="well"
          borderRadius="l1"
          p="2"
          gap="2"
          direction={{ base: "row", sm: "column" }}
          align="center"
        >
          <Box flexShrink="0" w={{ base: "45%", sm: "100%" }}>
            <svg viewBox="0 0 240 120" width="100%" aria-hidden="true">
              <g fill="none" strokeLinecap="round" strokeLinejoin="round">
                {d.hook && <path d={HOOK_SHANK} stroke="var(--chakra-colors-edge)" strokeWidth="6" />}
                {d.eye && <circle cx="200" cy="60" r="13" stroke="var(--chakra-colors-edge)" strokeWidth="6" />}
                {d.rest && <path d={d.rest} stroke="var(--chakra-colors-ink)" strokeWidth="3.5" />}
                <path d={d.work} stroke="var(--chakra-colors-well)" strokeWidth="8" />
                <path d={d.work} stroke="var(--chakra-colors-float)" strokeWidth="3.5" />
              </g>
            </svg>
          </Box>
          <Text fontSize="sm">
            <b>{i + 1}.</b> {knot.steps?.[i]}
          </Text>
        </Flex>
      ))}
    </Grid>
  );
}
