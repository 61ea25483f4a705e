import { Box, Flex, Stack, Text } from "@chakra-ui/react";
import { type RefObject, useEffect, useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { colour } from "../scene/colour";
import { Button } from "../shell/Button";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { bedAt, hangs, later, type Run, STEP_S } from "./holding";
import type { Playing } from "./useGame";

type Task = Schemas["HoldTask"];
type Props = Playing<Task, Schemas["HoldMoves"], Schemas["HoldPlay"]>;

const BEGINS: Run = { time: 0, x: 0, hand: 0.8, now: 0.8, laid: 0 };
const [WIDE, HIGH, SURFACE] = [760, 240, 26];

/** Where things are drawn: metres along and over the bed to points of the picture. */
const onto = (task: Task) => {
  const scale = (HIGH - SURFACE - 26) / task.depth_m;
  return {
    x: (m: number) => 20 + (m / (task.run_m + 1)) * (WIDE - 40),
    y: (m: number) => HIGH - 26 - m * scale,
  };
};

/** Run a float down the stream by a slider for the hand, the bait kept in its band. */
export function HoldBack({ task, play, over, onFinish }: Props) {
  const { units } = useSettings();
  const { running, drawing, said, told, hold, mend, start } = useRunning(task, onFinish);
  return (
    <Stack gap="3">
      <Stream task={task} play={over ? play : null} drawing={drawing} />
      <Flex gap="3" align="center" wrap="wrap">
        {!over && (
          <Button variant="solid" minH="12" onClick={start} disabled={running}>
            {running ? "Running" : "Let it go"}
          </Button>
        )}
        {!over && task.pulls.length > 0 && (
          <Button minH="12" onClick={mend} disabled={!running}>
            Mend
          </Button>
        )}
        <Text ref={said} fontWeight="bold" minW="24" data-testid="bait" />
        <Text color="soft" fontSize="sm">
          Band: {write(task.low_m, "line", units)} to {write(task.high_m, "line", units)} off the bed
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

type Drawing = { float: SVGGElement | null; line: SVGLineElement | null; bait: SVGCircleElement | null };

/** The run by its clock, and the hand on it: all of it moves at every frame, past React. */
function useRunning(task: Task, onFinish: Props["onFinish"]) {
  const [running, setRunning] = useState(false);
  const hand = useRef(0.8);
  const told = useRef<HTMLSpanElement>(null);
  const run = useRef<Run>(BEGINS);
  const mends = useRef<number[]>([]);
  const held = useRef<{ time_s: number; hold: number }[]>([]);
  const drawing = useRef<Drawing>({ float: null, line: null, bait: null });
  const said = useRef<HTMLParagraphElement>(null);

  const draw = () => {
    const { x, y } = onto(task);
    const { bait, lead, height } = hangs(task, run.current);
    const [fx, bx, by] = [x(run.current.x), x(run.current.x + lead), y(height)];
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
    const inside = bait >= task.low_m && bait <= task.high_m;
    drawing.current.bait?.setAttribute("fill", colour(inside ? "reed" : "float"));
    if (said.current)
      said.current.textContent =
        bait <= 0 ? "on the bed" : inside ? "in its band" : bait < task.low_m ? "too low" : "too high";
  };
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
  return { running, drawing, said, told, hold, mend, start };
}

type StreamProps = { task: Task; play: Schemas["HoldPlay"] | null; drawing: RefObject<Drawing> };

/** The stream from the side, with the way the bait went once the run is over. */
function Stream({ task, play, drawing }: StreamProps) {
  const { x, y } = onto(task);
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} width="100%" role="img" aria-label="The run from the side">
      <rect width={WIDE} height={SURFACE} fill={colour("sky")} />
      <rect y={SURFACE} width={WIDE} height={HIGH} fill={colour("shallow")} />
      <path d={bandPath(task)} fill={colour("reed")} opacity="0.25" />
      <path d={bedPath(task)} fill={colour("bed")} />
      {play && (
        <polyline
          points={play.path
            .map(([, px, bait]) => `${x(px).toFixed(1)},${y(bait + bedAt(task, px)).toFixed(1)}`)
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
  );
}

/** The bed, raised by so much, as points of a path. */
const bedPoints = (task: Task, off: number): string[] => {
  const { x, y } = onto(task);
  return task.bed.map(([place = 0, high = 0]) => `${x(place).toFixed(1)} ${y(high + off).toFixed(1)}`);
};

const bedPath = (task: Task): string => {
  const { y } = onto(task);
  return `M0 ${HIGH} L0 ${y(0)} L${bedPoints(task, 0).join(" L")} L${WIDE} ${y(0)} L${WIDE} ${HIGH} Z`;
};

const bandPath = (task: Task): string =>
  `M${bedPoints(task, task.low_m).join(" L")} L${bedPoints(task, task.high_m).reverse().join(" L")} Z`;
