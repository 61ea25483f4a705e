import { Box, Flex } from "@chakra-ui/react";
import { memo, type PointerEvent, useEffect, useRef, useState } from "react";
import type { Evaluation, Handle, Rig } from "../api/client";
import { Button } from "../shell/Button";
import { useSize } from "../shell/useSize";
import type { Units } from "../units/quantity";
import { Backdrop } from "./Backdrop";
import { CurrentArrows, Lead } from "./CurrentArrows";
import { colour } from "./colour";
import { at, course } from "./course";
import { Fixed } from "./Fixed";
import { flowCourse, inFlow } from "./flow";
import { follow } from "./follow";
import { crowded, Dots, insetOf, NearTheHook } from "./Inset";
import { drawnHandles, locksOf, Pieces } from "./Pieces";
import { FloatInWater, RodLine } from "./Rigged";
import { CAPTION_PX, RoundGlass } from "./RoundGlass";
import { fitLower, fitView, NARROW_PX, toPx, type View } from "./scale";
import { straight, Tape } from "./Tape";

export type Slide = {
  begin: (handle: Handle) => void;
  /** Up the drawing is positive. [m] */
  move: (handle: Handle, upM: number) => void;
  end: () => void;
  cancel: () => void;
};

type Props = {
  rig: Rig;
  evaluation: Evaluation;
  selected: string | null;
  onSelect: (id: string | null) => void;
  slide: Slide;
  units: Units;
  /** Play the fall; none where it cannot be played. */
  onFall?: () => void;
  /** Ask what the float is doing; none where it cannot be asked. */
  onRead?: () => void;
};

const LOWER_M = 1.4;
const BUTTONS_PX = 44;

/** The water to scale with the rig in it. It draws an answer; it computes nothing of the rig. */
export const Scene = memo(function Scene(props: Props) {
  const { rig, units } = props;
  const [box, { width, height }] = useSize({ width: 640, height: 560 });
  const [lower, setLower] = useState(false);
  const [onRule, setOnRule] = useState(false);
  const { moving } = props.evaluation;
  const evaluation = onRule ? straight(props.evaluation) : inFlow(props.evaluation);
  const deepest = Math.max(0, ...evaluation.path.map(([, depth = 0]) => depth));
  const canZoom = rig.water.depth_m > 2 * LOWER_M;
  const narrow = width < NARROW_PX;
  // In a narrow drawing the buttons have a strip of the bed to themselves.
  const tall = Math.max(80, narrow ? height - BUTTONS_PX : height);
  const view =
    canZoom && lower
      ? fitLower(tall, rig.water.depth_m, deepest, LOWER_M)
      : fitView(tall, rig.water.depth_m, deepest, evaluation.afloat.tip_m);
  const x = Math.round(width * (narrow ? 0.4 : 0.36));
  const line =
    moving && !onRule
      ? flowCourse(moving, view, x, [x - 110, width - x - (narrow ? 40 : 210)])
      : course(evaluation.path, view, x, x + 44);
  // In a current the bed carries the lead, and above it stand the words of the bracket of a bait that trails.
  const bed = toPx(view, rig.water.depth_m);
  // Where the drawing is wide the buttons stand on it: no label goes below them.
  const foot = tall - (narrow ? 16 : 66);
  const labelsTo = moving && !onRule ? Math.min(bed - (moving.lead_m < 0 && !narrow ? 58 : 0), foot) : foot;
  const rightmost = moving ? Math.max(...line.map((p) => p.x)) : 0;
  const surface = toPx(view, 0);
  const glass = Math.min(92, width * 0.17, height * 0.17);
  const glassX = width - Math.max(glass + 22, 106);
  const drawn = drawnHandles(evaluation, line, view);
  // Labels start below the glass and its caption in a narrow drawing, and where everything hangs beside it.
  const captionFoot = 2 * glass + 95;
  const inset =
    canZoom && !lower && !narrow && !onRule && crowded(drawn)
      ? insetOf(evaluation, rig, { x: Math.max(x + 90, width * 0.5), y: captionFoot, width, height })
      : null;
  const drag = useDrag(props.slide, inset?.view ?? view, props.onSelect);
  const beside = drawn.every((d) => d.centre.y < captionFoot);
  // Beside the caption under the glass there is less room for words than below it.
  const crampedBy = !narrow && !beside && drawn.some((d) => d.centre.y < captionFoot + 14) ? CAPTION_PX / 2 : 0;
  const labelsTill = crampedBy ? glassX - crampedBy - 16 : width - 10;
  const labelsFrom = narrow ? 2 * glass + 145 : beside ? captionFoot : Math.max(surface, 0) + 16;

  return (
    <Box ref={box} position="absolute" inset="0" overflow="hidden" borderRadius="l3">
      {/* biome-ignore lint/a11y/useSemanticElements: a drawing that groups sliders is not a fieldset */}
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        role="group"
        aria-label="The rig in the water, to scale in depth"
        className="bw-scene"
      >
        <Backdrop width={width} height={height} view={view} depthM={rig.water.depth_m} units={units} />
        {moving && !onRule && !lower && (
          <CurrentArrows moving={moving} view={view} x={narrow ? 72 : 78} units={units} />
        )}
        {onRule && <Tape evaluation={evaluation} view={view} x={x} units={units} />}
        <RodLine rig={rig} x={x} surface={surface} view={view} evaluation={evaluation} />
        <polyline
          points={line.map((p) => `${p.x.toFixed(1)},${p.y.toFixed(1)}`).join(" ")}
          fill="none"
          stroke={colour("shot")}
          strokeWidth="1.6"
        />
        <FloatInWater evaluation={evaluation} x={x} surface={surface} view={view} />
        <Fixed rig={rig} evaluation={evaluation} line={line} view={view} units={units} rule={onRule} />
        {moving && !onRule && <Lead moving={moving} from={x} hook={at(line, 0)} bed={bed} units={units} />}
        {inset ? (
          <>
            <Dots drawn={drawn} />
            <NearTheHook inset={inset} rig={rig} evaluation={evaluation} units={units}>
              <Pieces
                drawn={inset.drawn}
                selected={props.selected}
                units={units}
                bounds={[16, inset.height - 14]}
                labelX={104}
                rightX={inset.width - 8}
                onSelect={props.onSelect}
                {...drag}
              />
            </NearTheHook>
          </>
        ) : (
          <Pieces
            drawn={drawn}
            locks={narrow ? [] : locksOf(rig, evaluation, line)}
            selected={props.selected}
            units={units}
            bounds={[labelsFrom, labelsTo]}
            labelX={Math.min(Math.max(x + 70, (onRule ? 0 : rightmost) + 26), width - 150)}
            rightX={labelsTill}
            narrow={narrow}
            onSelect={props.onSelect}
            {...drag}
          />
        )}
        <RoundGlass
          float={evaluation.afloat}
          wantedM={rig.aim.tip_m}
          cx={glassX}
          cy={glass + (narrow ? 50 : 18)}
          r={glass}
          units={units}
        />
      </svg>
      <Flex position="absolute" bottom="3" right="3" gap="2">
        {canZoom && (
          <Button size="sm" aria-pressed={lower} onClick={() => setLower(!lower)}>
            {lower ? "Whole water" : "Near the hook"}
          </Button>
        )}
        <Button
          size="sm"
          aria-pressed={onRule}
          onClick={() => setOnRule(!onRule)}
          title="Straight along a tape, the way it is tied"
        >
          {onRule ? "In the water" : "On the rule"}
        </Button>
        {props.onFall && (
          <Button size="sm" onClick={props.onFall} title="Play the fall (F)">
            Fall
          </Button>
        )}
        {props.onRead && (
          <Button size="sm" onClick={props.onRead} title="What is the float doing? (W)">
            Float?
          </Button>
        )}
      </Flex>
    </Box>
  );
});

