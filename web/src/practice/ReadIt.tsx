import { Box, Flex, Grid, Stack, Text } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { Button } from "../shell/Button";
import { say, type Units, write } from "../units/quantity";
import { useSettings } from "../units/settings";
import type { Playing } from "./useGame";
import { Water } from "./Water";

type Task = Schemas["ReadTask"];
type Props = Playing<Task, Schemas["ReadMoves"], Schemas["ReadPlay"]>;

const WOUND: Record<string, string> = {
  "bait-gone": "the bait was gone",
  "shot-gone": "a shot was missing",
  weed: "weed hung on it",
  tangle: "it was tangled",
  water: "water was in the float",
  caught: "the line was caught in the float",
  "in-order": "everything was in order",
};

/** Watch the float, and say what is wrong. */
export function ReadIt({ task, play, over, onFinish }: Props) {
  const { units } = useSettings();
  return (
    <Grid templateColumns={{ base: "1fr", md: "1fr 1fr" }} gap="4">
      <Box>
        <Water float={{ ...task }} says={seen(task, units)} />
        <Text mt="2" fontWeight="bold" data-testid="seen">
          {seen(task, units)}
        </Text>
        <Text fontSize="sm" color="soft">
          It should show {write(task.usual_tip_m, "tip", units)}.{!task.bead && " The stop has not come to the float."}
          {task.wound && ` Wound in, ${WOUND[task.wound] ?? task.wound}.`}
        </Text>
      </Box>
      <Stack gap="2">
        {task.options.map((o) => {
          const chance = play?.chances.find((c) => c.id === o.id);
          const truth = over && play?.score?.truth === o.id;
          return (
            <Box key={o.id}>
              <Button
                w="100%"
                minH="12"
                textAlign="start"
                variant={truth ? "solid" : "outline"}
                disabled={over}
                onClick={() => onFinish({ answer: o.id })}
              >
                {o.says}
              </Button>
              {chance && (
                <Flex gap="2" align="center" fontSize="sm" mt="1">
                  <Box flex="1" h="1.5" bg="rule" borderRadius="full" overflow="hidden">
                    <Box h="100%" w={`${100 * chance.likely}%`} bg={truth ? "reed" : "brass"} />
                  </Box>
                  {Math.round(100 * chance.likely)} %
                </Flex>
              )}
            </Box>
          );
        })}
        {over && play?.remedy && (
          <Text>
            <strong>What to do:</strong> {say(play.remedy.says, play.remedy.figures ?? {}, units)}
          </Text>
        )}
      </Stack>
    </Grid>
  );
}

const MOVES: Record<Task["moves"], string> = {
  still: "",
  dips: "it dips and comes up again",
  taps: "it trembles and taps",
  knocked: "it is knocked aside",
  follows: "it wanders about",
};

function seen(task: Task, units: Units): string {
  if (task.status === "sinks") return "It is under.";
  if (task.status === "lies") return "It lies flat.";
  const parts = [`It shows ${write(task.tip_m, "tip", units)}`];
  if (Math.abs(task.lean_deg) > 5) parts.push(`leans ${task.lean_deg > 0 ? "downstream" : "upstream"}`);
  if (MOVES[task.moves]) parts.push(MOVES[task.moves]);
  return `${parts.join(", ")}.`;
}
