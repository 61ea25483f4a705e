import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { colour } from "../scene/colour";
import { Button } from "../shell/Button";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { hangs, later, type Run, STEP_S } from "./holding";
import type { Playing } from "./useGame";

type Task = Schemas["HoldTask"];
type Props = Playing<Task, Schemas["HoldMoves"], Schemas["HoldPlay"]>;

const BEGINS: Run = { time: 0, x: 0, hand: 0.8, now: 0.8, laid: 0 };
const [WIDE, HIGH, SURFACE] = [760, 240, 26];

/** Run a float down the stream by a slider for the hand, the bait kept in its band. */
export function HoldBack({ task, play, over, onFinish }: Props) {
  const { units } = useSettings();
  const [running, setRunning] = useState(false);
  // The hand moves at every frame: past React, like the drawing.
  const hand = useRef(0.8);
  const told = useRef<HTMLSpanElement>(null);
  const run = useRef<Run>(BEGINS);
  const mends = useRef<number[]>([]);
  const held = useRef<{ time_s: number; hold: number }[]>([]);
  const drawing = useRef<{ float: SVGGElement | null; line: SVGLineElement | null; bait: SVGCircleElement | null }>({
    float: null,
    line: null,
    bait: null,
  });
  const said = useRef<HTMLParagraphElement>(null);
  const band: [number, number] = [task.low_m, task.high_m];
  const x = (m: number) => 20 + (m / (task.run_m + 1)) * (WIDE - 40);
  const scale = (HIGH - SURFACE - 26) / task.depth_m;
  const bedY = HIGH - 26;

  const draw = () => {
    const { bait, lead, height } = hangs(task, run.current);
    const fx = x(run.current.x);
    const bx = x(run.current.x + lead);
    const by = bedY - height * scale;
    drawing.current.float?.setAttribute("transform", `translate(${fx} ${SURFACE})`);
    for (const [name, value] of [
      ["x1", fx],
      ["y1", SURFACE + 8],
      ["x2", bx],
      ["y2", by],
    ] as const)
      drawing.current.line?.setAttribute(name, value.toFixed(1));
    drawing.current.bait?.setAttribute("cx", bx.toFixed(1));
    drawing.current.bait?.setAttribute("cy", by.toFixed(1));
    const inside = bait >= band[0] && bait <= band[1];
    drawing.current.bait?.setAttribute("fill", colour(inside ? "reed" : "float"));
    if (said.current)
      said.current.textContent =
        bait <= 0 ? "on the bed" : inside ? "in its band" : bait < band[0] ? "too low" : "too high";
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawn once for each run that is dealt
  useEffect(draw, [task]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: one loop for as long as it runs
  useEffect(() => {
    if (!running) return;
    let before = performance.now();
    let spare = 0;
    let frame = requestAnimationFrame(function tick(now) {
      // A window that was hidden or resized does not let the float run on alone.
      spare += Math.min(0.25, (now - before) / 1000);
      before = now;
      const whole = Math.floor(spare / STEP_S) * STEP_S;
      spare -= whole;
      run.current = later(task, run.current, whole);
      draw();
      if (run.current.x >= task.run_m) {
        setRunning(false);
        onFinish({ held: held.current, mends_s: mends.current, done: true });
      } else frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [running]);
  const hold = (value: number) => {
    hand.current = value;
    if (told.current) told.current.textContent = `${Math.round(value * 100)} %`;
    run.current = { ...run.current, hand: value };
    if (running && held.current.length < 3900)
      held.current.push({ time_s: Math.round(run.current.time * 100) / 100, hold: value });
  };
  const mend = () => {
    const at = Math.round(run.current.time * 100) / 100;
    run.current = { ...run.current, laid: at };
    if (mends.current.length < 190) mends.current.push(at);
  };
  const start = () => {
    run.current = { ...BEGINS, hand: hand.current };
    held.current = [{ time_s: 0, hold: hand.current }];
    mends.current = [];
    setRunning(true);
  };
  return (
    <Stack gap="3">
      <svg viewBox={`0 0 ${WIDE} ${HIGH}`} width="100%" role="img" aria-label="The run from the side">
        <rect width={WIDE} height={SURFACE} fill={colour("sky")} />
        <rect y={SURFACE} width={WIDE} height={HIGH} fill={colour("shallow")} />
        <path d={bandPath(task, x, bedY, scale)} fill={colour("reed")} opacity="0.25" />
        <path d={bedPath(task, x, bedY, scale)} fill={colour("bed")} />
        {over && play && (
          <polyline
            points={play.path
              .map(
                ([, px, bait]) => `${x(px).toFixed(1)},${(bedY - bait * scale - bedAt(task, px) * scale).toFixed(1)}`,
              )
              .join(" ")}
            fill="none"
            stroke={colour("float")}
            strokeWidth="2"
          />
        )}
        <g
          ref={(g) => {
            drawing.current.float = g;
          }}
        >
          <rect x="-4" y="-16" width="8" height="26" rx="3" fill={colour("tip")} stroke={colour("shotrim")} />
        </g>
        <line
          ref={(l) => {
            drawing.current.line = l;
          }}
          stroke={colour("shot")}
          strokeWidth="1.5"
        />
        <circle
          ref={(c) => {
            drawing.current.bait = c;
          }}
          r="6"
          stroke={colour("card")}
          strokeWidth="1.5"
        />
      </svg>
      <Flex gap="3" align="center" wrap="wrap">
        {!over && (
          <Button variant="solid" minH="12" onClick={start} disabled={running}>
            {running ? "Running" : "Let it go"}
          </Button>
        )}
        {!over && task.bow > 0 && (
          <Button minH="12" onClick={mend} disabled={!running}>
            Mend
          </Button>
        )}
        <Text ref={said} fontWeight="bold" minW="24" data-testid="bait" />
        <Text color="soft" fontSize="sm">
          Band: {write(band[0], "line", units)} to {write(band[1], "line", units)} off the bed
        </Text>
      </Flex>
      {!over && (
        <Box>
          <label className="bw-label" htmlFor="hand">
            Hold back: the float goes at <span ref={told}>80 %</span> of the current
          </label>
          <input
            id="hand"
            type="range"
            min="30"
            max="95"
            step="1"
            defaultValue="80"
            style={{ width: "100%", minHeight: 48, accentColor: "var(--chakra-colors-float)" }}
            onInput={(e) => hold(Number(e.currentTarget.value) / 100)}
          />
        </Box>
      )}
    </Stack>
  );
}

const bedAt = (task: Task, place: number): number => {
  const i = Math.min(task.bed.length - 1, Math.max(0, Math.round(place / 0.25)));
  return task.bed[i]?.[1] ?? 0;
};

const bedPath = (task: Task, x: (m: number) => number, bedY: number, scale: number): string =>
  `M0 ${HIGH} L0 ${bedY} ${task.bed.map(([place = 0, high = 0]) => `L${x(place).toFixed(1)} ${(bedY - high * scale).toFixed(1)}`).join(" ")} L${WIDE} ${bedY} L${WIDE} ${HIGH} Z`;

const bandPath = (task: Task, x: (m: number) => number, bedY: number, scale: number): string => {
  const edge = (off: number) =>
    task.bed.map(([place = 0, high = 0]) => `${x(place).toFixed(1)} ${(bedY - (high + off) * scale).toFixed(1)}`);
  return `M${edge(task.low_m).join(" L")} L${edge(task.high_m).reverse().join(" L")} Z`;
};