const START_PX = { mouse: 4, touch: 8 };

type Drag = { handle: Handle; y0: number; pxPerM: number; began: boolean; letGo: () => void };

/** A drag begins after a few pixels and is kept when the finger is gone; a second finger or Escape gives it up. */
function useDrag(slide: Slide, view: View, onSelect: (id: string | null) => void) {
  const drag = useRef<Drag | null>(null);
  const latest = useRef(slide);
  latest.current = slide;
  const end = () => {
    if (drag.current?.began) latest.current.end();
    drag.current = null;
  };
  const move = (e: globalThis.PointerEvent) => {
    const d = drag.current;
    if (!d) return;
    const up = d.y0 - e.clientY;
    if (!d.began && Math.abs(up) < (e.pointerType === "touch" ? START_PX.touch : START_PX.mouse)) return;
    if (!d.began) latest.current.begin(d.handle);
    d.began = true;
    latest.current.move(d.handle, up / d.pxPerM);
  };
  const down = (handle: Handle, e: PointerEvent<SVGGElement>) => {
    const under = drag.current;
    if (under) {
      under.letGo();
      if (under.began) slide.cancel();
      drag.current = null;
      return;
    }
    if (e.button !== 0) return;
    // The drawing itself stays where it is while its parts change places.
    e.currentTarget.ownerSVGElement?.setPointerCapture(e.pointerId);
    e.currentTarget.focus({ preventScroll: true });
    onSelect(handle.id);
    // The scale may change as the rig grows; a gesture keeps the one it began with.
    drag.current = { handle, y0: e.clientY, pxPerM: view.pxPerM, began: false, letGo: follow(e, { move, end }) };
  };
  // A page that is left in mid drag keeps what is drawn.
  useEffect(
    () => () => {
      drag.current?.letGo();
      if (drag.current?.began) latest.current.end();
      drag.current = null;
    },
    [],
  );
  return { onDown: down, dragging: drag as { readonly current: unknown } };
}
