import { Box, Flex, Text } from "@chakra-ui/react";
import { useEffect, useRef } from "react";
import type { Proposal } from "../api/client";
import { Scene } from "../scene/Scene";
import { Button } from "../shell/Button";
import { useSettings } from "../units/settings";
import { useEvaluation } from "./useEvaluation";

type Props = { proposal: Proposal; onBack: () => void; onTake: () => void };

const STILL = { begin: () => {}, move: () => {}, end: () => {}, cancel: () => {}, nudge: () => 0 };

/** A proposal in the water, before it is taken: the rig on the bench stays as it is. */
export function LookingAt({ proposal, onBack, onTake }: Props) {
  const { units } = useSettings();
  const answer = useEvaluation(proposal.rig);
  const { evaluation } = answer;
  const bar = useRef<HTMLDivElement>(null);
  // On a phone the scene is far above the offers: bring it to the eye.
  useEffect(() => {
    bar.current?.scrollIntoView({ block: "nearest" });
  }, []);
  return (
    <>
      {evaluation && answer.of && (
        <Scene
          rig={answer.of}
          evaluation={evaluation}
          selected={null}
          onSelect={() => {}}
          slide={STILL}
          units={units}
        />
      )}
      <Box
        ref={bar}
        position="absolute"
        bottom="3"
        left="3"
        bg="card"
        borderWidth="2px"
        borderColor="tip"
        borderRadius="l2"
        px="3"
        py="2"
        w="max-content"
        maxW={{ base: "94%", lg: "min(430px, 62%)" }}
        role="status"
        data-testid="looking"
      >
        <Flex gap="3" align="center" wrap="wrap">
          <Text fontSize="sm">
            Looking at <b>{proposal.name}</b>: {proposal.summary}. Your rig is unchanged.
          </Text>
          <Flex gap="2">
            <Button size="sm" variant="quiet" onClick={onBack}>
              Back to mine
            </Button>
            <Button size="sm" variant="solid" onClick={onTake}>
              Pinch it on
            </Button>
          </Flex>
        </Flex>
      </Box>
    </>
  );
}
