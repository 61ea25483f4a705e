import type { BoxItem, DrawnItem } from "../api/client";
import { colour } from "../scene/colour";
import { StandingFloat } from "../scene/StandingFloat";

export const WIDE = 96;
const SHOT_TALL = 56;
/** Shot of one tray is drawn to one scale; SSG is some 6.5 mm thick. */
const SHOT_PX_PER_M = 3200;
const MOST_DRAWN = 40;
const LARGE_PX_PER_M = 1500;
const FLOAT_TALL = 112;
/** A float thinner than this could not be seen. */
const LEAST_PX = 4;

type Props = { item: BoxItem; drawn: DrawnItem | undefined; pxPerM: number };

/** A compartment as one would see it: shot as balls, floats at their waterlines, hooks by their gape. */
export function Drawing({ item, drawn, pxPerM }: Props) {
  if (!drawn) return <svg width={WIDE} height={SHOT_TALL} aria-hidden="true" />;
  switch (item.kind) {
    case "shot":
      return <Balls count={item.count ?? 0} across={(drawn.across_m ?? 0.003) * SHOT_PX_PER_M} />;
    case "lead":
      return <Weight shape={item.shape} across={(drawn.across_m ?? 0.01) * LARGE_PX_PER_M} />;
    case "float":
      return <Afloat drawn={drawn} pxPerM={pxPerM} />;
    case "hook":
      return <Bend gape={(drawn.across_m ?? 0.005) * LARGE_PX_PER_M} />;
    case "line":
    case "leader":
      return <Spool thick={(drawn.across_m ?? 0.0002) * 16000} wound={item.kind === "leader"} />;
    case "bead":
      return <Balls count={Math.min(item.count ?? 0, 12)} across={(drawn.across_m ?? 0.005) * 1400} tint="tip" />;
    case "rod":
      return (
        <svg width={WIDE} height={SHOT_TALL} aria-hidden="true">
          <path d={`M6 ${SHOT_TALL - 10} L${WIDE - 6} 8`} stroke={colour("ink")} strokeWidth="1.6" />
          <path d={`M6 ${SHOT_TALL - 10} l20 -9`} stroke={colour("brass")} strokeWidth="5" strokeLinecap="round" />
          <circle cx="27" cy={SHOT_TALL - 12} r="6" fill={colour("shot")} stroke={colour("shotrim")} />
        </svg>
      );
    case "catapult":
      return (
        <svg width={WIDE} height={SHOT_TALL} aria-hidden="true" fill="none" strokeWidth="3">
          <path d="M48 54 V34 Q30 28 32 8 M48 34 Q66 28 64 8" stroke={colour("ink")} />
          <path d="M32 10 Q48 34 64 10" stroke={colour("float")} strokeWidth="2" />
        </svg>
      );
    default:
      return null;
  }
}

function Balls({ count, across, tint = "shot" }: { count: number; across: number; tint?: "shot" | "tip" }) {
  const d = Math.max(3, across);
  const row = Math.max(1, Math.floor((WIDE - 8) / d));
  const rows = Math.max(1, Math.floor(SHOT_TALL / (0.9 * d)));
  const shown = Math.min(count, MOST_DRAWN, row * rows);
  return (
    <svg width={WIDE} height={SHOT_TALL} aria-hidden="true">
      {Array.from({ length: shown }, (_, n) => {
        const up = Math.floor(n / row);
        return (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: one ball is like the other
            key={n}
            cx={6 + d / 2 + (n % row) * d + (up % 2 ? d / 2 : 0)}
            cy={SHOT_TALL - 2 - d / 2 - up * 0.9 * d}
            r={d / 2 - 0.4}
            fill={colour(tint)}
            stroke={colour("shotrim")}
            strokeWidth="0.7"
          />
        );
      })}
    </svg>
  );
}

/** Length and thickness of a weight over those of a ball of its mass. */
const SHAPES: Record<string, [number, number]> = {
  ball: [1, 1],
  egg: [1.3, 0.88],
  barrel: [1.6, 0.8],
  bullet: [1.5, 0.85],
  "in-line": [2.2, 0.68],
  olivette: [2, 0.72],
  jig: [1, 1],
};

