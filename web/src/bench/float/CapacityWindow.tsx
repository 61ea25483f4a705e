import { Box, Text } from "@chakra-ui/react";
import { type KeyboardEvent, useRef, useState } from "react";
import type { Figures, FloatMark, Window } from "../../api/client";
import { colour } from "../../scene/colour";
import { useSize } from "../../shell/useSize";
import { say, type Units, write } from "../../units/quantity";
import { windowScale } from "./windowScale";

type Props = {
  window: Window;
  /** The box item of the float on the rig. */
  present: string | null | undefined;
  shown: string | null;
  /** A float pointed at elsewhere. */
  lit: string | null;
  onShow: (key: string | null) => void;
  onPut: (mark: FloatMark) => void;
  units: Units;
};

const ROW = 22;
const NAMES = 62;
const MARKS = 40;

/** One band for each need, the floats of the box as marks; each tells its reason when pointed at or reached by keys. */
export function CapacityWindow({ window, present, shown, lit, onShow, onPut, units }: Props) {
  const [box, { width }] = useSize({ width: 300, height: 200 });
  const scale = windowScale(window, NAMES, width - 6);
  const rows = window.bounds.length * ROW;
  const height = rows + MARKS + 18;
  const left = window.low_kg ? scale.x(window.low_kg) : NAMES;
  const right = window.high_kg ? scale.x(window.high_kg) : width - 6;
  const sites = [
    ...window.bounds.map((b, i) => ({
      key: b.need,
      says: `${b.name}, ${said(b.says, b.figures ?? {}, units)}`,
      style: { left: 0, top: i * ROW, width, height: ROW },
    })),
    ...[...window.marks]
      .sort((a, b) => a.capacity_kg - b.capacity_kg)
      .map((m) => ({
        key: m.item,
        says: markSays(m, units),
        style: { left: scale.x(m.capacity_kg) - 11, top: rows + 2, width: 22, height: MARKS - 6 },
      })),
  ];
  return (
    <Box>
      <Box ref={box} position="relative" style={{ height }} data-testid="capacity-window">
        <svg width={width} height={height} className="bw-scene" aria-hidden="true">
          {!window.empty && (
            <rect x={left} y={0} width={Math.max(2, right - left)} height={rows} fill={colour("reed")} opacity="0.16" />
          )}
          {window.bounds.map((b, i) => (
            <Band key={b.need} bound={b} y={i * ROW} x={scale.x} right={width - 6} lit={shown === b.need} />
          ))}
          {!window.empty && (
            <path
              d={`M${left} 0V${rows + MARKS - 4} M${right} 0V${rows + MARKS - 4}`}
              stroke={colour("reed")}
              strokeWidth="2"
            />
          )}
          <line x1={NAMES} x2={width - 6} y1={rows + MARKS - 4} y2={rows + MARKS - 4} stroke={colour("edge")} />
          {scale.ticks.map((kg) => (
            <g key={kg}>
              <line
                x1={scale.x(kg)}
                x2={scale.x(kg)}
                y1={rows + MARKS - 8}
                y2={rows + MARKS - 4}
                stroke={colour("edge")}
              />
              <text
                x={scale.x(kg)}
                y={rows + MARKS + 10}
                textAnchor="middle"
                fill={colour("soft")}
                style={{ fontSize: 12 }}
              >
                {Number.parseFloat(write(kg, "capacity", units))}
              </text>
            </g>
          ))}
          <text x={0} y={rows + MARKS + 10} fill={colour("soft")} style={{ fontSize: 12 }}>
            {units.mass === "oz" ? "oz" : "grams"}
          </text>
          <text x={0} y={rows + MARKS - 16} fill={colour("ink")} style={{ fontSize: 13, fontWeight: 600 }}>
            Box
          </text>
          {window.marks.map((m) => (
            <MarkShape
              key={m.item}
              mark={m}
              x={scale.x(m.capacity_kg)}
              y={rows + MARKS - 8}
              here={m.item === present}
              lit={shown === m.item || lit === m.item}
            />
          ))}
        </svg>
        <Sites sites={sites} shown={shown} onShow={onShow} onEnter={(key) => enter(window, key, onPut)} />
      </Box>
    </Box>
  );
}

type Bound = Window["bounds"][number];

function Band({
  bound,
  y,
  x,
  right,
  lit,
}: {
  bound: Bound;
  y: number;
  x: (kg: number) => number;
  right: number;
  lit: boolean;
}) {
  const lower = bound.side === "lower";
  const at = bound.capacity_kg ? x(bound.capacity_kg) : bound.unmet === lower ? right : NAMES;
  const from = lower ? at : NAMES;
  const to = lower ? right : bound.capacity_kg ? at : bound.unmet ? NAMES : right;
  const tint = colour(bound.unmet ? "float" : lower ? "reed" : "brass");
  return (
    <g>
      {lit && <rect x="0" y={y} width={right + 6} height={ROW} rx="5" fill={colour("chosen")} />}
      <text x={2} y={y + 15} fill={colour("ink")} style={{ fontSize: 13, fontWeight: lit ? 700 : 500 }}>
        {bound.name}
      </text>
      <line x1={NAMES} x2={right} y1={y + ROW / 2} y2={y + ROW / 2} stroke={colour("rule")} />
      <rect x={from} y={y + 6} width={Math.max(0, to - from)} height={ROW - 12} rx="3" fill={tint} opacity="0.55" />
      {bound.capacity_kg && (
        <path
          d={`M${at} ${y + 3}v${ROW - 6} M${at} ${y + ROW / 2 - 4}l${lower ? 7 : -7} 4l${lower ? -7 : 7} 4z`}
          stroke={tint}
          strokeWidth="2.5"
          fill={tint}
        />
      )}
    </g>
  );
}

