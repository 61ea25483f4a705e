import { forwardRef, useImperativeHandle, useRef } from "react";
import type { Rig } from "../../api/client";
import { colour } from "../../scene/colour";
import { NARROW_PX, rulerStep } from "../../scene/scale";
import { FOOT_M, type Units, write } from "../../units/quantity";
import type { Drawing } from "../fall/FallDrawing";
import { extentOf, floatAt, lineAt } from "./runAt";
import type { RunPlan } from "./useRun";

type Props = { plan: RunPlan; rig: Rig; at: Layout; width: number; height: number; units: Units };

/** Room left and right of what is drawn, for words; and for the bank and what is beyond. */
const SIDE_PX = 84;
const BANK_PX = 34;
const BEYOND_PX = 48;
const ARROW_LANES = [0.12, 0.38, 0.62, 0.86];

export type Layout = ReturnType<typeof laidOut>;

/** How the swim is laid out on the paper: x downstream to the right, y out upwards, both to one scale. */
export function laidOut(plan: RunPlan, width: number, height: number) {
  const { left, right, far } = extentOf(plan);
  const along = Math.max(right - left, 2);
  const side = width < NARROW_PX ? 0.6 * SIDE_PX : SIDE_PX;
  const pxPerM = Math.min((width - 2 * side) / along, (height - BANK_PX - BEYOND_PX) / far);
  const spare = width - along * pxPerM;
  return {
    pxPerM,
    x: (m: number) => spare / 2 + (m - left) * pxPerM,
    y: (m: number) => height - BANK_PX - m * pxPerM,
  };
}

/** The swim from above: where to stand, cast and feed, the float's way, its line, and where it is mended. */
export const PlanDrawing = forwardRef<Drawing, Props>(function PlanDrawing(
  { plan, rig, at, width, height, units },
  ref,
) {
  const line = useRef<SVGPolylineElement>(null);
  const rod = useRef<SVGLineElement>(null);
  const float = useRef<SVGCircleElement>(null);
  useImperativeHandle(ref, () => ({
    show: (seconds) => {
      const { x, y } = floatAt(plan, Math.max(0, seconds));
      const drawn = lineAt(plan, Math.max(0, seconds));
      const from = drawn[0] ?? tipOf(rig, x, y);
      const course = drawn.length > 0 ? drawn : [from, [x, y] as [number, number]];
      line.current?.setAttribute(
        "points",
        course.map(([a, b]) => `${at.x(a).toFixed(1)},${at.y(b).toFixed(1)}`).join(" "),
      );
      rod.current?.setAttribute("x2", at.x(from[0]).toFixed(1));
      rod.current?.setAttribute("y2", at.y(from[1]).toFixed(1));
      float.current?.setAttribute("transform", `translate(${at.x(x).toFixed(1)} ${at.y(y).toFixed(1)})`);
    },
  }));
  return (
    <svg width={width} height={height} role="img" aria-label={saysAll(plan, units)}>
      <rect width={width} height={height} fill={colour("shallow")} />
      <Lanes plan={plan} at={at} width={width} units={units} />
      <rect y={height - BANK_PX + 8} width={width} height={BANK_PX} fill={colour("bedmark")} />
      <Scale pxPerM={at.pxPerM} right={width - 12} y={height - 10} units={units} />
      <Way plan={plan} at={at} units={units} narrow={width < NARROW_PX} />
      <line ref={rod} x1={at.x(0)} y1={at.y(0)} x2={at.x(0)} y2={at.y(0)} stroke={colour("ink")} strokeWidth="3" />
      <polyline ref={line} fill="none" stroke={colour("ink")} strokeWidth="1.6" />
      <circle cx={at.x(0)} cy={at.y(0)} r="8" fill={colour("ink")} />
      <Label x={at.x(0)} y={height - 8} text={width < NARROW_PX ? "you" : "you stand here"} anchor="middle" />
      <circle ref={float} r="7.5" fill={colour("float")} stroke={colour("card")} strokeWidth="2" />
    </svg>
  );
});

