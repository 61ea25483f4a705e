import { forwardRef, useImperativeHandle, useRef } from "react";
import type { Evaluation, Rig } from "../../api/client";
import { Backdrop } from "../../scene/Backdrop";
import { colour } from "../../scene/colour";
import { toPx } from "../../scene/scale";
import { type Units, write } from "../../units/quantity";
import type { Drawing } from "../fall/FallDrawing";
import { feedAt } from "../fall/frames";
import { floatAt, rigAt } from "./runAt";
import type { RunPlan } from "./useRun";

type Props = {
  plan: RunPlan;
  rig: Rig;
  evaluation: Evaluation;
  /** Where x of the plan above is, so that both stand under one another. */
  planX: (m: number) => number;
  width: number;
  height: number;
  units: Units;
};

const BED_PX = 16;
/** In still water the rig is drawn along the cast, which is wider than it is to the plan's scale. */
const STILL_PX_PER_M = 26;

/** The same run from the side, along the float's way: the rig sinking and fishing, and the feed coming down. */
export const SectionDrawing = forwardRef<Drawing, Props>(function SectionDrawing(props, ref) {
  const { plan, rig, evaluation, width, height, units } = props;
  const depth = rig.water.depth_m;
  const view = { topM: -0.22 * depth, pxPerM: Math.max(1, height - BED_PX) / (1.22 * depth) };
  const x = plan.flows ? props.planX : (m: number) => width / 2 + (m - plan.lands.x_m) * STILL_PX_PER_M;
  const hangs = evaluation.moving?.path ?? still(evaluation);
  const line = useRef<SVGPolylineElement>(null);
  const bait = useRef<SVGCircleElement>(null);
  const float = useRef<SVGGElement>(null);
  const feed = useRef<SVGGElement>(null);
  const drawnAt = ([a, z]: readonly [number, number]) => `${x(a).toFixed(1)},${toPx(view, z).toFixed(1)}`;
  useImperativeHandle(ref, () => ({
    show: (seconds) => {
      const now = Math.max(0, seconds);
      const course = rigAt(plan, hangs, now);
      line.current?.setAttribute("points", course.map(drawnAt).join(" "));
      const hook = course.at(-1);
      if (hook)
        bait.current?.setAttribute(
          "transform",
          `translate(${x(hook[0]).toFixed(1)} ${toPx(view, hook[1]).toFixed(1)})`,
        );
      float.current?.setAttribute("transform", `translate(${x(floatAt(plan, now).x).toFixed(1)} ${toPx(view, 0)})`);
      const there = seconds >= 0 ? feedAt(plan.feed_path, seconds) : null;
      feed.current?.setAttribute("visibility", there ? "visible" : "hidden");
      if (there)
        feed.current?.setAttribute(
          "transform",
          `translate(${x(there[0]).toFixed(1)} ${toPx(view, there[1]).toFixed(1)})`,
        );
    },
  }));
  const falls = plan.sinking.map((f) => {
    const hook = f.path.at(-1) ?? [0, 0];
    const moved = floatAt(plan, f.time_s).x - f.float_x_m;
    return drawnAt([hook[0] + moved, hook[1]]);
  });
  const ends = plan.drift?.moments.at(-1);
  const hook = hangs.at(-1);
  return (
    <svg width={width} height={height} role="img" aria-label="The run from the side">
      <Backdrop width={width} height={height} view={view} depthM={depth} units={units} bare />
      <polyline points={falls.join(" ")} fill="none" stroke={colour("card")} strokeWidth="1.8" strokeDasharray="4 5" />
      <polyline
        points={plan.feed_path.map(([, a = 0, z = 0]) => drawnAt([a, z])).join(" ")}
        fill="none"
        stroke={colour("brass")}
        strokeWidth="2"
        strokeDasharray="2 5"
      />
      {ends && hook && plan.fishes_m > 0 && (
        <line
          x1={x(plan.down.x_m)}
          x2={x(ends.x_m + (hook[1] ?? 0))}
          y1={toPx(view, hook[2] ?? 0)}
          y2={toPx(view, hook[2] ?? 0)}
          stroke={colour("reed")}
          strokeWidth="6"
          strokeLinecap="round"
          opacity="0.85"
        />
      )}
      <g ref={float}>
        <line
          y1={-14}
          y2={Math.max(8, toPx(view, hangs[0]?.[2] ?? 0) - toPx(view, 0))}
          stroke={colour("float")}
          strokeWidth="4"
        />
      </g>
      <polyline ref={line} fill="none" stroke={colour("shot")} strokeWidth="1.8" />
      <circle ref={bait} r="5" fill={colour("tip")} stroke={colour("shotrim")} />
      <g ref={feed} fill={colour("brass")} stroke={colour("card")} strokeWidth="0.8">
        {[-7, 0, 7].map((dx, k) => (
          <circle key={dx} cx={dx} cy={-3 * k} r="3" />
        ))}
      </g>
      <text x={width - 8} y="16" textAnchor="end" fill={colour("ink")} style={{ fontSize: 13, fontWeight: 600 }}>
        {plan.feed && plan.feed_path.length > 0 ? meets(plan, units) : ""}
      </text>
    </svg>
  );
});

/** A rig at rest hangs straight down. */
const still = (e: Evaluation): [number, number, number][] =>
  e.path.map(([position, depth]): [number, number, number] => [position, 0, depth]).sort((a, b) => a[2] - b[2]);

const meets = (plan: RunPlan, units: Units): string => {
  if (!plan.feed) return "";
  const { name, fall_s, lead_m } = plan.feed;
  const drifts = Math.abs(lead_m) < 0.1 ? "" : `, ${write(lead_m, "distance", units)} on`;
  return `${name}: down after ${Math.round(fall_s)} s${drifts}`;
};
