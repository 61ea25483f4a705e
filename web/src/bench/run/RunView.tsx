import { Box, Flex, Text } from "@chakra-ui/react";
import { Pause, Play } from "lucide-react";
import { type RefObject, useEffect, useRef, useState } from "react";
import type { Evaluation, Rig } from "../../api/client";
import { Button } from "../../shell/Button";
import { useSize } from "../../shell/useSize";
import { useSettings } from "../../units/settings";
import type { Drawing } from "../fall/FallDrawing";
import { usePlay } from "../fall/usePlay";
import { laidOut, PlanDrawing } from "./PlanDrawing";
import { cycleEnd, landsAt, runEnd } from "./runAt";
import { SectionDrawing } from "./SectionDrawing";
import type { RunPlan, RunState } from "./useRun";

type Props = { run: RunState; rig: Rig; evaluation: Evaluation };

const stillPlease = () => window.matchMedia("(prefers-reduced-motion: reduce)").matches;

/** One run seen from above and from the side, by one clock: feed, cast, sink, fish, wind in. */
export default function RunView({ run, rig, evaluation }: Props) {
  const { plan, problem } = run;
  if (!plan || !run.of)
    return (
      <Flex position="absolute" inset="0" align="center" justify="center" p="6" textAlign="center">
        <Text role={problem ? "alert" : "status"}>{problem ?? "Planning the run."}</Text>
      </Flex>
    );
  return <Planned key={rig.id} plan={plan} rig={run.of} evaluation={evaluation} waiting={run.waiting} />;
}