/** In water that does not move the rod points at the float. */
function tipOf(rig: Rig, x: number, y: number): [number, number] {
  const far = Math.hypot(x, y) || 1;
  const share = Math.min(rig.conditions.rod_m ?? 3.9, 0.9 * far) / far;
  return [share * x, share * y];
}

function Lanes({ plan, at, width, units }: { plan: RunPlan; at: Layout; width: number; units: Units }) {
  const fastest = Math.max(...plan.lanes.map((l) => l.speed_m_s), 0.01);
  const speed = (y: number) => {
    const lanes = plan.lanes;
    const next = lanes.findIndex((l) => l.across_m >= y);
    if (next <= 0) return (next === 0 ? lanes[0] : lanes.at(-1))?.speed_m_s ?? 0;
    const [a, b] = [lanes[next - 1], lanes[next]];
    if (!a || !b) return 0;
    return a.speed_m_s + ((b.speed_m_s - a.speed_m_s) * (y - a.across_m)) / (b.across_m - a.across_m);
  };
  const out = plan.lands.y_m;
  return (
    <g stroke={colour("onwater")} strokeWidth="1.4" fill="none" opacity="0.75">
      {plan.flows &&
        ARROW_LANES.map((share) => {
          const y = at.y(share * out);
          const length = (34 * speed(share * out)) / fastest;
          if (length < 4) return null;
          return [0.06, 0.36, 0.66, 0.9].map((part) => (
            <path key={part} d={`M${part * width} ${y} h${length.toFixed(1)} m-5 -3.5 l5 3.5 l-5 3.5`} />
          ));
        })}
      {plan.flows && (
        <text
          x={width - 8}
          y="18"
          textAnchor="end"
          fill={colour("onwater")}
          stroke="none"
          style={{ fontSize: 13, fontWeight: 600 }}
        >
          downstream · {write(fastest, "speed", units)}
        </text>
      )}
    </g>
  );
}

function Scale({ pxPerM, right, y, units }: { pxPerM: number; right: number; y: number; units: Units }) {
  const unitM = units.depth === "ft" ? FOOT_M : 1;
  const step = rulerStep(80 / (pxPerM * unitM), 1);
  const px = step * unitM * pxPerM;
  return (
    <g>
      <path d={`M${right} ${y - 4} v5 h${(-px).toFixed(1)} v-5`} stroke={colour("ink")} strokeWidth="1.8" fill="none" />
      <Label x={right - px - 8} y={y} text={`${step} ${units.depth}`} anchor="end" />
    </g>
  );
}

const ENDS = {
  stretch: "end",
  "swings-in": "swings in: end",
  line: "end",
  back: "drawn back",
  stands: "stands",
} as const;

/** Where it lands, where the bait is down, the stretch it fishes, its mends, and where to feed. */
function Way({ plan, at, units, narrow }: { plan: RunPlan; at: Layout; units: Units; narrow: boolean }) {
  const moments = plan.drift?.moments ?? [];
  const spot = (m: { x_m: number; y_m: number }): [number, number] => [at.x(m.x_m), at.y(m.y_m)];
  const drawn = (part: typeof moments) =>
    part
      .map((m) =>
        spot(m)
          .map((v) => v.toFixed(1))
          .join(","),
      )
      .join(" ");
  const down = moments.findIndex((m) => m.time_s >= plan.down_s);
  const sinks = down < 0 ? moments : moments.slice(0, down + 1);
  const fishes = down < 0 ? [] : moments.slice(down);
  const [lx, ly] = spot(plan.lands);
  const last = moments.at(-1);
  const [ex, ey] = last ? spot(last) : [lx, ly];
  const [dx, dy] = fishes[0] ? spot(fishes[0]) : [lx, ly];
  return (
    <g>
      <polyline points={drawn(sinks)} fill="none" stroke={colour("float")} strokeWidth="2" strokeDasharray="3 5" />
      <polyline
        points={drawn(fishes)}
        fill="none"
        stroke={colour("reed")}
        strokeWidth="6"
        strokeLinecap="round"
        opacity="0.8"
      />
      <circle cx={lx} cy={ly} r="7" fill={colour("card")} stroke={colour("float")} strokeWidth="2.5" />
      <Label x={lx} y={ly - 14} text="lands" anchor="middle" />
      {fishes[0] && (
        <>
          <circle cx={dx} cy={dy} r="5" fill={colour("reed")} />
          <Label
            x={dx}
            y={dy + 20}
            text={narrow ? "bait down" : `bait down after ${Math.round(plan.down_s)} s`}
            anchor="middle"
          />
          {!narrow && plan.fishes_m > 0.5 && (
            <Label
              x={(dx + ex) / 2}
              y={Math.min(dy, ey) - 14}
              text={`fishes ${write(plan.fishes_m, "distance", units)}`}
              anchor="middle"
              tint="reed"
            />
          )}
          <circle cx={ex} cy={ey} r="5" fill={colour("brass")} />
          {plan.drift && <Label x={ex + 11} y={ey + 5} text={ENDS[plan.drift.end]} />}
        </>
      )}
      {plan.drift?.mends.map((mend, i) => {
        const { x, y } = floatAt(plan, mend.time_s);
        const words = i === 0 ? (plan.drift?.mends.length === 1 ? "mend" : "mends") : "";
        return <MendMark key={mend.time_s} x={at.x(x)} y={at.y(y)} upstream={mend.way === "upstream"} words={words} />;
      })}
      <FeedMark plan={plan} at={at} units={units} narrow={narrow} />
    </g>
  );
}

