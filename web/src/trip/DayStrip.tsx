import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Tonight, Trip } from "../api/client";
import { colour } from "../scene/colour";
import { Button } from "../shell/Button";
import { useSize } from "../shell/useSize";
import { clock } from "../units/clock";
import { say, type Units, write } from "../units/quantity";

type Props = { trip: Trip; tonight: Tonight; zone: string; units: Units };

const HEIGHT = 150;
const HOUR = 3_600_000;

/** Depth, light and stop moves over the day, on one strip; the same as a table for whoever reads it. */
export function DayStrip({ trip, tonight, zone, units }: Props) {
  const [table, setTable] = useState(false);
  const { water: depth, strip, rigs } = tonight;
  const moves = rigs[0]?.moves ?? [];
  const slides = moves.slice(1);
  return (
    <Box
      as="section"
      aria-label="Level, light and stop moves"
      bg="card"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l3"
      px="4"
      py="3"
    >
      <Flex justify="space-between" align="baseline" wrap="wrap" gap="2">
        <Heading as="h2" fontSize="md" fontFamily="heading" fontWeight="bold">
          Depth, light and stop moves
        </Heading>
        <Button size="sm" variant="quiet" aria-expanded={table} onClick={() => setTable(!table)}>
          {table ? "As a strip" : "As a table"}
        </Button>
      </Flex>
      {table ? (
        <StripTable trip={trip} tonight={tonight} zone={zone} units={units} />
      ) : (
        <Drawn trip={trip} tonight={tonight} zone={zone} />
      )}
      <Text fontSize="sm" color="soft">
        {write(depth.low_m, "depth", units)} to {write(depth.high_m, "depth", units)}
        {slides.length > 0 &&
          `; the stop is moved ${slides.length === 1 ? "once" : `${slides.length} times`}, first at ${clock(slides[0]?.at ?? 0, zone)}`}
        {moves.length > 0 && slides.length === 0 && "; the stop stays where it is"}.
      </Text>
      {strip.warnings.map((w) => (
        <Text
          key={`${w.kind} ${w.at}`}
          fontSize="sm"
          fontWeight="semibold"
          color={w.kind === "carried-on" ? "brass" : "float"}
        >
          {clock(w.at, zone)} to {clock(w.until, zone)}: {say(w.says, w.figures ?? {}, units)}
        </Text>
      ))}
    </Box>
  );
}

function Drawn({ trip, tonight, zone }: Omit<Props, "units">) {
  const [box, { width }] = useSize({ width: 640, height: HEIGHT });
  const { water: depth, strip, rigs } = tonight;
  const times = depth.curve.map(([t]) => Date.parse(t));
  const depths = depth.curve.map(([, d]) => d);
  const first = (times[0] as number) - HOUR / 2;
  const last = (times.at(-1) as number) + HOUR / 2;
  const low = Math.min(...depths);
  const span = Math.max(0.1, Math.max(...depths) - low);
  const x = (t: number) => 8 + ((t - first) / (last - first)) * (width - 16);
  const y = (d: number) => 104 - ((d - low) / span) * 62;
  const when = (iso: string) => x(Date.parse(iso));
  const slides = rigs[0]?.moves.slice(1) ?? [];
  const hours = hoursOf(first, last, width);
  return (
    <Box ref={box} h={`${HEIGHT}px`}>
      <svg width={width} height={HEIGHT} className="bw-scene" aria-hidden="true">
        <rect
          x={when(trip.begins)}
          width={Math.max(0, when(trip.ends) - when(trip.begins))}
          height="122"
          fill={colour("well")}
        />
        {strip.sunrise && strip.sunset && (
          <g fill={colour("soft")} opacity="0.18">
            <rect x="0" width={Math.max(0, when(strip.sunrise))} height="122" />
            <rect x={when(strip.sunset)} width={Math.max(0, width - when(strip.sunset))} height="122" />
          </g>
        )}
        {strip.glare.map((g) => (
          <g key={g.begins}>
            <rect
              x={when(g.begins)}
              width={Math.max(2, when(g.ends) - when(g.begins))}
              height="5"
              fill={colour("brass")}
            />
            <text x={when(g.begins) + 4} y="20" style={{ fontSize: 12.5 }} fill={colour("soft")}>
              {g.where === "ahead" ? "sun on the tips" : `glare from the ${g.where}`}
            </text>
          </g>
        ))}
        <polyline
          points={times.map((t, i) => `${x(t).toFixed(1)},${y(depths[i] as number).toFixed(1)}`).join(" ")}
          fill="none"
          stroke={colour("reed")}
          strokeWidth="3"
        />
        {strip.warnings
          .filter((w) => w.kind !== "carried-on")
          .map((w) => (
            <rect
              key={`${w.kind} ${w.at}`}
              x={when(w.at)}
              y="116"
              width={Math.max(2, when(w.until) - when(w.at))}
              height="6"
              fill={colour("float")}
            />
          ))}
        {slides.map((m) => (
          <path
            key={m.at}
            d={`M${when(m.at)} 98 v14 m-4 -5 l4 5 l4 -5`}
            stroke={colour("tip")}
            strokeWidth="2"
            fill="none"
          />
        ))}
        {hours
          .filter((t) => x(t) > 24 && x(t) < width - 24)
          .map((t) => (
            <text key={t} x={x(t)} y="142" textAnchor="middle" style={{ fontSize: 13 }} fill={colour("soft")}>
              {clock(t, zone)}
            </text>
          ))}
      </svg>
    </Box>
  );
}

function StripTable({ trip, tonight, zone, units }: Props) {
  const { water, strip, rigs } = tonight;
  const every = Math.max(1, Math.round(water.curve.length / 8));
  return (
    <table className="bw-table">
      <caption className="bw-hidden">Depth, light and stop moves of the day</caption>
      <thead>
        <tr>
          <th scope="col">when</th>
          <th scope="col">what</th>
        </tr>
      </thead>
      <tbody>
        {[
          ...water.curve
            .filter((_, i) => i % every === 0)
            .map(([t, d]) => ({ at: t, says: `${write(d, "depth", units)} deep` })),
          ...(strip.sunrise ? [{ at: strip.sunrise, says: "sunrise" }] : []),
          ...(strip.sunset ? [{ at: strip.sunset, says: "sunset" }] : []),
          ...strip.glare.map((g) => ({ at: g.begins, says: `glare ${g.where}, until ${clock(g.ends, zone)}` })),
          ...(rigs[0]?.moves ?? []).map((m) => ({ at: m.at, says: `stop to ${write(m.setting_m, "depth", units)}` })),
          { at: trip.begins, says: "the day begins" },
          { at: trip.ends, says: "the day ends" },
        ]
          .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
          .map((row) => (
            <tr key={`${row.at} ${row.says}`}>
              <td>{clock(row.at, zone)}</td>
              <td>{row.says}</td>
            </tr>
          ))}
      </tbody>
    </table>
  );
}

/** Whole hours to write under the strip, as many as there is room for. */
function hoursOf(first: number, last: number, width: number): number[] {
  const step = [1, 2, 3, 6, 12].find((h) => ((last - first) / HOUR / h) * 58 < width) ?? 12;
  const from = Math.ceil(first / HOUR / step) * step * HOUR;
  return Array.from(
    { length: Math.max(0, Math.floor((last - from) / (step * HOUR)) + 1) },
    (_, i) => from + i * step * HOUR,
  );
}
