import type { Rig } from "../../api/client";
import { colour } from "../../scene/colour";

const [WIDTH, HEIGHT, TOP, LOW] = [18, 74, 9, 68];

/** A pattern as a small drawing: float, line and shot at their places, from the rig itself. */
export function PatternMark({ rig }: { rig: Rig }) {
  const shot = rig.components.flatMap((c) => (c.kind === "shot" || c.kind === "weight" ? [c] : []));
  const float = rig.components.find((c) => c.kind === "float");
  const stop = rig.components.find((c) => c.kind === "stop");
  const setting = (float?.kind === "float" && float.position_m) || (stop?.kind === "stop" && stop.position_m) || 1;
  const y = (at: number) => LOW - (LOW - TOP) * Math.min(1.06, at / setting);
  return (
    <svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} aria-hidden="true" style={{ flexShrink: 0 }}>
      <line x1="9" y1={TOP} x2="9" y2={LOW} stroke={colour("soft")} strokeWidth="1" />
      <path d="M9 0 v9" stroke={colour("tip")} strokeWidth="3" />
      {shot.map((c) => (
        <circle
          key={c.id}
          cx="9"
          cy={y(c.position_m)}
          r={Math.min(5.5, 0.9 + 3.6 * Math.cbrt(c.mass_kg / 0.0016))}
          fill={colour("shot")}
        />
      ))}
      <path d="M9 68 v3 a2 2 0 0 0 4 0" fill="none" stroke={colour("shot")} strokeWidth="1.3" />
    </svg>
  );
}
