import { type PointerEvent, useRef } from "react";
import type { Evaluation, Handle, Rig } from "../api/client";
import { type Units, write } from "../units/quantity";
import { colour } from "./colour";
import { at, type course, type Point } from "./course";
import { pieceRadius, spreadLabels, toPx, type View } from "./scale";

type Line = ReturnType<typeof course>;
type PieceAnswer = Evaluation["pieces"][number];

const radius = (piece: PieceAnswer) => pieceRadius(piece.diameter_m ?? 0.002);

export type Drawn = {
  handle: Handle;
  /** The stop or the float, which is slid at the hook. */
  setting: boolean;
  pieces: { answer: PieceAnswer; r: number; x: number; y: number }[];
  centre: Point;
  /** Where the line holds a weight that hangs on a link of its own. */
  linkedAt?: Point;
};

/** Handles with their pieces where they are drawn; a bulk is stacked so that every shot in it is seen. */
export function drawnHandles(evaluation: Evaluation, line: Line, view: View): Drawn[] {
  const byId = new Map(evaluation.pieces.map((p) => [p.id, p]));
  return evaluation.handles.map((handle) => {
    if (handle.name === "stop" || handle.name === "float") {
      const hook = at(line, 0);
      return { handle, setting: true, pieces: [], centre: hook };
    }
    // A stop hangs on nothing and weighs nothing: it is drawn where its handle is.
    const answers = handle.moves.map(
      (id) =>
        byId.get(id) ?? {
          id,
          kind: "stop",
          state: "hangs" as const,
          diameter_m: null,
          depth_m: 0,
          position_m: handle.position_m,
        },
    );
    const lowest = at(line, handle.position_m);
    const hung = hungOnLink(answers, lowest, view);
    if (hung) return { handle, setting: false, pieces: [hung], centre: { x: hung.x, y: hung.y }, linkedAt: lowest };
    let edge = lowest.y + radius(answers.at(-1) as PieceAnswer);
    const pieces = [...answers].reverse().map((answer) => {
      const r = radius(answer);
      edge -= 2 * r;
      return { answer, r, x: lowest.x, y: edge + r };
    });
    const top = pieces.at(-1)?.y ?? lowest.y;
    return { handle, setting: false, pieces, centre: { x: lowest.x, y: (lowest.y + top) / 2 } };
  });
}

/** A weight alone on a link of its own hangs below the line, or stands on the bed there. */
function hungOnLink(answers: PieceAnswer[], lowest: Point, view: View) {
  const answer = answers[0];
  if (!answer || answers.length > 1 || answer.kind !== "weight") return null;
  const foot = toPx(view, answer.depth_m);
  if (foot - lowest.y < 4) return null;
  const r = radius(answer);
  return { answer, r, x: lowest.x, y: answer.state === "on-bed" ? foot - r : foot };
}

/** What is labelled and not slid by itself. */
export type Noted = { words: Words; centre: Point };

/** The shot that locks the float, said once beside it. */
export function locksOf(rig: Rig, evaluation: Evaluation, line: Line): Noted[] {
  const locks = rig.components.filter((c) => c.kind === "shot" && c.role === "lock");
  const first = line[0];
  if (locks.length === 0 || !first || evaluation.pieces.length === 0) return [];
  const labels = [...new Set(locks.map((c) => c.label))];
  const strong = labels.map((l) => `${locks.filter((c) => c.label === l).length} × ${l}`).join(", ");
  return [{ words: { strong, light: "locking" }, centre: { x: first.x + 6, y: first.y + 3 } }];
}

type Props = {
  drawn: Drawn[];
  locks?: Noted[];
  /** A narrow drawing has no room for long lines to the labels. */
  narrow?: boolean;
  selected: string | null;
  units: Units;
  bounds: [number, number];
  /** Where the labels would begin, and where they must end. */
  labelX: number;
  rightX: number;
  onSelect: (id: string) => void;
  onDown: (handle: Handle, e: PointerEvent<SVGGElement>) => void;
  /** What is being dragged, if anything. */
  dragging: { readonly current: unknown };
};

