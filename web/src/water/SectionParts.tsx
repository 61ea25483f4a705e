import type { Picture } from "../api/client";
import { colour } from "../scene/colour";
import { rulerStep } from "../scene/scale";
import { FOOT_M, type Units, write } from "../units/quantity";
import type { Frame } from "./sectionFrame";

type Drawn = { picture: Picture; frame: Frame; level: number };

/** Air, water, the bed, and the band it lies in nine times in ten. */
export function Bed({ picture, frame, level }: Drawn) {
  const columns = picture.section?.columns ?? [];
  const { x, y, width, height } = frame;
  const path = (of: (c: (typeof columns)[number]) => number) =>
    columns.map((c) => `${x(c.distance_m).toFixed(1)} ${y(level - of(c)).toFixed(1)}`).join(" L");
  // Half the band, measured across the slope as it is drawn: straight up it would tower over a steep one.
  const doubt = columns.map((c, i) => {
    const [a, b] = [columns[Math.max(0, i - 1)] ?? c, columns[Math.min(columns.length - 1, i + 1)] ?? c];
    const [along, down] = [x(b.distance_m) - x(a.distance_m), y(level - b.bed_m) - y(level - a.bed_m)];
    const flat = along / Math.max(1e-6, Math.hypot(along, down));
    const half = 0.5 * Math.abs(y(level - c.low_m) - y(level - c.high_m)) * flat;
    return { x: x(c.distance_m), up: y(level - c.bed_m) - half, down: y(level - c.bed_m) + half };
  });
  const band = [
    ...doubt.map((d) => `${d.x.toFixed(1)} ${d.up.toFixed(1)}`),
    ...[...doubt].reverse().map((d) => `${d.x.toFixed(1)} ${d.down.toFixed(1)}`),
  ].join(" L");
  const right = x(columns.at(-1)?.distance_m ?? 0);
  return (
    <g>
      <defs>
        <linearGradient id="swim-water" x1="0" y1="0" x2="0" y2="1">
          <stop offset="0" stopColor={colour("shallow")} />
          <stop offset="1" stopColor={colour("deep")} />
        </linearGradient>
        <pattern id="swim-doubt" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="7" height="7" fill={colour("bedmark")} opacity="0.35" />
          <line x1="0" x2="0" y1="0" y2="7" stroke={colour("bed")} strokeWidth="3" opacity="0.75" />
        </pattern>
      </defs>
      <rect width={width} height={y(0)} fill={colour("sky")} />
      <rect y={y(0)} width={width} height={height - y(0)} fill="url(#swim-water)" />
      <line x1="0" x2={width} y1={y(0)} y2={y(0)} stroke={colour("card")} strokeWidth="2" />
      <path
        d={`M${path((c) => c.bed_m)} L${width} ${y(level - (columns.at(-1)?.bed_m ?? 0))} L${width} ${height} L0 ${height} L0 ${y(level - (columns[0]?.bed_m ?? 0))} Z`}
        fill={colour("bed")}
      />
      {columns.length > 1 && <path d={`M${band} Z`} fill="url(#swim-doubt)" />}
      <path d={`M${path((c) => c.bed_m)}`} fill="none" stroke={colour("ink")} strokeWidth="1.6" />
      {right < width && (
        <rect x={right} y={y(0)} width={width - right} height={height - y(0)} fill={colour("card")} opacity="0.25" />
      )}
    </g>
  );
}

