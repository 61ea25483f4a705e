import { forwardRef, useImperativeHandle, useRef } from "react";
import type { Fall, Rig } from "../../api/client";
import { Backdrop } from "../../scene/Backdrop";
import { colour } from "../../scene/colour";
import { pieceRadius, toPx } from "../../scene/scale";
import type { Units } from "../../units/quantity";
import { write } from "../../units/quantity";
import { between, extent, feedAt, points, stacked } from "./frames";
import { groundMarks, groundPx, lookAt } from "./ground";

export type Drawing = { show: (seconds: number) => void };

type Props = { falls: Fall[]; rig: Rig; width: number; height: number; units: Units };

/** No weight is drawn larger than this: in deep water it would hide what hangs about it. [px] */
const MOST_PX = 9;
const radius = (acrossM: number) => Math.min(MOST_PX, pieceRadius(acrossM));
/** Pieces that are not drawn by their size. [px] */
const PIECE_PX: Record<string, number> = { swivel: 3, hook: 3.6, bait: 5, bead: 2.4 };
/** The ruler along the bed goes on so far beyond what is drawn. [m] */
const BEYOND_M = 4;
/** Room for the bed, its ruler and the drift. */
const BED_PX = 44;

/** Rigs at one moment. A moment is drawn by moving what is there, so that it keeps up with the screen. */
export const FallDrawing = forwardRef<Drawing, Props>(function FallDrawing({ falls, rig, width, height, units }, ref) {
  const drawn = useRef<SVGGElement>(null);
  const ground = useRef<SVGGElement>(null);
  const { left, right, deep } = extent(falls);
  const bottom = Math.max(rig.water.depth_m, deep);
  const view = { topM: -0.14 * bottom, pxPerM: Math.max(1, height - BED_PX) / (1.14 * bottom) };
  const look = lookAt({ left, right }, view.pxPerM, width);
  const surface = toPx(view, 0);
  const px = (x: number) => x * look.pxPerM;
  const drawnAt = ([x, z]: [number, number]): [number, number] => [px(x), toPx(view, z)];
  const place = (element: Element | undefined, at: [number, number] | null) => {
    element?.setAttribute("visibility", at ? "visible" : "hidden");
    if (at) element?.setAttribute("transform", `translate(${at[0].toFixed(1)} ${at[1].toFixed(1)})`);
  };
  useImperativeHandle(ref, () => ({
    show: (seconds) => {
      const own = falls[0] ? between(falls[0].frames, seconds) : null;
      const at = own ? own[0].float_x_m + (own[1].float_x_m - own[0].float_x_m) * own[2] : 0;
      const shift = `translate(${groundPx(look, at).toFixed(1)} 0)`;
      ground.current?.setAttribute("transform", shift);
      drawn.current?.setAttribute("transform", shift);
      falls.forEach((fall, i) => {
        const group = drawn.current?.children[i];
        if (!group) return;
        const [a, b, share] = between(fall.frames, seconds);
        const line = points(a.path, b.path, share).map(drawnAt);
        const course = line.map((p) => p.map((n) => n.toFixed(1)).join(","));
        group.children[0]?.setAttribute("points", course.join(" "));
        const foot = Math.max(8, (line[0]?.[1] ?? surface) - surface);
        group.children[1]?.setAttribute("d", `M0 ${-Math.min(26, surface - 4)} V${foot.toFixed(1)}`);
        place(group.children[1], [px(a.float_x_m + (b.float_x_m - a.float_x_m) * share), surface]);
        const pieces = stacked(points(a.pieces, b.pieces, share).map(drawnAt), fall.pieces, line, radius);
        for (const [k, piece] of pieces.entries()) place(group.children[2]?.children[k], piece);
        for (const [k, item] of fall.feed.entries()) {
          const there = feedAt(item.path, seconds);
          place(group.children[3]?.children[k], there && drawnAt(there));
        }
      });
    },
  }));
  const bed = toPx(view, rig.water.depth_m);
  return (
    <svg width={width} height={height} role="img" aria-label="The rig falling through the water">
      <Backdrop width={width} height={height} view={view} depthM={rig.water.depth_m} units={units} bare />
      <g ref={ground}>
        <Ground
          falls={falls}
          marks={groundMarks(left - BEYOND_M, right + BEYOND_M, look.pxPerM, units)}
          px={px}
          y={bed}
          units={units}
        />
      </g>
      <g ref={drawn}>
        {falls.map((fall, i) => {
          const ghost = i > 0;
          return (
            <g key={ghost ? "pinned" : "own"} opacity={ghost ? 0.5 : 1}>
              <polyline
                fill="none"
                stroke={colour("shot")}
                strokeWidth={ghost ? 1.2 : 1.8}
                strokeDasharray={ghost ? "5 4" : undefined}
              />
              <path
                d={`M0 ${-Math.min(26, surface - 4)} V10`}
                stroke={colour(ghost ? "soft" : "tip")}
                strokeWidth="4"
              />
              <g>
                {fall.pieces.map(({ id, kind, across_m }) => (
                  <circle
                    key={id}
                    r={PIECE_PX[kind] ?? radius(across_m)}
                    fill={colour(kind === "bait" ? "tip" : "shot")}
                    stroke={colour("shotrim")}
                    strokeWidth="0.8"
                  />
                ))}
              </g>
              <g>
                {fall.feed.map((f) => (
                  <g key={f.id} fill={colour("brass")} stroke={colour("card")} strokeWidth="0.8">
                    {[-9, 0, 9].map((dx, k) => (
                      <circle key={dx} cx={dx} cy={-4 * k} r="3" />
                    ))}
                  </g>
                ))}
              </g>
            </g>
          );
        })}
      </g>
    </svg>
  );
});

type GroundProps = {
  falls: Fall[];
  marks: { m: number; text: string }[];
  px: (m: number) => number;
  y: number;
  units: Units;
};

/** The bed goes by: a ruler along it from where the float landed, and how far it drifts until the bait is at depth. */
function Ground({ falls, marks, px, y, units }: GroundProps) {
  const own = falls[0];
  return (
    <g fill={colour("ondeep")} stroke="none" style={{ fontSize: 13, fontWeight: 600 }}>
      {marks.map(({ m, text }) => (
        <g key={m}>
          <path d={`M${px(m)} ${y + 2} v8`} stroke={colour("ondeep")} strokeWidth="1.4" />
          <text x={px(m) + 4} y={y + 17}>
            {text}
          </text>
        </g>
      ))}
      {own?.to_depth_s != null && Math.abs(own.drift_m) > 0.05 && (
        <g>
          <path
            d={`M${px(0)} ${y + 22} v10 M${px(0)} ${y + 27} H${px(own.drift_m)} m0 -5 v10`}
            stroke={colour("ondeep")}
            strokeWidth="1.6"
            fill="none"
          />
          <text x={px(Math.max(0, own.drift_m)) + 8} y={y + 32}>
            {write(Math.abs(own.drift_m), "distance", units)} of drift
          </text>
        </g>
      )}
    </g>
  );
}
