import type { MovingStop } from "../../api/client";

const W = 300;
const H = 96;
const LEFT = 8;
const BOTTOM = 20;

/** Height of the bait from running free to anchored, the stop left where it is. */
export function HoldCurve({ stop, hold }: { stop: MovingStop; hold: number | null }) {
  const top = Math.max(0.05, ...stop.holds.map((h) => h.height_m)) * 1.1;
  const x = (share: number) => LEFT + (1 - share) * (W - 2 * LEFT);
  const y = (metres: number) => H - BOTTOM - (metres / top) * (H - BOTTOM - 14);
  const lowest = stop.holds.find((h) => h.hold === stop.lowest_hold);
  const here =
    hold === null ? null : stop.holds.reduce((a, b) => (Math.abs(b.hold - hold) < Math.abs(a.hold - hold) ? b : a));
  const says = lowest
    ? `With the stop set so, the bait hangs lowest when held to ${Math.round(lowest.hold * 100)} %.`
    : "With the stop set so, the bait rises the more it is held back.";
  return (
    <figure style={{ margin: 0 }}>
      <svg viewBox={`0 0 ${W} ${H}`} width="100%" role="img" aria-label={says}>
        <path d={`M${LEFT} ${H - BOTTOM} H${W - LEFT}`} stroke="var(--chakra-colors-bed)" strokeWidth="3" />
        <polyline
          points={stop.holds.map((h) => `${x(h.hold).toFixed(1)},${y(h.height_m).toFixed(1)}`).join(" ")}
          fill="none"
          stroke="var(--chakra-colors-reed)"
          strokeWidth="2.2"
        />
        {lowest && <circle cx={x(lowest.hold)} cy={y(lowest.height_m)} r="4" fill="var(--chakra-colors-reed)" />}
        {here && (
          <circle
            cx={x(here.hold)}
            cy={y(here.height_m)}
            r="6"
            fill="none"
            stroke="var(--chakra-colors-float)"
            strokeWidth="2.4"
          />
        )}
        <text x={LEFT} y={H - 4} style={{ fontSize: 13 }} fill="currentColor">
          with the current
        </text>
        <text x={W - LEFT} y={H - 4} textAnchor="end" style={{ fontSize: 13 }} fill="currentColor">
          anchored
        </text>
      </svg>
      <figcaption style={{ fontSize: "0.875rem" }}>{says}</figcaption>
    </figure>
  );
}