function MendMark({ x, y, upstream, words }: { x: number; y: number; upstream: boolean; words: string }) {
  const way = upstream ? -1 : 1;
  return (
    <g data-testid="mend">
      <path
        d={`M${x} ${y + 40} q${14 * way} -8 ${26 * way} 2 m${-7 * way} -3 l${7 * way} 3 l${-3 * way} -7`}
        fill="none"
        stroke={colour("float")}
        strokeWidth="2.2"
      />
      <Label x={x + 14 * way} y={y + 58} text={words} anchor="middle" tint="float" />
    </g>
  );
}

function FeedMark({ plan, at, units, narrow }: { plan: RunPlan; at: Layout; units: Units; narrow: boolean }) {
  const spot = plan.feed_at;
  if (!spot) return null;
  const shown = at.x(spot.x_m) > 10;
  const x = shown ? at.x(spot.x_m) : 14;
  const y = at.y(spot.y_m);
  // To half a metre: nobody throws feed any finer.
  const up = Math.round(2 * (plan.lands.x_m - spot.x_m)) / 2;
  const where =
    Math.abs(up) < 0.3
      ? "feed here"
      : `feed ${write(Math.abs(up), "distance", units)} ${up > 0 ? "up" : "down"}${shown || narrow ? "" : "stream"}`;
  return (
    <g>
      {shown ? (
        <circle cx={x} cy={y} r="6.5" fill={colour("card")} stroke={colour("brass")} strokeWidth="2.5" />
      ) : (
        <path d={`M${x + 16} ${y} h-16 m6 -5 l-6 5 l6 5`} fill="none" stroke={colour("brass")} strokeWidth="2.5" />
      )}
      {plan.flows ? (
        <Label x={shown ? x : x - 4} y={y + 24} text={where} anchor={shown ? "middle" : "start"} tint="brass" />
      ) : (
        <Label x={x + 16} y={y + 5} text={where} tint="brass" />
      )}
    </g>
  );
}

type LabelProps = { x: number; y: number; text: string; anchor?: "start" | "middle" | "end"; tint?: string };

/** Words on the water, with a rim that keeps them readable over lines. */
export function Label({ x, y, text, anchor = "start", tint = "ink" }: LabelProps) {
  return (
    <text
      x={x}
      y={y}
      textAnchor={anchor}
      fill={colour(tint)}
      stroke={colour("shallow")}
      strokeWidth="3"
      paintOrder="stroke"
      style={{ fontSize: 13, fontWeight: 700 }}
    >
      {text}
    </text>
  );
}

const saysAll = (plan: RunPlan, units: Units): string =>
  `The swim from above: the float lands ${write(plan.lands.y_m, "distance", units)} out` +
  (plan.flows ? ` and fishes ${write(plan.fishes_m, "distance", units)}` : "");
