import { Box, Flex, Text } from "@chakra-ui/react";
import { type KeyboardEvent, memo, type PointerEvent, useRef } from "react";
import type { Picture, Survey } from "../api/client";
import { colour } from "../scene/colour";
import { Button } from "../shell/Button";
import { useSize } from "../shell/useSize";
import { clock } from "../units/clock";
import { type Units, write } from "../units/quantity";
import { SectionTag } from "./SectionParts";

type Props = {
  picture: Picture;
  survey: Survey;
  at: number;
  live: boolean;
  onScrub: (at: number | null) => void;
  units: Units;
};

const HEIGHT = 118;
/** Without a moving level the strip is only for choosing the moment. */
const LOW = 64;
const MINUTE = 60_000;

/** The level over the session, with its turns, the stop moves, and a line for the moment shown; slide it to look ahead. */
export const LevelCurve = memo(function LevelCurve({ picture, survey, at, live, onScrub, units }: Props) {
  const [box, { width }] = useSize({ width: 640, height: HEIGHT });
  const grip = useRef(false);
  const { level } = picture;
  const zone = survey.place.time_zone;
  if (!level)
    return (
      <Text fontSize="sm" color="soft">
        No level can be reckoned: see Level.
      </Text>
    );
  const times = level.curve.map(([t]) => Date.parse(t));
  const heights = level.curve.map(([, h]) => h);
  const first = times[0] as number;
  const last = times.at(-1) as number;
  const low = Math.min(...heights);
  const span = Math.max(0.02, Math.max(...heights) - low);
  const height = level.changes ? HEIGHT : LOW;
  const x = (t: number) => 8 + ((t - first) / (last - first)) * (width - 16);
  const y = (h: number) => height - 28 - ((h - low) / span) * (height - 62);
  const scrub = (t: number) => onScrub(Math.round(Math.min(last, Math.max(first, t)) / MINUTE) * MINUTE);
  const onPointer = (e: PointerEvent<HTMLDivElement>) => {
    if (e.type === "pointerdown") {
      e.currentTarget.setPointerCapture(e.pointerId);
      grip.current = true;
    }
    if (!grip.current) return;
    const left = e.currentTarget.getBoundingClientRect().left;
    scrub(first + ((e.clientX - left - 8) / (width - 16)) * (last - first));
  };
  const letGo = () => {
    grip.current = false;
  };
  const onKey = (e: KeyboardEvent) => {
    const step = { ArrowLeft: -10, ArrowRight: 10, PageDown: -60, PageUp: 60 }[e.key];
    if (!step) return;
    e.preventDefault();
    scrub(at + step * MINUTE);
  };
  const moves = picture.timetable?.moves ?? [];
  const inView = at >= first && at <= last;
  const side = level.now_m < 0 ? "under" : "over";
  const says = level.changes
    ? `${clock(at, zone)}: ${write(Math.abs(level.now_m), "depth", units)} ${side} ${survey.datum}`
    : `${clock(at, zone)}: the level is taken as steady`;
  return (
    <Box bg="card" borderWidth="1px" borderColor="rule" borderRadius="l3" overflow="hidden">
      <Flex px="4" pt="2" gap="3" align="baseline" justify="space-between" wrap="wrap">
        <Text fontSize="sm" fontWeight="semibold" data-testid="level-now">
          {says}
        </Text>
        {!live && (
          <Button size="sm" variant="quiet" onClick={() => onScrub(null)}>
            Back to now
          </Button>
        )}
      </Flex>
      <Box
        ref={box}
        h={`${height}px`}
        role="slider"
        tabIndex={0}
        aria-label="Moment shown"
        aria-valuenow={Math.round(at / MINUTE)}
        aria-valuemin={Math.round(first / MINUTE)}
        aria-valuemax={Math.round(last / MINUTE)}
        aria-valuetext={says}
        className="bw-handle"
        onPointerDown={onPointer}
        onPointerMove={onPointer}
        onPointerUp={letGo}
        onPointerCancel={letGo}
        onKeyDown={onKey}
      >
        <svg width={width} height={height} className="bw-scene" aria-hidden="true">
          <Ground picture={picture} survey={survey} x={x} height={height} width={width} />
          <polyline
            points={times.map((t, i) => `${x(t).toFixed(1)},${y(heights[i] as number).toFixed(1)}`).join(" ")}
            fill="none"
            stroke={colour("reed")}
            strokeWidth="3"
          />
          {moves.map((m) => (
            <path
              key={m.at}
              d={`M${x(Date.parse(m.at))} ${height - 40} v14 m-4 -5 l4 5 l4 -5`}
              stroke={colour("tip")}
              strokeWidth="2"
              fill="none"
            />
          ))}
          <Hours first={first} last={last} width={width} x={x} y={height - 7} zone={zone} />
          {level.turns.map((t) => (
            <SectionTag
              key={t.at}
              x={x(Date.parse(t.at))}
              y={t.what === "high" ? y(t.level_m) - 8 : y(t.level_m) - 10}
              text={`${t.what} ${clock(t.at, zone)}, ${write(t.level_m, "depth", units)}`}
              anchor="middle"
              width={width}
            />
          ))}
          {inView && (
            <g>
              <line x1={x(at)} x2={x(at)} y1="4" y2={height - 24} stroke={colour("tip")} strokeWidth="2" />
              <circle
                cx={x(at)}
                cy={y(level.now_m)}
                r="6"
                fill={colour("tip")}
                stroke={colour("card")}
                strokeWidth="2"
              />
            </g>
          )}
        </svg>
      </Box>
    </Box>
  );
});

