import { type KeyboardEvent, memo, type PointerEvent, useMemo, useRef } from "react";
import type { Sounding } from "../api/client";
import { colour } from "../scene/colour";
import { follow } from "../scene/follow";
import { type Units, write } from "../units/quantity";
import type { Frame } from "./sectionFrame";
import type { SurveyState } from "./useSurvey";

type Props = {
  soundings: Sounding[];
  level: number;
  frame: Frame;
  state: SurveyState;
  selected: string | null;
  /** `open` brings up its figures; passing by with the Tab key does not. */
  onSelect: (id: string | null, open?: boolean) => void;
  units: Units;
};

const FINE = 0.01;

type Grips = {
  down: (s: Sounding, e: PointerEvent<SVGGElement>) => void;
  key: (s: Sounding, e: KeyboardEvent) => void;
  focus: (s: Sounding) => void;
};

/** Depth below the present surface; a sounding keeps the depth of its own level. */
export const depthAt = (s: Sounding, level: number) => level - s.level_m + s.depth_m;

/** Every sounding of the line: drag it up or down, or use the arrow keys, to correct it; left and right go to
 * the next one; Delete takes it out. */
export function SoundingHandles(props: Props) {
  const { soundings, level, frame, selected, units } = props;
  const grips = useGrips(props);
  // With very many echoes the handles would hide the bed: they get small, the chosen one stays large.
  const small = soundings.length > 60;
  // One stop of the Tab key for all of them: left and right go from one to the next.
  const stop = soundings.some((s) => s.id === selected) ? selected : inOrder(soundings)[0]?.id;
  return (
    <g>
      {soundings.map((s) => (
        <Handle
          key={s.id}
          sounding={s}
          x={frame.x(s.distance_m)}
          y={frame.y(depthAt(s, level))}
          half={frame.y(s.half_m) - frame.y(0)}
          chosen={s.id === selected}
          reached={s.id === stop}
          small={small}
          units={units}
          grips={grips}
        />
      ))}
    </g>
  );
}

const inOrder = (soundings: Sounding[]) => [...soundings].sort((a, b) => a.distance_m - b.distance_m);

/** What the handles do. It never changes, so that a drag draws one handle anew and not all of them. */
function useGrips(props: Props): Grips {
  const latest = useRef(props);
  latest.current = props;
  return useMemo(() => {
    const { acts } = latest.current.state;
    const put = (id: string, depth_m: number) => {
      const now = acts.now();
      const tidy = Number((Math.round(Math.min(60, Math.max(0, depth_m)) / FINE) * FINE).toFixed(2));
      return { ...now, soundings: now.soundings.map((s) => (s.id === id ? { ...s, depth_m: tidy } : s)) };
    };
    return {
      down: (s, e) => {
        if (e.button !== 0) return;
        const { frame, level, onSelect } = latest.current;
        e.currentTarget.ownerSVGElement?.setPointerCapture(e.pointerId);
        onSelect(s.id, true);
        const [offset, y0] = [frame.y(depthAt(s, level)) - e.clientY, e.clientY];
        let began = false;
        const move = (m: globalThis.PointerEvent) => {
          if (!began && Math.abs(m.clientY - y0) < 4) return;
          if (!began) acts.begin();
          began = true;
          const { frame, level } = latest.current;
          acts.live(put(s.id, frame.depthAt(m.clientY + offset) - level + s.level_m));
        };
        follow(e, { move, end: () => began && acts.end() });
      },
      key: (s, e) => {
        const step = { ArrowUp: -FINE, ArrowDown: FINE }[e.key];
        // The drawing may be a step behind the document: keys count from what it is now.
        const now = acts.now();
        const depth = now.soundings.find((x) => x.id === s.id)?.depth_m ?? s.depth_m;
        const along = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
        if (e.key === "Enter") latest.current.onSelect(s.id, true);
        else if (along) {
          const order = inOrder(latest.current.soundings);
          const next = order[order.findIndex((x) => x.id === s.id) + along];
          if (next) document.getElementById(`sounding-${next.id}`)?.focus();
        } else if (step) acts.put(put(s.id, depth + step * (e.shiftKey ? 5 : 1)), `sounding-${s.id}`);
        else if (e.key === "Delete" || e.key === "Backspace") {
          acts.put({ ...now, soundings: now.soundings.filter((x) => x.id !== s.id) });
          latest.current.onSelect(null);
        } else return;
        e.preventDefault();
      },
      focus: (s) => latest.current.onSelect(s.id),
    };
  }, []);
}

type HandleProps = {
  sounding: Sounding;
  x: number;
  y: number;
  half: number;
  chosen: boolean;
  reached: boolean;
  small: boolean;
  units: Units;
  grips: Grips;
};

const Handle = memo(function Handle({ sounding: s, x, y, half, chosen, reached, small, units, grips }: HandleProps) {
  return (
    <g
      id={`sounding-${s.id}`}
      role="slider"
      tabIndex={reached ? 0 : -1}
      aria-label={`Sounding at ${write(s.distance_m, "distance", units)}`}
      aria-orientation="vertical"
      aria-valuenow={s.depth_m}
      aria-valuemin={0}
      aria-valuemax={60}
      aria-valuetext={`${write(s.depth_m, "depth", units)}, ± ${write(s.half_m, "line", units)}`}
      className="bw-handle"
      onFocus={() => grips.focus(s)}
      onPointerDown={(e) => grips.down(s, e)}
      onKeyDown={(e) => grips.key(s, e)}
    >
      <circle cx={x} cy={y} r={small ? 7 : 15} fill="transparent" />
      <path
        d={`M${x} ${y - half} V${y + half} M${x - 3} ${y - half} h6 M${x - 3} ${y + half} h6`}
        stroke={colour("card")}
        strokeWidth="1.4"
      />
      <circle
        cx={x}
        cy={y}
        r={chosen ? 7 : small ? 3 : 5}
        fill={chosen ? colour("tip") : colour("card")}
        stroke={colour("ink")}
        strokeWidth={small ? 0.8 : 1.6}
      />
      {s.feature === "snag" && (
        <path d={`M${x - 8} ${y - 20} l16 12 M${x + 8} ${y - 20} l-16 12`} stroke={colour("ink")} strokeWidth="3" />
      )}
      {(s.feature === "weed" || s.bed === "weed") && (
        <path
          d={`M${x - 5} ${y - 4} q-5 -9 0 -18 M${x} ${y - 5} q5 -11 0 -23 M${x + 5} ${y - 4} q5 -8 1 -15`}
          stroke={colour("reed")}
          strokeWidth="2.6"
          fill="none"
        />
      )}
    </g>
  );
});
