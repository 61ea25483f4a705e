import { Box, Flex, Text } from "@chakra-ui/react";
import { Check, Loader, TriangleAlert } from "lucide-react";
import type { Evaluation } from "../api/client";
import { inFlow } from "../scene/flow";
import { write } from "../units/quantity";
import { useSettings } from "../units/settings";

/** A lean worth telling of a float that stands. [rad] */
const LEANING = 0.14;

/** The answer the eye should land on. */
export function Verdict({
  evaluation,
  waiting,
  refused,
}: {
  evaluation: Evaluation;
  waiting: boolean;
  refused: boolean;
}) {
  const { units } = useSettings();
  const { status, tip_m, tip_step_m, lean_rad, in_doubt } = inFlow(evaluation).afloat;
  const degrees = write((Math.abs(lean_rad) * 180) / Math.PI, "angle", units);
  const flows = evaluation.moving !== null;
  // A float that stands in still water and is pulled aside is not one that lies for want of load.
  const leans = flows && evaluation.afloat.status === "stands" && Math.abs(lean_rad) < 1.2;
  const text = {
    stands: `Stands${Math.abs(lean_rad) > LEANING ? ` leaning ${degrees}` : ""}, about ${write(tip_m, "tip", units, tip_step_m)} of tip`,
    lies: leans
      ? `Leans ${degrees} in the current`
      : `Lies over at ${degrees}: ${flows ? "the current leans it" : "too little load"}`,
    sinks: in_doubt ? "May go under: try it" : `Pulled under: ${flows ? "by the current" : "too much load"}`,
  }[status];
  const Icon = refused || status !== "stands" ? TriangleAlert : waiting ? Loader : Check;
  return (
    <Flex
      position="absolute"
      top="3"
      left="3"
      bg="card"
      borderWidth="1px"
      borderColor={status === "stands" && !refused ? "rule" : "float"}
      borderRadius="full"
      px="4"
      py="2"
      gap="2.5"
      align="center"
      pointerEvents="none"
      data-testid="verdict"
      data-waiting={waiting}
    >
      <Box color={status === "stands" && !refused ? "reed" : "float"}>
        <Icon size={18} strokeWidth={3} aria-hidden="true" />
      </Box>
      <Text fontWeight="bold">{text}</Text>
    </Flex>
  );
}