function Planned({
  plan,
  rig,
  evaluation,
  waiting,
}: {
  plan: RunPlan;
  rig: Rig;
  evaluation: Evaluation;
  waiting: boolean;
}) {
  const { units } = useSettings();
  const [above, aboveSize] = useSize({ width: 640, height: 300 });
  const [side, sideSize] = useSize({ width: 640, height: 180 });
  const [playing, setPlaying] = useState(false);
  const time = useRef(0);
  const scrub = useRef<HTMLInputElement>(null);
  const clock = useRef<HTMLParagraphElement>(null);
  const fromAbove = useRef<Drawing>(null);
  const fromSide = useRef<Drawing>(null);
  const at = laidOut(plan, aboveSize.width, aboveSize.height);
  const end = cycleEnd(plan);
  const lands = landsAt(plan);

  const show = (seconds: number) => {
    time.current = seconds;
    fromAbove.current?.show(seconds - lands);
    fromSide.current?.show(seconds - lands);
    if (scrub.current) scrub.current.value = String(seconds);
    if (clock.current) clock.current.textContent = `${seconds.toFixed(1)} s`;
  };
  // Where the bait fishes in the middle of its run is the picture to begin with.
  const middle = lands + 0.5 * (plan.down_s + runEnd(plan));
  // biome-ignore lint/correctness/useExhaustiveDependencies: another plan begins in its middle
  useEffect(() => {
    setPlaying(false);
    show(Math.min(middle, end));
  }, [plan]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawn again at the same moment when the size changes
  useEffect(() => show(time.current), [aboveSize.width, aboveSize.height, sideSize.width, sideSize.height]);
  usePlay(playing, end, time, show, setPlaying);
  const toggle = () => {
    if (!playing && time.current >= end) show(0);
    if (stillPlease() && !playing) show(end);
    else setPlaying(!playing);
  };
  useSpace(toggle);
  return (
    <Flex
      as="section"
      aria-label="One run"
      aria-busy={waiting}
      direction="column"
      position={{ base: "static", lg: "absolute" }}
      inset="0"
      bg="card"
      borderRadius="l3"
      overflow="hidden"
      opacity={waiting ? 0.7 : 1}
    >
      <Box
        ref={above}
        position="relative"
        flex={{ base: "none", lg: "3" }}
        h={{ base: "250px", lg: "auto" }}
        minH="120px"
      >
        <PlanDrawing
          ref={fromAbove}
          plan={plan}
          rig={rig}
          at={at}
          width={aboveSize.width}
          height={aboveSize.height}
          units={units}
        />
      </Box>
      <Box
        ref={side}
        position="relative"
        flex={{ base: "none", lg: "2" }}
        h={{ base: "170px", lg: "auto" }}
        minH="110px"
        borderTopWidth="1px"
        borderColor="rule"
      >
        <SectionDrawing
          ref={fromSide}
          plan={plan}
          rig={rig}
          evaluation={evaluation}
          planX={at.x}
          width={sideSize.width}
          height={sideSize.height}
          units={units}
        />
      </Box>
      <Box p="3" borderTopWidth="1px" borderColor="rule">
        <Flex gap="3" align="center" mb="2" wrap="wrap">
          <Button size="sm" variant="solid" onClick={toggle} title="Play or pause (space)">
            {playing ? <Pause aria-hidden="true" /> : <Play aria-hidden="true" />} {playing ? "Pause" : "Play"}
          </Button>
          <Text fontFamily="heading" fontSize="xl" fontWeight="bold" data-testid="cycle">
            One {plan.flows ? "run" : "cast"}, {told(end)} · {anHour(plan.casts_an_hour)} an hour
          </Text>
          <Text as="span" ref={clock} color="soft" ml="auto" data-testid="run-clock" />
        </Flex>
        <Legs plan={plan} />
        <Scrub
          scrub={scrub}
          end={end}
          onScrub={(s) => {
            setPlaying(false);
            show(s);
          }}
        />
      </Box>
    </Flex>
  );
}

/** Space plays and pauses while the run is looked at. */
function useSpace(toggle: () => void) {
  const latest = useRef(toggle);
  latest.current = toggle;
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const at = e.target instanceof HTMLElement ? e.target : null;
      if (e.key !== " " || at?.closest("button, summary, select, textarea, input:not([type=range]), [role=dialog]"))
        return;
      e.preventDefault();
      latest.current();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
}

function Scrub({
  scrub,
  end,
  onScrub,
}: {
  scrub: RefObject<HTMLInputElement | null>;
  end: number;
  onScrub: (s: number) => void;
}) {
  return (
    <input
      ref={scrub}
      type="range"
      aria-label="Moment of the run, seconds"
      min="0"
      max={end}
      step="0.05"
      defaultValue="0"
      style={{ width: "100%", minHeight: 28, accentColor: "var(--chakra-colors-float)" }}
      onInput={(e) => onScrub(Number(e.currentTarget.value))}
    />
  );
}

const LEG_COLOUR: Record<string, string> = {
  feed: "brass",
  cast: "bar",
  sinks: "onwater",
  fishes: "reed",
  "winds-in": "soft",
};
/** A leg narrower than this share of the cycle has no room for its words. */
const NARROW = 0.07;

/** The parts of a cycle as long as they take. */
function Legs({ plan }: { plan: RunPlan }) {
  const whole = cycleEnd(plan);
  return (
    <Flex gap="3px" as="ul" className="bw-plain" aria-label="Parts of the cycle">
      {plan.cycle.map((leg) => (
        <Box as="li" key={leg.id} flex={`${Math.max(leg.seconds, 0.02 * whole)} 0 0`} minW="0">
          <Box h="3" borderRadius="3px" bg={LEG_COLOUR[leg.id]} />
          <Text fontSize="sm" fontWeight="semibold" truncate>
            {leg.seconds < NARROW * whole ? <span className="bw-hidden">{leg.name}</span> : leg.name}{" "}
            {leg.seconds >= NARROW * whole && (
              <Text as="span" color="soft" fontWeight="normal">
                {told(leg.seconds)}
              </Text>
            )}
          </Text>
        </Box>
      ))}
    </Flex>
  );
}

/** Seconds, or minutes and seconds, as they are counted. */
const told = (s: number): string =>
  s < 100 ? `${Math.max(1, Math.round(s))} s` : `${Math.floor(s / 60)} min ${Math.round(s % 60)} s`;

/** Nobody keeps a rhythm to one cast an hour. */
const anHour = (casts: number): string => `about ${casts > 40 ? Math.round(casts / 5) * 5 : Math.round(casts)}`;
