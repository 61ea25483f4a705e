import type { Evaluation } from "../api/client";
import { colour } from "../scene/colour";
import { StandingFloat } from "../scene/StandingFloat";
import type { Look } from "./seen";

type Props = { float: Evaluation["afloat"]; look: Look };

const [WIDE, HIGH, SURFACE] = [88, 72, 30];
/** What stands out, of the float's length, and its lean: drawn plainer than it is, so that the pictures differ. */
const POSE: Record<Look, { out: number; lean?: number }> = {
  right: { out: 0.2 },
  high: { out: 0.46 },
  low: { out: 0.05 },
  down: { out: 0.24, lean: -0.55 },
  up: { out: 0.24, lean: 0.55 },
  flat: { out: 0.5, lean: 1.5 },
  under: { out: -0.28 },
  late: { out: 0.34, lean: 1.0 },
  dips: { out: 0.1 },
  taps: { out: 0.17 },
  knocked: { out: 0.2, lean: -0.25 },
  follows: { out: 0.2 },
};

/** The float of the rig in one of the states it may show. */
export function LookPicture({ float, look }: Props) {
  const { out, lean = 0 } = POSE[look];
  const px = 42 / float.length_m;
  const widest = 2 * Math.max(...float.outline.map(([, r = 0]) => r));
  const across = Math.min(Math.max(px, 9 / widest), 22 / widest);
  const line = { stroke: colour("ink"), strokeWidth: 1.5, fill: "none" };
  const x = WIDE / 2;
  const top = SURFACE - out * 42;
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} width="100%" aria-hidden="true" style={{ display: "block" }}>
      <rect width={WIDE} height={HIGH} fill={colour("sky")} />
      <rect y={SURFACE} width={WIDE} height={HIGH - SURFACE} fill={colour("shallow")} />
      <StandingFloat
        outline={float.outline}
        paintM={Math.max(float.paint_m, 0.18 * float.length_m)}
        baseM={float.length_m * (1 - out)}
        leanRad={lean}
        x={x}
        surfaceY={SURFACE}
        pivotY={SURFACE}
        pxPerM={px}
        acrossPxPerM={across}
      />
      <line x1="0" x2={WIDE} y1={SURFACE} y2={SURFACE} stroke={colour("ink")} strokeWidth="1" opacity="0.5" />
      {look === "dips" && <path d={`M${x + 14} ${top} v16 m-4 -5 l4 5 l4 -5`} {...line} />}
      {look === "taps" && <path d={`M${x + 12} ${top + 2} v6 m6 -8 v6 M${x - 12} ${top + 2} v6 m-6 -8 v6`} {...line} />}
      {look === "knocked" && (
        <path
          d={`M${x + 14} ${SURFACE - 10} h12 m-4 -4 l4 4 l-4 4 M${x - 14} ${SURFACE - 10} h-12 m4 -4 l-4 4 l4 4`}
          {...line}
        />
      )}
      {look === "late" && <path d={`M18 12 a7 7 0 1 0 0.1 0 M18 14 v5 l4 2`} {...line} />}
      {look === "follows" && <path d={`M${x + 18} 56 q9 -7 17 0 q-8 7 -17 0 l-5 -4 v8 z`} fill={colour("ink")} />}
    </svg>
  );
}
