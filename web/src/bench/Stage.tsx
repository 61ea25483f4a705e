import { Box, Flex, Text } from "@chakra-ui/react";
import { lazy, memo, Suspense, useCallback } from "react";
import type { Refusal, Rig } from "../api/client";
import { Scene } from "../scene/Scene";
import { useSettings } from "../units/settings";
import type { Looked } from "./here";
import { LookingAt } from "./LookingAt";
import type { RunState } from "./run/useRun";
import type { BenchState } from "./useBench";
import type { Answer } from "./useEvaluation";
import { Verdict } from "./Verdict";

const FallView = lazy(() => import("./fall/FallView"));
const RunView = lazy(() => import("./run/RunView"));

export type Falls = "alone" | "beside" | null;

type Props = {
  bench: BenchState;
  answer: Answer;
  pinned: Rig | null;
  trying: Looked | null;
  falls: Falls;
  setFalls: (falls: Falls) => void;
  /** The run is looked at in place of the rig; null at other stations. */
  run: RunState | null;
  onRead: () => void;
  selected: string | null;
  onSelect: (id: string | null) => void;
  refusal: Refusal | null;
};

/** The water: the rig in it, its fall, or a proposal that is looked at. */
export const Stage = memo(function Stage(props: Props) {
  const { bench, answer, pinned, trying, falls, setFalls, run, onRead, selected, onSelect, refusal } = props;
  const { units } = useSettings();
  const { evaluation, of } = answer;
  const onFall = useCallback(() => setFalls("alone"), [setFalls]);
  return (
    <Box
      position="relative"
      aria-busy={answer.waiting}
      flex="1"
      minH={{ base: "440px", lg: "320px" }}
      borderWidth="1px"
      borderColor="ink"
      borderRadius="l3"
      bg="shallow"
    >
      {!trying && evaluation && of && falls && (
        <Suspense>
          <FallView
            rig={of}
            pinned={pinned}
            flows={evaluation.moving !== null}
            beside={falls === "beside"}
            onClose={() => setFalls(null)}
          />
        </Suspense>
      )}
      {!trying && evaluation && of && !falls && run && (
        <Suspense>
          <RunView run={run} rig={of} evaluation={evaluation} />
        </Suspense>
      )}
      {!trying && evaluation && of && !falls && !run && (
        <Scene
          rig={of}
          evaluation={evaluation}
          selected={selected}
          onSelect={onSelect}
          slide={bench.slide}
          units={units}
          onFall={onFall}
          onRead={onRead}
        />
      )}
      {!trying && !(evaluation && of) && (
        <Flex position="absolute" inset="0" align="center" justify="center" p="6" textAlign="center">
          <Text>{answer.refusal?.message ?? "Putting the rig in the water."}</Text>
        </Flex>
      )}
      {trying && <LookingAt proposal={trying} />}
      {evaluation && !trying && !falls && !run && (
        <Verdict evaluation={evaluation} waiting={answer.waiting} refused={refusal !== null} />
      )}
    </Box>
  );
});
