import { type Units, write } from "../units/quantity";
import { colour } from "./colour";
import type { Moving } from "./flow";
import { toPx, type View } from "./scale";

const LONGEST_PX = 54;

/** How fast the water goes at each depth, and where the bait is against the float. */
export function CurrentArrows({ moving, view, x, units }: { moving: Moving; view: View; x: number; units: Units }) {
  const fastest = Math.max(0.01, ...moving.arrows.map(([, u = 0]) => Math.abs(u)));
  return (
    <g>
      <title>{`The current, ${write(moving.surface_m_s, "speed", units)} at the surface`}</title>
      {moving.arrows.map(([depth = 0, speed = 0], i) => {
        const y = toPx(view, depth) + (i === 0 ? 10 : 0);
        const to = x + (LONGEST_PX * speed) / fastest;
        if (y < 4) return null;
        return (
          <g key={depth} stroke={colour(i < 3 ? "onwater" : "ondeep")} strokeWidth="1.4" fill="none">
            <path d={`M${x} ${y} H${to} m-5 -3.5 l5 3.5 l-5 3.5`} />
          </g>
        );
      })}
      <text x={x} y={toPx(view, 0) + 28} fill={colour("onwater")} style={{ fontSize: 13, fontWeight: 600 }}>
        {write(moving.surface_m_s, "speed", units)}
      </text>
    </g>
  );
}

type LeadProps = { moving: Moving; from: number; hook: { x: number; y: number }; bed: number; units: Units };

/** How far the bait is ahead of the float or behind it, on the bed. */
export function Lead({ moving, from, hook, bed, units }: LeadProps) {
  const metres = Math.abs(moving.lead_m);
  if (metres < 0.01) return null;
  const y = bed + 18;
  const says = `${write(metres, "line", units)} ${moving.lead_m > 0 ? "ahead of" : "behind"} the float`;
  // Beside a bait that swings ahead there are the buttons: the words go to the other side where there is room.
  const before = hook.x > from && from > says.length * 7.2 + 40;
  return (
    <g data-testid="lead">
      <path
        d={`M${from} ${y - 5} v10 M${from} ${y} H${hook.x} M${hook.x} ${y - 5} v10`}
        stroke={colour("ondeep")}
        strokeWidth="1.6"
        fill="none"
      />
      <text
        x={before ? from - 8 : Math.max(from, hook.x) + 8}
        y={y + 5}
        textAnchor={before ? "end" : "start"}
        fill={colour("ondeep")}
        style={{ fontSize: 13, fontWeight: 600 }}
      >
        {says}
      </text>
    </g>
  );
}
