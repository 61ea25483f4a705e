import { Box, Heading } from "@chakra-ui/react";
import { type BoxItem, type Catalogue, type KeptPattern, type Proposal, sentenceOf, type Wish } from "../../api/client";
import { Cautions } from "../../place/Cautions";
import { useSettings } from "../../units/settings";
import { capital, word } from "../../units/vocabulary";
import type { StationId } from "../stationsOf";
import type { BenchState } from "../useBench";
import type { Answer } from "../useEvaluation";
import type { Asked } from "../wish";
import { BaitStation } from "./BaitStation";
import { FloatStation } from "./FloatStation";
import { LineStation } from "./LineStation";
import { LoadStation } from "./LoadStation";
import { StopStation } from "./StopStation";
import { WaterStation } from "./WaterStation";

export type StationProps = {
  bench: BenchState;
  answer: Answer;
  catalogue: Catalogue;
  box: BoxItem[];
  selected: string | null;
  metal: string | null;
  onMetal: (metal: string | null) => void;
  /** What is asked of a balance, and the wish made of it. */
  asked: Asked;
  onAsked: (asked: Asked) => void;
  wish: Wish;
  own: KeptPattern[];
  /** A proposal looked at on the scene; the rig on the bench stays. */
  trying: Proposal | null;
  onTry: (proposal: Proposal | null) => void;
  onBalance: (pattern?: string) => void;
  onSetStop: () => void;
  onFamily: () => void;
};

const STATION: Record<StationId, (props: StationProps) => React.ReactNode> = {
  water: WaterStation,
  bait: BaitStation,
  float: FloatStation,
  line: LineStation,
  load: LoadStation,
  stop: StopStation,
};

/** One instrument at a time: that of the present station. */
export function Panel({ station, ...props }: StationProps & { station: StationId }) {
  const { vocabulary } = useSettings();
  const Station = STATION[station];
  const { water } = props.bench.rig;
  const place = water.swim ?? (water.name || "anywhere");
  const title = {
    water: "Water",
    bait: "Fish & bait",
    float: capital(word("float", vocabulary)),
    line: "Line & hook",
    load: "Load",
    stop: "Stop",
  }[station];
  return (
    <Box
      as="section"
      aria-label={title}
      // Words only for a screen reader are placed in here, and must not make the page longer.
      position="relative"
      bg="card"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="l3"
      p="5"
      overflowY={{ lg: "auto" }}
      minH="0"
    >
      <Heading as="h1" fontFamily="heading" fontSize="2xl" fontWeight="bold" lineHeight="1.1" mb="4">
        {title}
      </Heading>
      <Cautions
        key={`${place}-${station}`}
        place={place}
        cautions={props.answer.evaluation?.cautions.filter((c) => c.station === station) ?? []}
      />
      <Station {...props} />
    </Box>
  );
}

/** What the server said of a field of the rig, by its path. */
export function problemAt(answer: Answer, ...path: string[]): string | undefined {
  const wanted = ["rig", ...path].join(".");
  const found = answer.refusal?.problems.find((p) => {
    const there = p.path.join(".");
    return there === wanted || `rig.${there}` === wanted;
  });
  return found && sentenceOf(found);
}
