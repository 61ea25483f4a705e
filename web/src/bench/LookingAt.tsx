import { Flex, Text } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import { Scene } from "../scene/Scene";
import { Button } from "../shell/Button";
import { useSettings } from "../units/settings";
import type { Looked } from "./here";
import { useEvaluation } from "./useEvaluation";
import { Verdict } from "./Verdict";

const STILL = { begin: () => {}, move: () => {}, end: () => {}, cancel: () => {}, nudge: () => 0 };

/** A proposal in the water, before it is taken: the rig on the bench stays as it is. */
export function LookingAt({ proposal }: { proposal: Looked }) {
  const { units } = useSettings();
  const answer = useEvaluation(proposal.rig);
  const { evaluation } = answer;
  return (
    evaluation &&
    answer.of && (
      <>
        <Scene
          rig={answer.of}
          evaluation={evaluation}
          selected={null}
          onSelect={() => {}}
          slide={STILL}
          units={units}
        />
        <Verdict evaluation={evaluation} waiting={answer.waiting} refused={false} />
      </>
    )
  );
}

type BarProps = { proposal: Looked; onBack: () => void; onTake: () => void };

/** What is looked at, and the way on or back. */
export function LookBar({ proposal, onBack, onTake }: BarProps) {
  const bar = useRef<HTMLDivElement>(null);
  // On a phone the scene is far above the offers: bring it to the eye, this bar below it.
  useEffect(() => {
    bar.current?.scrollIntoView({ block: "end" });
  }, []);
  return (
    <Flex
      ref={bar}
      gap="3"
      align="center"
      justify="space-between"
      wrap="wrap"
      bg="card"
      borderWidth="2px"
      borderColor="tip"
      borderRadius="l3"
      px="4"
      py="2"
      role="status"
      data-testid="looking"
    >
      <Text flex="1" minW="220px">
        Looking at <b>{proposal.name}</b>: {proposal.summary}. Your rig is unchanged.
      </Text>
      <Flex gap="2">
        <Button variant="quiet" onClick={onBack}>
          Back to mine
        </Button>
        <Button variant="solid" onClick={onTake}>
          {proposal.act ?? "Pinch it on"}
        </Button>
      </Flex>
    </Flex>
  );
}
