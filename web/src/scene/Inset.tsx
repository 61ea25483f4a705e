import type { ReactNode } from "react";
import type { Evaluation, Rig } from "../api/client";
import type { Units } from "../units/quantity";
import { colour } from "./colour";
import { course } from "./course";
import { Fixed } from "./Fixed";
import { flowCourse } from "./flow";
import { type Drawn, drawnHandles } from "./Pieces";
import { fitLower, toPx, type View } from "./scale";

const LABEL_PX = 30;
/** So much more of the line than its highest piece is shown. */
const SPARE = 1.25;
const LEAST_M = 0.4;
const LINE_X = 62;

/** Pieces so near together on the drawing that one can not be told from the next. */
export function crowded(drawn: Drawn[]): boolean {
  const ys = drawn.map((d) => d.centre.y);
  return ys.length >= 3 && Math.max(...ys) - Math.min(...ys) < LABEL_PX * (ys.length - 1);
}

type Frame = { x: number; y: number; width: number; height: number };
type Inset = Frame & { view: View; line: ReturnType<typeof course>; drawn: Drawn[] };

/** The lowest stretch of the line in a frame of its own, large enough to be read. */
export function insetOf(evaluation: Evaluation, rig: Rig, room: Frame): Inset {
  const width = room.width - room.x - 12;
  const height = room.height - room.y - 58;
  const deepest = Math.max(0, ...evaluation.path.map(([, depth = 0]) => depth));
  const highest = Math.max(LEAST_M, ...evaluation.handles.filter((h) => !SETTING.has(h.name)).map((h) => h.position_m));
  const view = fitLower(height, rig.water.depth_m, deepest, SPARE * highest);
  const line = evaluation.moving
    ? flowCourse(evaluation.moving, view, LINE_X, [LINE_X - 40, 40])
    : course(evaluation.path, view, LINE_X, LINE_X + 34);
  return { x: room.x, y: room.y, width, height, view, line, drawn: drawnHandles(evaluation, line, view) };
}
const SETTING = new Set(["stop", "float"]);

type Props = { inset: Inset; rig: Rig; evaluation: Evaluation; units: Units; children: ReactNode };

/** The frame with its water, its bed and the line in it. */
export function NearTheHook({ inset, rig, evaluation, units, children }: Props) {
  const { x, y, width, height, view, line } = inset;
  const bed = toPx(view, rig.water.depth_m);
  return (
    <g transform={`translate(${x} ${y})`}>
      <clipPath id="near-the-hook">
        <rect width={width} height={height} rx="12" />
      </clipPath>
      <g clipPath="url(#near-the-hook)">
        <rect width={width} height={height} fill={colour("deep")} />
        <rect y={bed} width={width} height={Math.max(0, height - bed)} fill={colour("bed")} />
        <polyline
          points={line.map((p) => `${p.x.toFixed(1)},${p.y.toFixed(1)}`).join(" ")}
          fill="none"
          stroke={colour("shot")}
          strokeWidth="1.6"
        />
        <Fixed rig={rig} evaluation={evaluation} line={line} view={view} units={units} rule />
        {children}
      </g>
      <rect width={width} height={height} rx="12" fill="none" stroke={colour("ink")} strokeWidth="1.5" />
    </g>
  );
}

/** Where the pieces are, without a word: they are told in the frame beside. */
export function Dots({ drawn }: { drawn: Drawn[] }) {
  return (
    <g>
      {drawn.flatMap((d) =>
        d.pieces.map((p) => <circle key={p.answer.id} cx={p.x} cy={p.y} r="3" fill={colour("shot")} />),
      )}
    </g>
  );
}