type GroundProps = { picture: Picture; survey: Survey; x: (t: number) => number; height: number; width: number };

const SHUTS = new Set(["dries", "cut-off", "too-deep"]);

/** Behind the curve: the dark hours, the session, and when the place dries, is cut off or is too deep. */
function Ground({ picture, survey, x, height, width }: GroundProps) {
  const { sunrise, sunset } = picture;
  const { start, end } = survey.session;
  const between = (from: number, to: number) => ({ x: from, width: Math.max(0, to - from), height: height - 24 });
  const when = (t: string) => x(Date.parse(t));
  const shuts = (picture.timetable?.warnings ?? []).filter((w) => SHUTS.has(w.kind));
  return (
    <>
      {sunrise && sunset && (
        <g fill={colour("soft")} opacity="0.14">
          <rect {...between(0, when(sunrise))} />
          <rect {...between(when(sunset), width)} />
        </g>
      )}
      {start && end && <rect {...between(when(start), when(end))} fill={colour("well")} />}
      {shuts.map((w) => (
        <rect
          key={`${w.kind} ${w.at}`}
          x={when(w.at)}
          width={Math.max(2, when(w.until) - when(w.at))}
          y={height - 30}
          height="6"
          fill={colour("float")}
        />
      ))}
    </>
  );
}

type HoursProps = { first: number; last: number; width: number; x: (t: number) => number; y: number; zone: string };

function Hours({ first, last, width, x, y, zone }: HoursProps) {
  return hoursOf(first, last, width).map((t) => (
    <text key={t} x={x(t)} y={y} textAnchor="middle" style={{ fontSize: 13 }} fill={colour("soft")}>
      {clock(t, zone)}
    </text>
  ));
}

/** Whole hours to write under the curve, as many as there is room for. */
function hoursOf(first: number, last: number, width: number): number[] {
  const hour = 60 * MINUTE;
  const step = [1, 2, 3, 6, 12, 24].find((h) => ((last - first) / hour / h) * 58 < width) ?? 24;
  const from = Math.ceil((first + 20 * MINUTE) / (step * hour)) * step * hour;
  return Array.from(
    { length: Math.max(0, Math.floor((last - 20 * MINUTE - from) / (step * hour)) + 1) },
    (_, i) => from + i * step * hour,
  );
}
