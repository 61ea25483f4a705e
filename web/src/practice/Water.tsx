import { useEffect, useRef } from "react";
import { colour } from "../scene/colour";

export type FloatState = {
  status: "stands" | "lies" | "sinks";
  tip_m: number;
  /** Of the whole float. */
  length_m: number;
  lean_deg?: number;
  /** How deep its top is, where it is under and can be seen. */
  below_m?: number | null;
  moves?: "still" | "dips" | "taps" | "knocked" | "follows";
  ripple_m?: number;
  flows?: boolean;
  /** It has gone out of sight. */
  gone?: boolean;
};

const [WIDE, HIGH, SURFACE] = [360, 230, 96];
const stillPlease = () => window.matchMedia("(prefers-reduced-motion: reduce)").matches;

/** A float seen close, riding on its ripple: it moves as it would, or stands still where motion is not wanted. */
export function Water({ float, says }: { float: FloatState | null; says: string }) {
  const body = useRef<SVGGElement>(null);
  const skin = useRef<SVGPathElement>(null);
  const now = useRef(float);
  now.current = float;
  useEffect(() => {
    const draw = (seconds: number) => {
      const f = now.current;
      const wave = (x: number) => 2.2 * Math.sin(x / 26 - seconds * 2.1) + 1.4 * Math.sin(x / 11 + seconds * 1.3);
      const high = f?.ripple_m ? Math.min(2.4, 0.6 + 120 * f.ripple_m) : 0.7;
      const steps = Array.from({ length: 37 }, (_, i) => `${i * 10},${(SURFACE + high * wave(i * 10)).toFixed(1)}`);
      skin.current?.setAttribute("d", `M0 ${HIGH} L${steps.join(" L")} L${WIDE} ${HIGH} Z`);
      if (f) body.current?.setAttribute("transform", placed(f, seconds, high * wave(WIDE / 2)));
    };
    draw(0);
    if (stillPlease()) return;
    let frame = requestAnimationFrame(function tick(at) {
      draw(at / 1000);
      frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, []);
  const scale = float ? pxPerM(float) : 1;
  const length = float ? float.length_m * scale : 0;
  const paint = 0.3 * length;
  return (
    <svg viewBox={`0 0 ${WIDE} ${HIGH}`} width="100%" role="img" aria-label={says}>
      <rect width={WIDE} height={HIGH} fill={colour("sky")} />
      <path ref={skin} fill={colour("shallow")} />
      {float && !float.gone && (
        <g ref={body}>
          <rect
            x="-4.5"
            y={-length + paint}
            width="9"
            height={length - paint}
            rx="4"
            fill={colour("body")}
            stroke={colour("shotrim")}
          />
          <rect x="-3" y={-length} width="6" height={paint} rx="2" fill={colour("tip")} stroke={colour("shotrim")} />
        </g>
      )}
      <rect y={SURFACE + 2} width={WIDE} height={HIGH} fill={colour("shallow")} opacity="0.55" />
    </svg>
  );
}

/** As through a glass: a fine tip is seen, a float that stands high still fits in. */
const pxPerM = (f: FloatState): number =>
  f.status === "stands" ? Math.min(1800, 84 / Math.max(f.tip_m, 0.01)) : 150 / f.length_m;

/** Where the float is at a moment: its foot, turned about the waterline. */
function placed(f: FloatState, seconds: number, wave: number): string {
  const scale = pxPerM(f);
  const x = WIDE / 2;
  if (f.status === "lies") return `translate(${x - 75} ${SURFACE + wave}) rotate(${84 + 2 * Math.sin(seconds)})`;
  const rides = SURFACE + 0.8 * wave;
  if (f.status === "sinks") return `translate(${x} ${rides + 150 + Math.min(40, scale * (f.below_m ?? 0.03))})`;
  let under = f.length_m * scale - f.tip_m * scale;
  let aside = 0;
  let lean = f.lean_deg ?? 0;
  const beat = seconds % 3.2;
  if (f.moves === "dips" && beat < 0.7) under += 14 * Math.sin((beat / 0.7) * Math.PI);
  if (f.moves === "taps") under += beat < 1.2 ? 3.5 * Math.abs(Math.sin(beat * 14)) : 0;
  if (f.moves === "knocked") lean += beat < 0.9 ? 22 * Math.sin(beat * 9) * (1 - beat / 0.9) : 0;
  if (f.moves === "follows") aside = 26 * Math.sin(seconds * 0.6);
  lean += 1.2 * Math.sin(seconds * 1.7);
  return `translate(${x + aside} ${rides + under}) rotate(${lean.toFixed(2)} 0 ${(-under).toFixed(1)})`;
}
