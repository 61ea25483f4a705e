import { Box, Text } from "@chakra-ui/react";
import type { LogAnswer } from "../api/client";
import { colour } from "../scene/colour";

type Words = (told: LogAnswer["says"]) => string;

const [WIDE, HIGH, LEFT, FOOT] = [900, 300, 46, 52];

/** Rates side by side, each with the range it lies in nine times in ten; the same as a table behind it. */
export function Rates({ answer, words }: { answer: LogAnswer; words: Words }) {
  const { groups, best } = answer;
  if (groups.length === 0) return <Text mt="4">Nothing was noted for this yet.</Text>;
  const most = niceTop(
    Math.max(...groups.filter((g) => g.enough).map((g) => g.high), ...groups.map((g) => g.mean), 0.2),
  );
  const y = (rate: number) => HIGH - FOOT - (Math.min(rate, most) / most) * (HIGH - FOOT - 16);
  const step = (WIDE - LEFT - 10) / groups.length;
  const parts = [3, 1.5].some((n) => round(most) === n) ? 3 : [5, 1].some((n) => round(most) === n) ? 5 : 4;
  const ticks = Array.from({ length: parts + 1 }, (_, i) => (i / parts) * most);
  return (
    <Box mt="3" overflowX="auto">
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        width="100%"
        style={{ minWidth: `${Math.min(160 * groups.length, 560)}px` }}
        aria-hidden="true"
      >
        {ticks.map((t) => (
          <g key={t}>
            <line x1={LEFT} x2={WIDE} y1={y(t)} y2={y(t)} stroke={colour("rule")} />
            <text x={LEFT - 8} y={y(t) + 5} textAnchor="end" style={{ fontSize: 15 }} fill={colour("soft")}>
              {t.toFixed(most < 1 ? 2 : 1)}
            </text>
          </g>
        ))}
        {groups.map((g, i) => {
          const x = LEFT + step * (i + 0.5);
          const wide = Math.min(70, 0.6 * step);
          const here = i === best;
          return (
            <g key={words(g.name)} opacity={g.enough ? 1 : 0.55}>
              <rect
                x={x - wide / 2}
                width={wide}
                y={y(g.high)}
                height={Math.max(2, y(g.low) - y(g.high))}
                rx="6"
                fill={colour("shallow")}
                stroke={colour(here ? "reed" : "rule")}
                strokeWidth={here ? 2.5 : 1}
              />
              <line
                x1={x - wide / 2}
                x2={x + wide / 2}
                y1={y(g.mean)}
                y2={y(g.mean)}
                stroke={colour("reed")}
                strokeWidth="3"
              />
              <text
                x={x}
                y={y(g.mean) - 7}
                textAnchor="middle"
                style={{ fontSize: 16, fontWeight: 700 }}
                fill={colour("ink")}
              >
                {g.mean.toFixed(1)}
              </text>
              <text
                x={x}
                y={HIGH - 30}
                textAnchor="middle"
                style={{ fontSize: 15, fontWeight: 600 }}
                fill={colour("ink")}
              >
                {short(words(g.name), step)}
              </text>
              <text
                x={x}
                y={HIGH - 10}
                textAnchor="middle"
                style={{ fontSize: 13 }}
                fill={colour(g.enough ? "soft" : "brass")}
              >
                {g.enough ? `${g.n} in ${hours(g.hours)}` : "too few to say"}
              </text>
            </g>
          );
        })}
      </svg>
      <details className="bw-why">
        <summary>As a table</summary>
        <table className="bw-table">
          <thead>
            <tr>
              <th scope="col">{answer.ask.replace(/^(Which|What) |\?$/g, "")}</th>
              <th scope="col">fish</th>
              <th scope="col">hours</th>
              <th scope="col">an hour</th>
              <th scope="col">nine times in ten</th>
            </tr>
          </thead>
          <tbody>
            {groups.map((g) => (
              <tr key={words(g.name)}>
                <td>{words(g.name)}</td>
                <td>{g.n}</td>
                <td>{g.hours.toFixed(1)}</td>
                <td>{g.enough ? g.mean.toFixed(1) : "too few to say"}</td>
                <td>
                  {g.low.toFixed(1)} to {g.high.toFixed(1)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </Box>
  );
}

const hours = (h: number) => `${h < 10 ? h.toFixed(1).replace(/\.0$/, "") : Math.round(h)} h`;
const short = (name: string, px: number) => {
  const most = Math.max(6, Math.floor(px / 8.2));
  return name.length > most ? `${name.slice(0, most - 1)}…` : name;
};

/** The leading figure of a round one. */
const round = (value: number) => Number((value / 10 ** Math.floor(Math.log10(value))).toFixed(1));

/** The next round figure. */
function niceTop(value: number): number {
  const power = 10 ** Math.floor(Math.log10(value));
  return ([1, 1.5, 2, 3, 4, 5, 6, 8, 10].find((n) => n * power >= value) ?? 10) * power;
}
