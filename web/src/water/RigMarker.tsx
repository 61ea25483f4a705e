import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { Picture, Rig, Survey } from "../api/client";
import { colour } from "../scene/colour";
import { follow } from "../scene/follow";
import { type Units, write } from "../units/quantity";
import { SectionTag } from "./SectionParts";
import type { Frame } from "./sectionFrame";
import type { SurveyState } from "./useSurvey";

type Props = { picture: Picture; survey: Survey; rig: Rig | null; state: SurveyState; frame: Frame; units: Units };

const STEP = 0.1;

/** The rig where it is fished; slide it in and out to fish at another distance. */
export function RigMarker({ picture, survey, rig, state, frame, units }: Props) {
  const latest = useRef(frame);
  latest.current = frame;
  const at = survey.session.distance_m;
  const x = frame.x(at);
  const hook = picture.rig?.hook_depth_m ?? (picture.here ? Math.max(0.1, picture.here.depth_m) : 1);
  const top = frame.y(0);

  const to = (distance: number) => ({
    ...state.acts.now(),
    session: {
      ...state.acts.now().session,
      distance_m: Math.round(Math.min(300, Math.max(0, distance)) / STEP) * STEP,
    },
  });
  const onDown = (e: PointerEvent<SVGGElement>) => {
    if (e.button !== 0) return;
    e.currentTarget.ownerSVGElement?.setPointerCapture(e.pointerId);
    const grip = frame.x(at) - e.clientX;
    const { acts } = state;
    acts.begin();
    follow(e, { move: (m) => acts.live(to(latest.current.distanceAt(m.clientX + grip))), end: acts.end });
  };
  const onKey = (e: KeyboardEvent) => {
    const step = { ArrowLeft: -1, ArrowRight: 1, ArrowDown: -1, ArrowUp: 1 }[e.key];
    if (!step) return;
    e.preventDefault();
    // The drawing may be a step behind the document: keys count from what it is now.
    state.acts.put(to(state.acts.now().session.distance_m + step * (e.shiftKey ? 1 : STEP)), "rig-distance");
  };
  const here = picture.here;
  const says = here
    ? `${write(here.depth_m, "depth", units)} at ${write(at, "distance", units)}`
    : write(at, "distance", units);
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label="Distance fished at"
      aria-valuenow={Math.round(at * 10) / 10}
      aria-valuemin={0}
      aria-valuemax={300}
      aria-valuetext={says}
      className="bw-handle"
      onPointerDown={onDown}
      onKeyDown={onKey}
    >
      <rect x={x - 22} y={top - 40} width="44" height={frame.height - top} fill="transparent" />
      <Profile picture={picture} frame={frame} x={x} />
      {rig && <line x1={x} x2={x} y1={top} y2={frame.y(hook)} stroke={colour("onwater")} strokeWidth="1.8" />}
      <rect x={x - 2.5} y={top - 26} width="5" height="20" rx="2" fill={colour("tip")} stroke={colour("card")} />
      <ellipse cx={x} cy={top + 4} rx="6" ry="14" fill={colour("body")} stroke={colour("shotrim")} />
      {rig && (
        <path
          d={`M${x} ${frame.y(hook) - 10} v7 a5 5 0 0 0 10 0 v-3`}
          fill="none"
          stroke={colour("onwater")}
          strokeWidth="2.4"
        />
      )}
      <SectionTag x={x} y={top - 46} text={says} anchor="middle" width={frame.width} />
    </g>
  );
}

/** Speed at depths where the rig is, as arrows from its line. */
function Profile({ picture, frame, x }: { picture: Picture; frame: Frame; x: number }) {
  const arrows = picture.profile?.arrows ?? [];
  const fastest = Math.max(0.01, ...arrows.map(([, u]) => u));
  return (
    <g>
      {arrows.map(([depth, speed]) => (
        <path
          key={depth}
          d={`M${x + 4} ${frame.y(depth) + 6} h${(40 * speed) / fastest} m-5 -4 l5 4 l-5 4`}
          fill="none"
          stroke={colour("ondeep")}
          strokeWidth="1.6"
        />
      ))}
    </g>
  );
}
