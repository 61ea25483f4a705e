import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Pause, Play, X } from "lucide-react";
import { type ReactNode, type RefObject, useEffect, useRef, useState } from "react";
import { api, type Fall, keys, type Rig } from "../../api/client";
import { ofTab, readAs } from "../../browser/storage";
import { Button } from "../../shell/Button";
import { useSize } from "../../shell/useSize";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { type Drawing, FallDrawing } from "./FallDrawing";
import { endOf } from "./frames";
import { RunStrip } from "./RunStrip";
import { type Throw, Thrown, USUAL, wishOf } from "./Thrown";
import { useFall } from "./useFall";
import { useFallKeys, usePlay } from "./usePlay";

type Props = {
  rig: Rig;
  pinned: Rig | null;
  /** The water moves: there is a run. */
  flows: boolean;
  /** Begin beside the pinned rig. */
  beside: boolean;
  onClose: () => void;
};

const THROW_KEY = "brookwind.throw";
const stillPlease = () => window.matchMedia("(prefers-reduced-motion: reduce)").matches;

const lastThrow = (): Throw => readAs(ofTab, THROW_KEY, USUAL);

/** The fall of the rig: played, scrubbed, beside the pinned rig and beside feed, all by the same clock. */
export default function FallView({ rig, pinned, flows, beside, onClose }: Props) {
  const { units } = useSettings();
  const [thrown, setThrown] = useState(lastThrow);
  const [compare, setCompare] = useState(beside && pinned !== null);
  const [playing, setPlaying] = useState(false);
  const [box, size] = useSize({ width: 640, height: 420 });
  const feeds = useQuery({ queryKey: keys.feeds, queryFn: api.feeds, staleTime: Number.POSITIVE_INFINITY });
  const wish = wishOf(thrown, flows);
  const own = useFall(rig, wish);
  const other = useFall(compare ? pinned : null, { ...wish, feed: [] });
  const falls = [own.fall, compare ? other.fall : null].filter((f): f is Fall => f !== null);
  const end = endOf(falls);
  const time = useRef(0);
  const scrub = useRef<HTMLInputElement>(null);
  const clock = useRef<HTMLParagraphElement>(null);
  const drawing = useRef<Drawing>(null);
  useEffect(() => void ofTab.set(THROW_KEY, JSON.stringify(thrown)), [thrown]);

  const show = (seconds: number) => {
    time.current = seconds;
    drawing.current?.show(seconds);
    if (scrub.current) scrub.current.value = String(seconds);
    if (clock.current) clock.current.textContent = `${seconds.toFixed(1)} s`;
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new fall is played from its landing
  useEffect(() => {
    if (!own.fall) return;
    if (stillPlease()) {
      setPlaying(false);
      show(own.fall.to_depth_s ?? endOf([own.fall]));
    } else {
      show(0);
      setPlaying(true);
    }
  }, [own.fall]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the drawing is brought to the moment when its size or falls change
  useEffect(() => show(Math.min(time.current, end || 0)), [size.width, size.height, other.fall, compare]);
  usePlay(playing, end, time, show, setPlaying);
  useFallKeys(pinned !== null, setCompare, setPlaying, onClose);

  const seek = (seconds: number) => {
    setPlaying(false);
    show(seconds);
  };
  const toggle = () => {
    if (!playing && time.current >= end) show(0);
    setPlaying(!playing);
  };
  return (
    <Flex
      as="section"
      aria-label="Fall and run"
      direction="column"
      position={{ base: "static", lg: "absolute" }}
      inset="0"
      bg="card"
      borderRadius="l3"
      overflow="hidden"
    >
      <Box
        ref={box}
        position="relative"
        flex={{ base: "none", lg: "1" }}
        h={{ base: "320px", lg: "auto" }}
        minH="200px"
      >
        {own.fall && (
          <FallDrawing ref={drawing} falls={falls} rig={rig} width={size.width} height={size.height} units={units} />
        )}
        <Waiting own={own} other={compare ? other : null} />
      </Box>
      <Box p="3" borderTopWidth="1px" borderColor="rule" maxH={{ lg: "62%" }} overflowY={{ lg: "auto" }}>
        {own.fall && <Says fall={own.fall} flows={flows} other={compare ? other.fall : null} />}
        <Transport playing={playing} end={end} onToggle={toggle} clock={clock} scrub={scrub} onScrub={seek}>
          {own.fall && <RunStrip fall={own.fall} end={end} units={units} />}
        </Transport>
        <Flex gap="2" wrap="wrap" mb="2.5">
          <Button
            size="sm"
            aria-pressed={compare}
            disabled={!pinned}
            onClick={() => setCompare(!compare)}
            title="Compare (C)"
          >
            Beside the pinned rig
          </Button>
          <Button size="sm" onClick={onClose} title="Back to the rig (F)">
            <X aria-hidden="true" /> Back to the rig
          </Button>
        </Flex>
        <details className="bw-why">
          <summary>How it is thrown, and feed beside it</summary>
          <Box mt="2">
            <Thrown
              value={thrown}
              onChange={setThrown}
              slides={rig.components.some((c) => c.kind === "float" && c.position_m == null)}
              flows={flows}
              feeds={feeds.data ?? []}
            />
          </Box>
        </details>
      </Box>
    </Flex>
  );
}

type TransportProps = {
  playing: boolean;
  end: number;
  onToggle: () => void;
  /** Written to at every frame, past React. */
  clock: RefObject<HTMLParagraphElement | null>;
  scrub: RefObject<HTMLInputElement | null>;
  onScrub: (seconds: number) => void;
  children: ReactNode;
};

function Transport({ playing, end, onToggle, clock, scrub, onScrub, children }: TransportProps) {
  return (
    <Flex gap="3" align="flex-start" my="2" wrap="wrap">
      <Button size="sm" variant="solid" onClick={onToggle} disabled={end === 0} title="Play or pause (space)">
        {playing ? <Pause aria-hidden="true" /> : <Play aria-hidden="true" />} {playing ? "Pause" : "Play"}
      </Button>
      <Text as="span" ref={clock} fontWeight="bold" minW="12" lineHeight="32px" data-testid="clock">
        0.0 s
      </Text>
      <Box flex="1" minW="180px">
        <input
          ref={scrub}
          type="range"
          aria-label="Moment of the fall, seconds"
          min="0"
          max={end || 1}
          step="0.05"
          defaultValue="0"
          style={{ width: "100%", minHeight: 32, accentColor: "var(--chakra-colors-reed)" }}
          onInput={(e) => onScrub(Number(e.currentTarget.value))}
        />
        {children}
      </Box>
    </Flex>
  );
}

const RISK = { low: "little risk of a tangle", some: "it may tangle", high: "likely to tangle" } as const;

const AT_ONCE_S = 0.5;

/** What the fall comes to, in two lines. */
function Says({ fall, flows, other }: { fall: Fall; flows: boolean; other: Fall | null }) {
  const { units } = useSettings();
  const at = (s: number | null | undefined) => (s == null ? "not in the time given" : write(s, "time", units));
  // In the order in which they happen.
  const steps: [string, number | null][] = [
    ["stop reached", fall.to_stop_s ?? Number.NaN],
    ["stands", fall.to_cock_s],
    ...fall.told.filter((s) => s.what !== "bait").map((s): [string, number | null] => [s.says, s.time_s]),
  ];
  const facts = [
    ...steps
      .filter(([, s]) => !Number.isNaN(s))
      .sort(([, a], [, b]) => (a ?? Number.POSITIVE_INFINITY) - (b ?? Number.POSITIVE_INFINITY))
      .map(([what, s]) =>
        s == null ? `${what} ${at(s)}` : s < AT_ONCE_S ? `${what} at once` : `${what} after ${at(s)}`,
      ),
    fall.last_metre_m_s != null && `falls the last metre at ${write(fall.last_metre_m_s, "speed", units)}`,
    RISK[fall.risk],
    ...fall.feed.map(
      (f) =>
        f.ahead_s != null &&
        `${f.name} ${write(Math.abs(f.ahead_s), "time", units)} ${f.ahead_s > 0 ? "before" : "after"} the bait`,
    ),
  ].filter(Boolean);
  return (
    <Box role="status" data-testid="fall-says">
      <Text fontFamily="heading" fontSize="xl" fontWeight="bold" lineHeight="1.2">
        {fall.to_depth_s == null ? "The bait does not come to depth" : `Fishing after ${at(fall.to_depth_s)}`}
        {other && ` · pinned ${at(other.to_depth_s)}`}
      </Text>
      {fall.to_depth_s != null && <Where fall={fall} flows={flows} />}
      <Text fontSize="sm" color="soft">
        {facts.join(" · ")}
      </Text>
    </Box>
  );
}

const SHOWS_M = 0.05;

/** Where to let it land, so that the bait comes to depth where the fish are. */
function Where({ fall, flows }: { fall: Fall; flows: boolean }) {
  const { units } = useSettings();
  const far = flows ? fall.bait_x_m : fall.drift_m;
  if (Math.abs(far) < SHOWS_M) return null;
  const distance = write(Math.abs(far), "distance", units);
  return (
    <Text>
      {flows
        ? `Let the float land ${distance} ${far > 0 ? "upstream" : "downstream"} of where they lie.`
        : `Sinking, the rig draws the float ${distance} along.`}
    </Text>
  );
}

type Falling = ReturnType<typeof useFall>;

/** How far the reckoning is, or why there is nothing to see. */
function Waiting({ own, other }: { own: Falling; other: Falling | null }) {
  if (!own.fall)
    return (
      <Flex position="absolute" inset="0" align="center" justify="center" p="6" role={own.problem ? "alert" : "status"}>
        <Text>{own.problem ?? `Letting it fall: ${percent(own)}`}</Text>
      </Flex>
    );
  if (own.progress >= 1 && (!other || other.fall)) return null;
  return (
    <Text position="absolute" top="2" right="3" fontSize="sm" role="status">
      {own.progress < 1 || !other
        ? `Letting it fall: ${percent(own)}`
        : (other.problem ?? `The pinned rig: ${percent(other)}`)}
    </Text>
  );
}

const percent = ({ progress }: Falling) => `${Math.round(progress * 100)} %`;