function MarkShape({ mark, x, y, here, lit }: { mark: FloatMark; x: number; y: number; here: boolean; lit: boolean }) {
  const tint = colour(here ? "tip" : mark.fits ? "reed" : "edge");
  const tall = here || lit ? 26 : 20;
  return (
    <g>
      {lit && <rect x={x - 9} y={y - 31} width="18" height="35" rx="5" fill={colour("chosen")} />}
      <path
        d={`M${x} ${y} l-5 -9 l0 -${tall - 13} a5 5 0 0 1 10 0 l0 ${tall - 13}z`}
        fill={mark.fits || here ? tint : colour("card")}
        stroke={tint}
        strokeWidth="1.8"
      />
    </g>
  );
}

type Site = { key: string; says: string; style: React.CSSProperties };

/** Buttons over the drawing: one stop for the Tab key, arrows between them. */
function Sites({
  sites,
  shown,
  onShow,
  onEnter,
}: {
  sites: Site[];
  shown: string | null;
  onShow: (key: string | null) => void;
  onEnter: (key: string) => void;
}) {
  const refs = useRef(new Map<string, HTMLButtonElement>());
  const [last, setLast] = useState<string | null>(null);
  const stop = sites.some((s) => s.key === last) ? last : (sites[0]?.key ?? null);
  const onKeyDown = (e: KeyboardEvent, i: number) => {
    const step = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[e.key];
    const next = e.key === "Home" ? 0 : e.key === "End" ? sites.length - 1 : step ? i + step : null;
    if (next === null) return;
    e.preventDefault();
    e.stopPropagation();
    const to = sites[Math.min(sites.length - 1, Math.max(0, next))];
    if (to) refs.current.get(to.key)?.focus();
  };
  return (
    <fieldset className="bw-sites" aria-label="Capacity window, arrows go from need to need and on to the floats">
      {sites.map((s, i) => (
        <button
          key={s.key}
          type="button"
          ref={(node) => {
            if (node) refs.current.set(s.key, node);
            else refs.current.delete(s.key);
          }}
          className="bw-site"
          aria-label={s.says}
          aria-current={shown === s.key || undefined}
          tabIndex={s.key === stop ? 0 : -1}
          style={{ position: "absolute", ...s.style }}
          onFocus={() => {
            setLast(s.key);
            onShow(s.key);
          }}
          onMouseEnter={() => onShow(s.key)}
          onKeyDown={(e) => onKeyDown(e, i)}
          onClick={() => onEnter(s.key)}
        />
      ))}
    </fieldset>
  );
}

function enter(window: Window, key: string, onPut: (mark: FloatMark) => void) {
  const mark = window.marks.find((m) => m.item === key);
  if (mark) onPut(mark);
}

const said = (text: string, figures: Figures, units: Units) => say(text, figures, units);

/** What speaks against a float, or that it suits. */
function brokenSays(m: FloatMark, units: Units): string {
  const broken = m.checks.filter((c) => !c.ok).map((c) => said(c.says, c.figures ?? {}, units));
  return broken.length ? broken.join("; ") : "suits";
}

export const markSays = (m: FloatMark, units: Units) =>
  `${m.label}, ${write(m.capacity_kg, "load", units)}${m.tested ? " by tube test" : ""}: ${brokenSays(m, units)}`;

/** The reason of whatever is pointed at: the need with its rule, or the float with every check. */
export function WindowReason({ window, shown, units }: { window: Window; shown: string | null; units: Units }) {
  const bound = window.bounds.find((b) => b.need === shown);
  const mark = window.marks.find((m) => m.item === shown);
  return (
    <Box minH="20" fontSize="sm" aria-live="polite" data-testid="window-reason">
      {bound && (
        <>
          <Text fontWeight="semibold">
            {bound.name}: {said(bound.says, bound.figures ?? {}, units)}
          </Text>
          <Text color="soft">
            {bound.why} Source: {bound.source}.
          </Text>
        </>
      )}
      {mark && (
        <>
          <Text fontWeight="semibold">
            {mark.label}, {write(mark.capacity_kg, "load", units)}
            {mark.tested && mark.label_kg ? ` by tube test (label ${write(mark.label_kg, "load", units)})` : ""}
          </Text>
          {mark.checks.map((c) => (
            <Text key={c.need} color={c.ok ? "soft" : "float"}>
              {c.ok ? "✓" : "✕"} {said(c.says, c.figures ?? {}, units)}
            </Text>
          ))}
        </>
      )}
      {!bound && !mark && (
        <Text color="soft">Point at a band or a float, or go through them with the arrow keys, for the reason.</Text>
      )}
    </Box>
  );
}
