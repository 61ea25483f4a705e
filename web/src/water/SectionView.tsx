import { Box, Text } from "@chakra-ui/react";
import type { Picture, Rig, Survey } from "../api/client";
import { colour } from "../scene/colour";
import { useSize } from "../shell/useSize";
import { type Units, write } from "../units/quantity";
import { Fish } from "./BedMap";
import { RigMarker } from "./RigMarker";
import { Bed, Features, Rulers, SectionTag } from "./SectionParts";
import { SoundingHandles } from "./SoundingHandles";
import { frameOf } from "./sectionFrame";
import type { SurveyState } from "./useSurvey";

type Props = {
  picture: Picture;
  survey: Survey;
  rig: Rig | null;
  state: SurveyState;
  selected: string | null;
  onSelect: (id: string | null, open?: boolean) => void;
  units: Units;
  waiting: boolean;
};

/** The section of the swim to scale: bed with its band, soundings to drag, current, fish, and the rig where it is fished. */
export function SectionView(props: Props) {
  const { picture, survey, state, units } = props;
  const [box, { width, height }] = useSize({ width: 640, height: 400 });
  if (!picture.section)
    return (
      <Box position="absolute" inset="0" display="flex" alignItems="center" justifyContent="center" p="6">
        <Text textAlign="center" maxW="380px">
          Nothing is sounded in this direction yet. Plumb a spot and keep it, enter a depth, or read a sounder's log:
          the bed is drawn from the first depth on.
        </Text>
      </Box>
    );
  const level = picture.level?.now_m ?? 0;
  const frame = frameOf(picture, survey, level, width, height);
  const { x, y } = frame;
  const used = new Set(picture.section.used);
  const crease = picture.current.crease;
  const marks = survey.marks.filter((m) => Math.abs(m.bearing_deg - survey.session.bearing_deg) < 20);
  return (
    <Box ref={box} position="absolute" inset="0">
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing that groups sliders is not a fieldset */}
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="group"
        aria-label="Section of the swim: distance out and depth"
        aria-busy={props.waiting}
        data-testid="section"
        data-waiting={props.waiting}
        className="bw-scene"
      >
        <Bed picture={picture} frame={frame} level={level} />
        <Rulers frame={frame} units={units} />
        <Features picture={picture} frame={frame} level={level} units={units} />
        {crease && (
          <g>
            <line
              x1={x(crease.distance_m)}
              x2={x(crease.distance_m)}
              y1={y(0)}
              y2={y(frame.deepest)}
              stroke={colour("ondeep")}
              strokeWidth="1.6"
              strokeDasharray="2 5"
            />
            <SectionTag
              x={x(crease.distance_m)}
              y={y(0) + 24}
              text={`crease, ${crease.fast_is_out ? "faster beyond" : "faster inside"}`}
              anchor="middle"
              width={width}
            />
          </g>
        )}
        <Lanes picture={picture} frame={frame} units={units} />
        {marks.map((m) => (
          <Fish key={m.id} x={x(m.distance_m)} y={y(m.depth_m)} />
        ))}
        <RigMarker picture={picture} survey={survey} rig={props.rig} state={state} frame={frame} units={units} />
        <SoundingHandles
          soundings={survey.soundings.filter((s) => used.has(s.id))}
          level={level}
          frame={frame}
          state={state}
          selected={props.selected}
          onSelect={props.onSelect}
          units={units}
        />
      </svg>
    </Box>
  );
}

/** Surface speed in each lane that was timed, as an arrow just over the water. */
function Lanes({ picture, frame, units }: { picture: Picture; frame: ReturnType<typeof frameOf>; units: Units }) {
  const lanes = picture.current.speeds.filter((s) => s.depth_m === 0);
  const fastest = Math.max(0.01, ...lanes.map((s) => s.speed_m_s));
  return (
    <g aria-label={lanes.length ? "Surface speeds" : undefined}>
      {lanes.map((s) => {
        const length = 8 + (26 * s.speed_m_s) / fastest;
        const from = frame.x(s.distance_m) - length / 2;
        const top = frame.y(0) - 9;
        return (
          <path
            key={`${s.distance_m} ${s.speed_m_s}`}
            d={`M${from} ${top} h${length} m-5 -4 l5 4 l-5 4`}
            fill="none"
            stroke={colour("onwater")}
            strokeWidth="2"
          >
            <title>{`${write(s.speed_m_s, "speed", units)} at ${write(s.distance_m, "distance", units)}`}</title>
          </path>
        );
      })}
    </g>
  );
}