/** Every piece that may be slid, as a slider that mouse, touch and keys move alike, with its label. */
export function Pieces(props: Props) {
  const { drawn, selected, units, bounds } = props;
  const order = useOrder(drawn, props.dragging);
  const locks = props.locks ?? [];
  const words = order.map((d) => wordsOf(d, units, props.rightX - Math.max(0, ...order.map((o) => o.centre.x)) - 30));
  const labelX = Math.min(props.labelX, props.rightX + 6 - Math.max(0, ...words.map(tagWidth)));
  // What locks the float is above everything that is slid below it.
  const [lockY, ys] = ((all: number[]) => [all.slice(0, locks.length), all.slice(locks.length)] as const)(
    spreadLabels(
      [...locks, ...order].map((d) => d.centre.y),
      24,
      bounds[0],
      bounds[1],
    ),
  );
  const pads = padsOf(order);
  return (
    <>
      {locks.map((l, i) => (
        <g key={l.words.strong}>
          <path
            d={`M${l.centre.x + 8} ${l.centre.y} L${labelX - 16} ${lockY[i]} L${labelX - 6} ${lockY[i]}`}
            stroke={colour("ondeep")}
            strokeWidth="1"
            fill="none"
            opacity="0.75"
          />
          <Tag x={labelX} y={lockY[i] as number} words={l.words} chosen={false} />
        </g>
      ))}
      {order.map((d, i) => {
        const { handle } = d;
        const chosen = handle.id === selected;
        const { setting } = d;
        const says = setting
          ? `Setting ${write(handle.position_m, "line", units)}`
          : `${handle.name}, ${write(handle.position_m, "line", units)} above the hook`;
        const y = ys[i] as number;
        return (
          <g
            key={handle.id}
            id={`handle-${handle.id}`}
            role="slider"
            tabIndex={0}
            aria-label={setting ? "Setting, drawn at the hook" : handle.name}
            aria-valuenow={Math.round(handle.position_m * 1000) / 1000}
            aria-valuemin={handle.range_m[0]}
            aria-valuemax={handle.range_m[1]}
            aria-valuetext={says}
            aria-orientation="vertical"
            className="bw-handle"
            onFocus={() => props.onSelect(handle.id)}
            onPointerDown={(e) => props.onDown(handle, e)}
          >
            <Grip d={d} chosen={chosen} pads={pads[i] as [number, number]} />
            {!(props.narrow && Math.abs(y - d.centre.y) > FAR_PX) && (
              <path
                d={`M${d.centre.x + (setting ? 14 : 12)} ${d.centre.y} L${labelX - 16} ${y} L${labelX - 6} ${y}`}
                stroke={colour("ondeep")}
                strokeWidth="1"
                fill="none"
                opacity="0.75"
              />
            )}
            <Tag x={labelX} y={y} words={words[i] as Words} chosen={chosen} />
          </g>
        );
      })}
    </>
  );
}

/** From above to below; while one is dragged as it was, for a part that is put elsewhere loses the focus. */
function useOrder(drawn: Drawn[], dragging: Props["dragging"]): Drawn[] {
  const last = useRef<string[]>([]);
  const place = (d: Drawn) => last.current.indexOf(d.handle.id);
  const known = drawn.length === last.current.length && drawn.every((d) => place(d) >= 0);
  const below = dragging.current && known ? place : (d: Drawn) => d.centre.y;
  const order = [...drawn].sort((a, b) => below(a) - below(b));
  last.current = order.map((d) => d.handle.id);
  return order;
}