/** Depths down the side and distances along the foot, in the person's unit. */
export function Rulers({ frame, units }: { frame: Frame; units: Units }) {
  const unitM = units.depth === "ft" ? FOOT_M : 1;
  const down = rulerStep(frame.deepest / unitM, 5);
  const along = rulerStep(frame.furthest / unitM, 8);
  const digits = down < 1 ? 1 : 0;
  const depths = Array.from({ length: Math.floor(frame.deepest / unitM / down + 1e-6) }, (_, i) => (i + 1) * down);
  const distances = Array.from({ length: Math.floor(frame.furthest / unitM / along + 1e-6) + 1 }, (_, i) => i * along);
  return (
    <g style={{ fontSize: 13, fontWeight: 600 }}>
      {depths.map((d) => (
        <g key={d}>
          <line
            x1="0"
            x2="9"
            y1={frame.y(d * unitM)}
            y2={frame.y(d * unitM)}
            stroke={colour("card")}
            strokeWidth="1.6"
          />
          <rect x="10" y={frame.y(d * unitM) - 10} width="44" height="20" rx="5" fill={colour("card")} opacity="0.85" />
          <text x="14" y={frame.y(d * unitM) + 4.5} fill={colour("ink")}>
            {d.toFixed(digits)} {units.depth}
          </text>
        </g>
      ))}
      <rect y={frame.height - frame.bottom} width={frame.width} height={frame.bottom} fill={colour("card")} />
      {distances.map((d) => (
        <g key={d}>
          <line
            x1={frame.x(d * unitM)}
            x2={frame.x(d * unitM)}
            y1={frame.height - frame.bottom}
            y2={frame.height - frame.bottom + 5}
            stroke={colour("ink")}
          />
          <text x={frame.x(d * unitM)} y={frame.height - 7} textAnchor="middle" fill={colour("ink")}>
            {d.toFixed(along < 1 ? 1 : 0)}
            {d === 0 ? ` ${units.depth} out` : ""}
          </text>
        </g>
      ))}
    </g>
  );
}

/** Names on the bed: shelves and flats, the even run, and the places worth fishing. */
export function Features({ picture, frame, level, units }: Drawn & { units: Units }) {
  const { x, y, width } = frame;
  const named = (picture.section?.features ?? []).filter((f) => f.kind !== "slope");
  const here = picture.here;
  const bedAt = (distance: number) => {
    const columns = picture.section?.columns ?? [];
    const near = columns.reduce((a, b) =>
      Math.abs(b.distance_m - distance) < Math.abs(a.distance_m - distance) ? b : a,
    );
    return y(level - near.bed_m);
  };
  return (
    <g>
      {named.map((f) => {
        const middle = 0.5 * (f.from_m + f.to_m);
        const low = Math.max(bedAt(f.from_m), bedAt(f.to_m));
        return (
          <SectionTag
            key={`${f.name} ${f.from_m}`}
            x={x(middle)}
            y={Math.min(frame.height - frame.bottom - 8, low + 26)}
            text={f.name}
            anchor="middle"
            width={width}
          />
        );
      })}
      {here && here.run_to_m > here.run_from_m && (
        <path
          d={`M${x(here.run_from_m)} ${bedAt(here.distance_m) - 5} v10 m0 -5 H${x(Math.min(here.run_to_m, frame.furthest))} m0 -5 v10`}
          stroke={colour("tip")}
          strokeWidth="3"
          fill="none"
        >
          <title>{`Even from ${write(here.run_from_m, "distance", units)} to ${write(here.run_to_m, "distance", units)}`}</title>
        </path>
      )}
      {picture.spots.map((s, i) => (
        <g key={`${s.name} ${s.distance_m}`}>
          <line
            x1={x(s.distance_m)}
            x2={x(s.distance_m)}
            y1={y(0)}
            y2={bedAt(s.distance_m)}
            stroke={colour("ondeep")}
            strokeWidth="1.2"
            strokeDasharray="4 4"
          />
          <g>
            <circle cx={x(s.distance_m)} cy={y(0) - 30} r="11" fill={colour("reed")} />
            <text
              x={x(s.distance_m)}
              y={y(0) - 25.5}
              textAnchor="middle"
              style={{ fontSize: 13, fontWeight: 700 }}
              fill={colour("card")}
            >
              {i + 1}
            </text>
            <title>{`${s.name}. ${s.why}`}</title>
          </g>
        </g>
      ))}
    </g>
  );
}

type TagProps = { x: number; y: number; text: string; width: number; anchor?: "start" | "middle" };

/** Words on the drawing, on a plate of their own so that they read over anything. */
export function SectionTag({ x, y, text, width, anchor = "start" }: TagProps) {
  const wide = text.length * 7 + 10;
  const left = Math.min(width - wide - 4, Math.max(58, anchor === "middle" ? x - wide / 2 : x));
  return (
    <g>
      <rect x={left} y={y - 14} width={wide} height="20" rx="6" fill={colour("card")} opacity="0.9" />
      <text x={left + 5} y={y} style={{ fontSize: 13, fontWeight: 600 }} fill={colour("ink")}>
        {text}
      </text>
    </g>
  );
}
