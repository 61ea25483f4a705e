import { Box } from "@chakra-ui/react";
import type { Picture, Survey } from "../api/client";
import { colour } from "../scene/colour";
import { rulerStep } from "../scene/scale";
import { useSize } from "../shell/useSize";
import { FOOT_M, type Units, write } from "../units/quantity";
import { contoursOf } from "./contours";

type Props = { picture: Picture; survey: Survey; units: Units };

const turn = (bearing: number) => (bearing * Math.PI) / 180;

/** The bed from above: the swim at the bottom, darker is deeper, only where it is known. */
export function BedMap({ picture, survey, units }: Props) {
  const [box, { width, height }] = useSize({ width: 640, height: 400 });
  const level = picture.level?.now_m ?? 0;
  const soundings = survey.soundings.map((s) => ({
    ...s,
    right: s.distance_m * Math.sin(turn(s.bearing_deg)),
    out: s.distance_m * Math.cos(turn(s.bearing_deg)),
  }));
  const reach = 1.05 * Math.max(5, ...soundings.map((s) => s.out));
  const aside = 1.1 * Math.max(4, ...soundings.map((s) => Math.abs(s.right)));
  const scale = Math.min((height - 60) / reach, (width / 2 - 30) / aside);
  const x = (right: number) => width / 2 + right * scale;
  const y = (out: number) => height - 34 - out * scale;
  const depths = picture.map.map((c) => level - c.bed_m);
  const deepest = Math.max(0.1, ...depths);
  const pitchM = pitchOf(picture.map.map((c) => c.right_m));
  const pitch = pitchM * scale + 0.6;
  const unitM = units.depth === "ft" ? FOOT_M : 1;
  const contours = contoursOf(
    picture.map.map((c, i) => ({ right_m: c.right_m, out_m: c.out_m, depth_m: depths[i] ?? 0 })),
    pitchM,
    rulerStep((deepest - Math.min(deepest, ...depths)) / unitM, 5) * unitM,
  );
  const { distance_m, bearing_deg } = survey.session;
  const here = { right: distance_m * Math.sin(turn(bearing_deg)), out: distance_m * Math.cos(turn(bearing_deg)) };
  const rings = ringsOf(reach);
  return (
    <Box ref={box} position="absolute" inset="0">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`The bed from above, ${soundings.length} soundings, deepest ${write(deepest, "depth", units)}`}
        className="bw-scene"
      >
        <rect width={width} height={height} fill={colour("well")} />
        {picture.map.map((c, i) => (
          <rect
            key={`${c.right_m} ${c.out_m}`}
            x={x(c.right_m) - pitch / 2}
            y={y(c.out_m) - pitch / 2}
            width={pitch}
            height={pitch}
            fill={`color-mix(in oklab, ${colour("deep")} ${Math.round((100 * (depths[i] ?? 0)) / deepest)}%, ${colour("shallow")})`}
          />
        ))}
        {contours.map((c) => (
          <path
            key={c.depth_m}
            d={c.segments.map(({ a, b }) => `M${x(a[0])} ${y(a[1])} L${x(b[0])} ${y(b[1])}`).join(" ")}
            fill="none"
            stroke={colour("ondeep")}
            strokeWidth="1.3"
            opacity="0.8"
          />
        ))}
        {contours.map((c) => {
          // To the right: the rings are labelled to the left.
          const middle = [...c.segments].sort((p, q) => p.a[0] - q.a[0])[Math.floor(0.8 * c.segments.length)];
          return (
            middle && (
              <Tag
                key={c.depth_m}
                x={x(middle.a[0]) - 16}
                y={y(middle.a[1]) + 5}
                text={`${Number((c.depth_m / unitM).toFixed(1))} ${units.depth}`}
              />
            )
          );
        })}
        {rings.map((r) => (
          <g key={r}>
            <circle cx={x(0)} cy={y(0)} r={r * scale} fill="none" stroke={colour("edge")} strokeDasharray="3 5" />
            <Tag x={x(-r * Math.sin(turn(38))) - 34} y={y(r * Math.cos(turn(38)))} text={write(r, "distance", units)} />
          </g>
        ))}
        {soundings.map((s) => (
          <circle key={s.id} cx={x(s.right)} cy={y(s.out)} r="3.4" fill={colour("card")} stroke={colour("ink")} />
        ))}
        {survey.marks.map((m) => (
          <Fish
            key={m.id}
            x={x(m.distance_m * Math.sin(turn(m.bearing_deg)))}
            y={y(m.distance_m * Math.cos(turn(m.bearing_deg)))}
          />
        ))}
        <line x1={x(0)} y1={y(0)} x2={x(here.right)} y2={y(here.out)} stroke={colour("tip")} strokeWidth="2" />
        <circle cx={x(here.right)} cy={y(here.out)} r="7" fill="none" stroke={colour("tip")} strokeWidth="3" />
        <path d={`M${x(0) - 9} ${y(0) + 12} L${x(0)} ${y(0) - 4} L${x(0) + 9} ${y(0) + 12} Z`} fill={colour("ink")} />
        <Tag x={x(0) + 14} y={y(0) + 12} text="you" />
        <Tag x={14} y={24} text={`0 to ${write(deepest, "depth", units)}: darker is deeper`} />
      </svg>
    </Box>
  );
}

const ringsOf = (reach: number) =>
  [10, 20, 30, 40, 60, 80, 100].filter((r) => r < reach && (reach < 45 || r % 20 === 0));

const pitchOf = (rights: number[]): number => {
  const sorted = [...new Set(rights.map((r) => Math.round(r * 1000) / 1000))].sort((a, b) => a - b);
  return Math.max(0.1, Math.min(...sorted.slice(1).map((r, i) => r - (sorted[i] as number)), 10));
};

function Tag({ x, y, text }: { x: number; y: number; text: string }) {
  return (
    <g>
      <rect x={x - 3} y={y - 13} width={text.length * 7 + 6} height="18" rx="5" fill={colour("card")} opacity="0.85" />
      <text x={x} y={y} style={{ fontSize: 13 }} fill={colour("ink")}>
        {text}
      </text>
    </g>
  );
}

/** A small fish, head to the left. */
export function Fish({ x, y }: { x: number; y: number }) {
  return (
    <path
      d={`M${x - 10} ${y} q8 -8 15 0 l6 -5 v10 l-6 -5 q-7 8 -15 0 z`}
      fill={colour("card")}
      stroke={colour("ink")}
      strokeWidth="1.2"
    />
  );
}