function Weight({ shape, across }: { shape: string; across: number }) {
  const [long, thick] = SHAPES[shape] ?? [1, 1];
  // What would not fit is drawn as large as the tray is.
  const fits = Math.min(1, (SHOT_TALL - 4) / (across * thick), (WIDE - 12) / (across * long));
  const w = across * long * fits;
  const h = across * thick * fits;
  const [x, y] = [WIDE / 2, SHOT_TALL / 2];
  const square = shape === "barrel" || shape === "in-line";
  return (
    <svg width={WIDE} height={SHOT_TALL} aria-hidden="true">
      {shape === "jig" && (
        <path d={`M${x} ${y} h22 v6 a6 6 0 0 1 -12 0`} fill="none" stroke={colour("shotrim")} strokeWidth="1.6" />
      )}
      {shape === "bullet" ? (
        <path
          d={`M${x - w / 2} ${y - h / 2} h${w * 0.45} q${w * 0.45} ${h * 0.12} ${w * 0.55} ${h / 2} q-${w * 0.1} ${h * 0.38} -${w * 0.55} ${h / 2} h-${w * 0.45} z`}
          fill={colour("shot")}
          stroke={colour("shotrim")}
        />
      ) : (
        <rect
          x={x - w / 2}
          y={y - h / 2}
          width={w}
          height={h}
          rx={square ? h * 0.3 : w / 2}
          ry={square ? h * 0.3 : h / 2}
          fill={colour("shot")}
          stroke={colour("shotrim")}
        />
      )}
      {shape !== "jig" && <circle cx={x} cy={y} r="1.6" fill={colour("card")} />}
    </svg>
  );
}

export const floatScale = (drawn: readonly DrawnItem[]): number => {
  const above = Math.max(0.01, ...drawn.map((d) => (d.outline.at(-1)?.[0] ?? 0) - d.immersion_m));
  const below = Math.max(0.02, ...drawn.map((d) => d.immersion_m));
  return (FLOAT_TALL - 12) / (above + below);
};
const SURFACE = 26;

function Afloat({ drawn, pxPerM }: { drawn: DrawnItem; pxPerM: number }) {
  const widest = Math.max(0.0005, ...drawn.outline.map(([, r = 0]) => r));
  return (
    <svg width={WIDE} height={FLOAT_TALL} aria-hidden="true">
      <rect x="0" y={SURFACE} width={WIDE} height={FLOAT_TALL - SURFACE} fill={colour("shallow")} />
      <line x1="0" x2={WIDE} y1={SURFACE} y2={SURFACE} stroke={colour("onwater")} />
      {drawn.outline.length > 0 && (
        <StandingFloat
          outline={drawn.outline}
          paintM={drawn.paint_m}
          baseM={drawn.immersion_m}
          leanRad={0}
          x={WIDE / 2}
          surfaceY={SURFACE}
          pxPerM={pxPerM}
          acrossPxPerM={Math.max(pxPerM, LEAST_PX / (2 * widest))}
        />
      )}
    </svg>
  );
}

function Bend({ gape }: { gape: number }) {
  const g = Math.max(5, Math.min(gape, 40));
  const [x, top] = [WIDE / 2 - g / 2, 4];
  const foot = SHOT_TALL - 6 - g / 2;
  return (
    <svg width={WIDE} height={SHOT_TALL} aria-hidden="true">
      <path
        d={`M${x} ${Math.max(top, foot - 1.9 * g)} V${foot} a${g / 2} ${g / 2} 0 0 0 ${g} 0 v-${0.55 * g} l-${0.22 * g} ${0.24 * g}`}
        fill="none"
        stroke={colour("shot")}
        strokeWidth={Math.max(1.2, g / 11)}
        strokeLinecap="round"
      />
    </svg>
  );
}

/** Line as it is wound: the thicker it is, the bolder its turns. */
function Spool({ thick, wound }: { thick: number; wound: boolean }) {
  const [x, y] = [WIDE / 2, SHOT_TALL / 2];
  const t = Math.max(0.7, Math.min(thick, 9));
  return (
    <svg width={WIDE} height={SHOT_TALL} aria-hidden="true">
      {wound ? (
        <path
          d={`M${x - 34} ${y + 8} c12 -22 24 22 34 0 s24 -22 34 0`}
          fill="none"
          stroke={colour("shot")}
          strokeWidth={t}
          strokeLinecap="round"
        />
      ) : (
        <>
          <circle cx={x} cy={y} r="24" fill="none" stroke={colour("shotrim")} strokeWidth="1" />
          <circle cx={x} cy={y} r={24 - 1 - t / 2} fill="none" stroke={colour("shot")} strokeWidth={t} />
          <circle cx={x} cy={y} r="8" fill={colour("shallow")} stroke={colour("shotrim")} strokeWidth="1" />
        </>
      )}
    </svg>
  );
}
