import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Pause, Play, X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { api, type Fall, type FallWish, type Rig } from "../../api/client";
import { Button } from "../../shell/Button";
import { Choice } from "../../shell/Choice";
import { useSize } from "../../shell/useSize";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { type Drawing, FallDrawing } from "./FallDrawing";
import { endOf } from "./frames";
import { useFall } from "./useFall";

type Props = { rig: Rig; pinned: Rig | null; onClose: () => void };

const LANDINGS = { stretched: "stretched out, feathered", pile: "in a pile", drop: "let down beside a boat" } as const;
const stillPlease = () => window.matchMedia("(prefers-reduced-motion: reduce)").matches;

/** The fall of the rig: played, scrubbed, beside the pinned rig and beside feed, all by the same clock. */
export default function FallView({ rig, pinned, onClose }: Props) {
  const { units } = useSettings();
  const [landing, setLanding] = useState<FallWish["landing"]>("stretched");
  const [feed, setFeed] = useState("");
  const [compare, setCompare] = useState(false);
  const [playing, setPlaying] = useState(false);
  const [box, size] = useSize({ width: 640, height: 420 });
  const feeds = useQuery({ queryKey: ["feeds"], queryFn: api.feeds, staleTime: Number.POSITIVE_INFINITY });
  const wish = { landing, feed: feed ? [feed] : [] };
  const own = useFall(rig, wish);
  const other = useFall(compare ? pinned : null, { landing });
  const falls = [own.fall, compare ? other.fall : null].filter((f): f is Fall => f !== null);
  const end = endOf(falls);
  const time = useRef(0);
  const scrub = useRef<HTMLInputElement>(null);
  const clock = useRef<HTMLParagraphElement>(null);
  const drawing = useRef<Drawing>(null);

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
      show(endOf([own.fall]));
    } else {
      show(0);
      setPlaying(true);
    }
  }, [own.fall]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the drawing is brought to the moment when its size or falls change
  useEffect(() => show(Math.min(time.current, end || 0)), [size.width, size.height, other.fall, compare]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: one loop for as long as it plays
  useEffect(() => {
    if (!playing || end === 0) return;
    let before = performance.now();
    let frame = requestAnimationFrame(function tick(now) {
      show(Math.min(end, time.current + (now - before) / 1000));
      before = now;
      if (time.current >= end) setPlaying(false);
      else frame = requestAnimationFrame(tick);
    });
    return () => cancelAnimationFrame(frame);
  }, [playing, end]);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key === "Escape") onClose();
      if (e.target instanceof HTMLElement && e.target.closest("select, input:not([type=range]), textarea")) return;
      if (e.key.toLowerCase() === "c" && !e.ctrlKey && !e.metaKey && pinned) setCompare((c) => !c);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [onClose, pinned]);

  const toggle = () => {
    if (!playing && time.current >= end) show(0);
    setPlaying(!playing);
  };
  return (
    <Flex
      as="section"
      aria-label="Fall and run"
      direction="column"
      position="absolute"
      inset="0"
      bg="card"
      borderRadius="l3"
      overflow="hidden"
    >
      <Box ref={box} position="relative" flex="1" minH="220px">
        {own.fall && (
          <FallDrawing ref={drawing} falls={falls} rig={rig} width={size.width} height={size.height} units={units} />
        )}
        {!own.fall && (
          <Flex
            position="absolute"
            inset="0"
            align="center"
            justify="center"
            p="6"
            role={own.problem ? "alert" : "status"}
          >
            <Text>{own.problem ?? `Letting it fall: ${Math.round(own.progress * 100)} %`}</Text>
          </Flex>
        )}
      </Box>
      <Box p="3" borderTopWidth="1px" borderColor="rule">
        {own.fall && <Says fall={own.fall} other={compare ? other.fall : null} />}
        <Flex gap="3" align="center" my="2">
          <Button size="sm" variant="solid" onClick={toggle} disabled={end === 0}>
            {playing ? <Pause aria-hidden="true" /> : <Play aria-hidden="true" />} {playing ? "Pause" : "Play"}
          </Button>
          <input
            ref={scrub}
            type="range"
            aria-label="Moment of the fall, seconds"
            min="0"
            max={end || 1}
            step="0.05"
            defaultValue="0"
            style={{ flex: 1, minHeight: 32, accentColor: "var(--chakra-colors-reed)" }}
            onInput={(e) => {
              setPlaying(false);
              show(Number(e.currentTarget.value));
            }}
          />
          <Text as="span" ref={clock} fontWeight="bold" minW="14" textAlign="end" data-testid="clock">
            0.0 s
          </Text>
        </Flex>
        <Flex gap="3" align="end" wrap="wrap">
          <Choice label="It lands" value={landing} onChange={(v) => setLanding(v as FallWish["landing"])}>
            {Object.entries(LANDINGS).map(([id, name]) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Choice>
          <Choice label="Feed beside it" value={feed} onChange={setFeed}>
            <option value="">none</option>
            {feeds.data?.map((f) => (
              <option key={f.id} value={f.id}>
                {f.name}
              </option>
            ))}
          </Choice>
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
      </Box>
    </Flex>
  );
}

const RISK = { low: "little risk of a tangle", some: "it may tangle", high: "likely to tangle" } as const;

/** What the fall comes to, in one line. */
function Says({ fall, other }: { fall: Fall; other: Fall | null }) {
  const { units } = useSettings();
  const at = (s: number | null | undefined) => (s == null ? "not in the time given" : write(s, "time", units));
  return (
    <Box role="status" data-testid="fall-says">
      <Text fontFamily="heading" fontSize="xl" fontWeight="bold" lineHeight="1.2">
        {fall.to_depth_s == null ? "The bait does not come to depth" : `Fishing after ${at(fall.to_depth_s)}`}
        {other && ` · pinned ${at(other.to_depth_s)}`}
      </Text>
      <Text fontSize="sm" color="soft">
        {fall.to_stop_s != null && `Stop reached ${at(fall.to_stop_s)} · `}
        stands {at(fall.to_cock_s)} · float goes {write(Math.abs(fall.drift_m), "distance", units)} · {RISK[fall.risk]}
        {fall.feed.map(
          (f) =>
            f.ahead_s != null &&
            ` · ${f.name} ${write(Math.abs(f.ahead_s), "time", units)} ${f.ahead_s > 0 ? "before" : "after"} the bait`,
        )}
      </Text>
    </Box>
  );
}
