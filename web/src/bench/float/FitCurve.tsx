import type { TubeFit } from "../../api/client";
import { colour } from "../../scene/colour";
import { figureOf, type Units, write } from "../../units/quantity";

const WIDE = 440;
const TALL = 210;
const LEFT = 48;
const FOOT = 34;

/** Tip against load: the float as labelled, as fitted, and what was seen. */
export function FitCurve({ fit, units }: { fit: TubeFit; units: Units }) {
  const seen = fit.residuals;
  const top = Math.max(...seen.map((r) => r.seen_m), 0.01) * 1.35;
  const loads = [
    ...seen.map((r) => r.load_kg),
    ...fit.curve.filter(([, t = 0]) => t <= top).map(([l = 0]) => l),
    ...fit.label_curve.filter(([, t = 0]) => t <= top).map(([l = 0]) => l),
  ];
  const low = Math.max(0, Math.min(...loads));
  const high = Math.max(...loads);
  const room = Math.max(0.04 * (high - low), 1e-6);
  const x = (kg: number) => LEFT + ((kg - low + room) / (high - low + 2 * room)) * (WIDE - LEFT - 8);
  const y = (m: number) => 8 + (1 - m / top) * (TALL - FOOT - 8);
  const path = (curve: TubeFit["curve"]) =>
    curve
      .filter(([, t = 0]) => t <= top)
      .map(([l = 0, t = 0], i) => `${i ? "L" : "M"}${x(l).toFixed(1)} ${y(t).toFixed(1)}`)
      .join("");
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${TALL}`}
      width="100%"
      role="img"
      aria-label={`Tip against load: ${seen.length} readings on the fitted curve`}
    >
      <path d={`M${LEFT} 8V${TALL - FOOT}H${WIDE - 8}`} fill="none" stroke={colour("edge")} />
      {[0, top / 2, top].map((m) => (
        <text key={m} x={LEFT - 6} y={y(m) + 5} textAnchor="end" fill={colour("soft")} style={{ fontSize: 15 }}>
          {figureOf(m, "tip", units)}
        </text>
      ))}
      {[low, (low + high) / 2, high].map((kg, i) => (
        <text
          key={kg}
          x={x(kg)}
          y={TALL - FOOT + 17}
          textAnchor={["start", "middle", "end"][i] as "start"}
          fill={colour("soft")}
          style={{ fontSize: 15 }}
        >
          {write(kg, "load", units)}
        </text>
      ))}
      <text x={LEFT + 6} y={20} fill={colour("soft")} style={{ fontSize: 15 }}>
        mm of tip
      </text>
      <path d={path(fit.label_curve)} fill="none" stroke={colour("edge")} strokeWidth="1.8" strokeDasharray="5 4" />
      <path d={path(fit.curve)} fill="none" stroke={colour("reed")} strokeWidth="2.5" />
      {seen.map((r, i) => (
        <circle
          // biome-ignore lint/suspicious/noArrayIndexKey: readings have no other name than their number
          key={i}
          cx={x(r.load_kg)}
          cy={y(r.seen_m)}
          r="5.5"
          fill={colour(r.doubtful ? "card" : "tip")}
          stroke={colour("tip")}
          strokeWidth="2"
        />
      ))}
      <g style={{ fontSize: 15 }}>
        <path d={`M${LEFT + 8} ${TALL - 4}h24`} stroke={colour("reed")} strokeWidth="2.5" />
        <text x={LEFT + 38} y={TALL} fill={colour("ink")}>
          fitted
        </text>
        <path d={`M${LEFT + 98} ${TALL - 4}h24`} stroke={colour("edge")} strokeWidth="1.8" strokeDasharray="5 4" />
        <text x={LEFT + 128} y={TALL} fill={colour("ink")}>
          as labelled
        </text>
        <circle cx={LEFT + 222} cy={TALL - 5} r="5" fill={colour("tip")} />
        <text x={LEFT + 234} y={TALL} fill={colour("ink")}>
          seen
        </text>
      </g>
    </svg>
  );
}
