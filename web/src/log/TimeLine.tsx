import { Box, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { api, keys, type LogEvent, type Outing } from "../api/client";
import { colour } from "../scene/colour";
import { clock } from "../units/clock";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";
import { ZONE } from "../units/zone";

const [WIDE, HIGH] = [900, 96];

/** A session as a line: which rig when, and every bite and fish. What it shows is listed below it too. */
export function TimeLine({ outing, events }: { outing: Outing; events: LogEvent[] }) {
  const { units } = useSettings();
  const level = useQuery({ queryKey: keys.levelOf(outing.id), queryFn: () => api.levelOf(outing.id) }).data ?? [];
  const begins = Date.parse(outing.begins);
  const last = Math.max(begins + 3_600_000, ...events.map((e) => Date.parse(e.at)));
  const ends = outing.ends ? Date.parse(outing.ends) : last;
  const x = (at: string | number) => 24 + ((Number(new Date(at)) - begins) / (ends - begins)) * (WIDE - 48);
  const rigs = events.filter((e) => e.kind === "rig");
  const hours: number[] = [];
  for (let t = Math.ceil(begins / 3_600_000) * 3_600_000; t <= ends; t += 3_600_000) hours.push(t);
  const every = Math.ceil(hours.length / 9);
  const tide = level.filter(([at]) => Date.parse(at) >= begins && Date.parse(at) <= ends);
  const [low, high] = [Math.min(...tide.map(([, h]) => h)), Math.max(...tide.map(([, h]) => h))];
  // As high as the line will be: the buttons below stay under the finger when the first thing is noted.
  if (events.length === 0)
    return (
      <Box overflowX="auto">
        <Text color="soft" aspectRatio={WIDE / HIGH} minW="520px">
          Nothing is noted of it yet.
        </Text>
      </Box>
    );
  return (
    <Box overflowX="auto">
      <svg viewBox={`0 0 ${WIDE} ${HIGH}`} width="100%" style={{ minWidth: 520 }} aria-hidden="true">
        {level.length > 1 && (
          <polyline
            points={tide
              .map(([at, h]) => `${x(at).toFixed(1)},${(22 - (18 * (h - low)) / Math.max(high - low, 0.1)).toFixed(1)}`)
              .join(" ")}
            fill="none"
            stroke={colour("body")}
            strokeWidth="2"
            strokeDasharray="2 4"
          />
        )}
        {rigs.map((e, i) => {
          const to = rigs[i + 1] ? x(rigs[i + 1]?.at ?? ends) : WIDE - 24;
          return (
            <g key={e.id}>
              <rect
                x={x(e.at)}
                width={Math.max(0, to - x(e.at) - 3)}
                y="26"
                height="20"
                rx="4"
                fill={colour(i % 2 ? "reed" : "body")}
              />
              <text x={x(e.at) + 6} y="41" style={{ fontSize: 14, fontWeight: 600 }} fill={colour("card")}>
                {to - x(e.at) > 200 ? e.rig?.name : ""}
              </text>
              {i > 0 && <line x1={x(e.at)} x2={x(e.at)} y1="10" y2="76" stroke={colour("float")} strokeWidth="2" />}
            </g>
          );
        })}
        {events.map((e) =>
          e.kind === "fish" ? (
            <path key={e.id} d={`M${x(e.at) - 9} 62 q9 -8 18 0 q-9 8 -18 0 l-6 -5 v10 z`} fill={colour("reed")} />
          ) : e.kind === "bite" ? (
            <circle key={e.id} cx={x(e.at)} cy="62" r="3" fill={colour("soft")} />
          ) : e.kind === "slide" ? (
            <path
              key={e.id}
              d={`M${x(e.at)} 8 v12 m-4 -5 l4 5 l4 -5`}
              stroke={colour("tip")}
              strokeWidth="2"
              fill="none"
            />
          ) : null,
        )}
        {hours
          .filter((_, i) => i % every === 0)
          .map((t) => (
            <text key={t} x={x(t)} y="92" textAnchor="middle" style={{ fontSize: 13 }} fill={colour("soft")}>
              {clock(t, ZONE)}
            </text>
          ))}
      </svg>
      {tide.length > 1 && (
        <Text fontSize="sm" color="soft">
          Dotted: the tide, {write(low, "depth", units)} to {write(high, "depth", units)} over the datum,{" "}
          {(tide.at(-1)?.[1] ?? 0) > (tide[0]?.[1] ?? 0) ? "higher" : "lower"} at the end than at the beginning.
        </Text>
      )}
    </Box>
  );
}
