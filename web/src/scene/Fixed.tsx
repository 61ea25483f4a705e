import type { Evaluation, Rig } from "../api/client";
import { type Units, write } from "../units/quantity";
import { colour } from "./colour";
import { at, type course } from "./course";
import { toPx, type View } from "./scale";

type Props = {
  rig: Rig;
  evaluation: Evaluation;
  line: ReturnType<typeof course>;
  view: View;
  units: Units;
  /** The rig lies along a tape: there is no bed to measure from. */
  rule: boolean;
};

/** What is not slid by itself: lead, swivel, beads, knot, hook and bait, and the bracket of the bait's height. */
export function Fixed({ rig, evaluation, line, view, units, rule }: Props) {
  const handled = new Set(evaluation.handles.flatMap((h) => h.moves));
  const drawn = evaluation.pieces.filter((p) => !handled.has(p.id) && p.state !== "above" && p.state !== "in-the-air");
  const locks = evaluation.pieces.filter((p) =>
    rig.components.some((c) => c.id === p.id && c.kind === "shot" && c.role === "lock"),
  );
  const hook = at(line, 0);
  let above = 0;
  return (
    <g>
      {[...drawn].reverse().map((p) => {
        const place = at(line, p.position_m);
        if (p.kind === "weight") {
          const ry = Math.max(6, 800 * (p.diameter_m ?? 0.01));
          above += 2 * ry;
          return (
            <ellipse
              key={p.id}
              cx={place.x}
              cy={place.y - above + ry - 4}
              rx={ry * 0.8}
              ry={ry}
              fill={colour("shot")}
              stroke={colour("shotrim")}
            />
          );
        }
        if (p.kind === "swivel")
          return (
            <rect
              key={p.id}
              x={place.x - 2.5}
              y={place.y - 5}
              width="5"
              height="10"
              rx="2"
              fill={colour("brass")}
              stroke={colour("shotrim")}
              strokeWidth="0.8"
            />
          );
        return null;
      })}
      {locks.map((p, i) => (
        <circle
          key={p.id}
          cx={(line[0]?.x ?? 0) + (i % 2 ? 4.5 : -4.5)}
          cy={(line[0]?.y ?? 0) + 3}
          r={Math.max(3, 1 + 900 * (p.diameter_m ?? 0.003))}
          fill={colour("shot")}
          stroke={colour("shotrim")}
        />
      ))}
      <ellipse
        cx={hook.x + 4}
        cy={hook.y + 8}
        rx="4.5"
        ry="8"
        fill={colour("tip")}
        stroke={colour("shotrim")}
        strokeWidth="0.8"
      />
      {[
        { tint: "shotrim", width: 3.4 },
        { tint: "shot", width: 1.8 },
      ].map(({ tint, width }) => (
        <path
          key={tint}
          d={`M${hook.x} ${hook.y - 8} v14 a5.5 5.5 0 0 0 11 0 v-4 l-2.5 2.5`}
          fill="none"
          stroke={colour(tint)}
          strokeWidth={width}
        />
      ))}
      {!rule && (
        <Bracket
          rig={rig}
          evaluation={evaluation}
          x={(line[0]?.x ?? hook.x) - 30}
          hookY={hook.y}
          view={view}
          units={units}
        />
      )}
    </g>
  );
}

function Bracket(props: { rig: Rig; evaluation: Evaluation; x: number; hookY: number; view: View; units: Units }) {
  const { rig, evaluation, x, hookY, view, units } = props;
  const fromSurface = rig.aim.bait_from === "surface";
  const end = toPx(view, fromSurface ? 0 : rig.water.depth_m);
  const metres = fromSurface ? (evaluation.path.at(-1)?.[1] ?? 0) : evaluation.hook_height_m;
  const far = Math.abs(end - hookY);
  // On a narrow drawing the words keep short and near the hook, clear of the ruler.
  const long = x > 170;
  const beside = !long ? Math.max(end, hookY) - 14 : far > 40 ? (end + hookY) / 2 : Math.min(end, hookY) - 12;
  const onBed = !fromSurface && metres < 0.0005;
  const text = onBed
    ? "on the bed"
    : !long
      ? write(metres, "line", units)
      : fromSurface
        ? `${write(metres, "line", units)} down`
        : `${write(metres, "line", units)} off bed`;
  // In a current the height is known only within a range.
  const range = !fromSurface && !onBed && long ? evaluation.moving?.height : null;
  const spread = range ? `between ${write(range.low_m, "line", units)} and ${write(range.high_m, "line", units)}` : "";
  const wide = Math.max(text.length * 7.3, spread.length * 6.6) + 6;
  // A bait that trails has the words on the other side of the bracket, just above the bed.
  const trails = long && (evaluation.moving?.lead_m ?? 0) < 0;
  const middle = trails ? end - (spread ? 31 : 14) : beside;
  const left = trails ? x + 12 : x - 14 - wide;
  return (
    <g>
      {range && (
        <line
          x1={x}
          x2={x}
          y1={toPx(view, rig.water.depth_m - range.low_m)}
          y2={toPx(view, rig.water.depth_m - range.high_m)}
          stroke={colour("ondeep")}
          strokeWidth="7"
          opacity="0.45"
        />
      )}
      <path
        d={`M${x - 4} ${end} h8 M${x} ${end} V${hookY} M${x - 4} ${hookY} h8`}
        stroke={colour("ondeep")}
        strokeWidth="1.6"
        fill="none"
      />
      <g>
        <rect
          x={left}
          y={middle - 11}
          width={wide + 6}
          height={spread ? 40 : 22}
          rx="7"
          fill={colour("card")}
          opacity="0.92"
        />
        <text x={left + 6} y={middle + 4.5} style={{ fontSize: 13, fontWeight: 600 }} fill={colour("ink")}>
          {text}
        </text>
        {spread && (
          <text x={left + 6} y={middle + 21} style={{ fontSize: 12.5 }} fill={colour("soft")}>
            {spread}
          </text>
        )}
      </g>
    </g>
  );
}