function Grip({ d, chosen, pads }: { d: Drawn; chosen: boolean; pads: [number, number] }) {
  const [top, bottom] = extent(d);
  return (
    <>
      <rect
        x={d.centre.x - 20}
        y={top - pads[0]}
        width="40"
        height={bottom - top + pads[0] + pads[1]}
        fill="transparent"
      />
      {chosen && (
        <rect
          x={d.centre.x - 15}
          y={top - 9}
          width="30"
          height={bottom - top + 18}
          rx="15"
          fill="none"
          stroke={colour("tip")}
          strokeWidth="3"
          pointerEvents="none"
        />
      )}
      {d.linkedAt && (
        <line
          x1={d.linkedAt.x}
          y1={d.linkedAt.y}
          x2={d.centre.x}
          y2={d.centre.y}
          stroke={colour("shot")}
          strokeWidth="1"
        />
      )}
      {d.pieces.map((p) => (
        <Piece key={p.answer.id} piece={p} />
      ))}
    </>
  );
}

function Piece({ piece: { answer, r, x, y } }: { piece: Drawn["pieces"][number] }) {
  const look = {
    cx: x,
    cy: y,
    fill: colour(answer.kind === "bead" || answer.kind === "stop" ? "brass" : "shot"),
    stroke: colour("shotrim"),
    strokeWidth: 1.1,
    strokeDasharray: answer.state === "on-bed" ? "2 2" : undefined,
  };
  const wide = WIDE[answer.kind];
  return wide ? <ellipse {...look} rx={r * wide} ry={r} /> : <circle {...look} r={r} />;
}

/** How wide a piece is drawn over how long; a shot is round. */
const WIDE: Record<string, number> = { weight: 0.8, stop: 0.6, hook: 0.6 };

/** Top and bottom of what is drawn of a handle. */
const extent = (d: Drawn): [number, number] => [
  Math.min(d.centre.y, ...d.pieces.map((p) => p.y - p.r)),
  Math.max(d.centre.y, ...d.pieces.map((p) => p.y + p.r)),
];

const REACH_PX = 14;
/** In a narrow drawing a label further from its piece has no line to it: labels stand in the order of the pieces. */
const FAR_PX = 60;

/** How far a finger may miss each handle, up and down: half way to its neighbours, so that none hides another. */
function padsOf(order: Drawn[]): [number, number][] {
  const extents = order.map(extent);
  const half = (gap: number) => Math.max(0, Math.min(REACH_PX, gap / 2));
  return extents.map(([top, bottom], i) => {
    const above = extents[i - 1];
    const below = extents[i + 1];
    return [above ? half(top - above[1]) : REACH_PX, below ? half(below[0] - bottom) : REACH_PX];
  });
}

type Words = { strong: string; light: string };

const tagWidth = ({ strong, light }: Words) => (strong.length + light.length) * 6.8 + 26;

/** What a label says. A long bulk is spelt out for the screen reader and in the ledger; here its count may do. */
function wordsOf(d: Drawn, units: Units, room: number): Words {
  const position = write(d.handle.position_m, "line", units);
  if (d.setting) return { strong: "Hook", light: `setting ${position}` };
  const strong = d.handle.name
    .replace(/ (strung|dropper|bulk)$/, "")
    .replace(/^bulk of /, "")
    .replaceAll(" and ", ", ");
  const full = { strong, light: position };
  const fits = strong.length <= 32 && tagWidth(full) <= room;
  return fits ? full : { strong: d.pieces.length > 1 ? `bulk of ${d.pieces.length}` : strong, light: position };
}

function Tag({ x, y, words, chosen }: { x: number; y: number; words: Words; chosen: boolean }) {
  return (
    <g>
      <rect
        x={x - 6}
        y={y - 11.5}
        width={tagWidth(words)}
        height="23"
        rx="7"
        fill={colour("card")}
        stroke={colour(chosen ? "tip" : "rule")}
        strokeWidth={chosen ? 2 : 1}
      />
      <text x={x + 2} y={y + 4.5} style={{ fontSize: 13 }} fill={colour("ink")}>
        <tspan style={{ fontWeight: 700 }}>{words.strong}</tspan>
        <tspan dx="7" fill={colour("soft")}>
          {words.light}
        </tspan>
      </text>
    </g>
  );
}
