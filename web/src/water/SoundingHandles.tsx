import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { Sounding } from "../api/client";
import { colour } from "../scene/colour";
import { type Units, write } from "../units/quantity";
import type { Frame } from "./sectionFrame";
import type { SurveyState } from "./useSurvey";

type Props = {
  soundings: Sounding[];
  level: number;
  frame: Frame;
  state: SurveyState;
  selected: string | null;
  onSelect: (id: string | null) => void;
  units: Units;
};

const FINE = 0.01;

/** Every sounding of the line: drag it up or down, or use the arrow keys, to correct it; Delete takes it out. */
export function SoundingHandles({ soundings, level, frame, state, selected, onSelect, units }: Props) {
  const grip = useRef<{ id: string; offset: number; began: boolean; y0: number } | null>(null);

  const moved = (id: string, depth_m: number) => {
    const now = state.acts.now();
    const tidy = Math.round(Math.min(60, Math.max(0, depth_m)) / FINE) * FINE;
    return {
      ...now,
      soundings: now.soundings.map((s) => (s.id === id ? { ...s, depth_m: Number(tidy.toFixed(2)) } : s)),
    };
  };
  /** Depth below the present surface; a sounding keeps the depth of its own level. */
  const drawn = (s: Sounding) => level - s.level_m + s.depth_m;

  const onDown = (s: Sounding, e: PointerEvent<SVGGElement>) => {
    if (e.button !== 0) return;
    e.currentTarget.setPointerCapture(e.pointerId);
    onSelect(s.id);
    grip.current = { id: s.id, offset: frame.y(drawn(s)) - e.clientY, began: false, y0: e.clientY };
  };
  const onMove = (s: Sounding, e: PointerEvent<SVGGElement>) => {
    const g = grip.current;
    if (g?.id !== s.id || (!g.began && Math.abs(e.clientY - g.y0) < 4)) return;
    if (!g.began) {
      g.began = true;
      state.acts.begin();
    }
    state.acts.live(moved(s.id, frame.depthAt(e.clientY + g.offset) - level + s.level_m));
  };
  const onUp = () => {
    if (grip.current?.began) state.acts.end();
    grip.current = null;
  };
  const onKey = (s: Sounding, e: KeyboardEvent) => {
    const step = { ArrowUp: -FINE, ArrowDown: FINE }[e.key];
    // The drawing may be a step behind the document: keys count from what it is now.
    const depth = state.acts.now().soundings.find((x) => x.id === s.id)?.depth_m ?? s.depth_m;
    if (step) state.acts.put(moved(s.id, depth + step * (e.shiftKey ? 5 : 1)), `sounding-${s.id}`);
    else if (e.key === "Delete" || e.key === "Backspace") {
      const now = state.acts.now();
      state.acts.put({ ...now, soundings: now.soundings.filter((x) => x.id !== s.id) });
      onSelect(null);
    } else return;
    e.preventDefault();
  };

  // With very many echoes the handles would hide the bed: they get small, the chosen one stays large.
  const small = soundings.length > 60;
  return (
    <g>
      {soundings.map((s) => {
        const x = frame.x(s.distance_m);
        const y = frame.y(drawn(s));
        const chosen = s.id === selected;
        const half = frame.y(s.half_m) - frame.y(0);
        const r = chosen ? 7 : small ? 3 : 5;
        return (
          <g
            key={s.id}
            role="slider"
            tabIndex={0}
            aria-label={`Sounding at ${write(s.distance_m, "distance", units)}`}
            aria-orientation="vertical"
            aria-valuenow={s.depth_m}
            aria-valuemin={0}
            aria-valuemax={60}
            aria-valuetext={`${write(s.depth_m, "depth", units)}, ± ${write(s.half_m, "line", units)}`}
            className="bw-handle"
            onFocus={() => onSelect(s.id)}
            onPointerDown={(e) => onDown(s, e)}
            onPointerMove={(e) => onMove(s, e)}
            onPointerUp={onUp}
            onPointerCancel={onUp}
            onKeyDown={(e) => onKey(s, e)}
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
              r={r}
              fill={chosen ? colour("tip") : colour("card")}
              stroke={colour("ink")}
              strokeWidth={small ? 0.8 : 1.6}
            />
            {s.feature === "snag" && (
              <path
                d={`M${x - 8} ${y - 20} l16 12 M${x + 8} ${y - 20} l-16 12`}
                stroke={colour("ink")}
                strokeWidth="3"
              />
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
      })}
    </g>
  );
}
