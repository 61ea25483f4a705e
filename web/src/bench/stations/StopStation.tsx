import { Box, Stack, Text } from "@chakra-ui/react";
import { MoveVertical } from "lucide-react";
import { sentenceOf } from "../../api/client";
import { Button } from "../../shell/Button";
import { write } from "../../units/quantity";
import { useSettings } from "../../units/settings";
import { Facts } from "./Facts";
import type { StationProps } from "./Panel";
import { Why } from "./Why";

const HELD = {
  base: "The line leaves the bottom of the float",
  eye: "The line is held at the float's eye",
  top: "The stop rests on top of the float",
} as const;

const MEASURED = { base: "the float's bottom", eye: "the float's eye", top: "the stop" } as const;

export function StopStation({ bench, answer, onSetStop }: StationProps) {
  const { units } = useSettings();
  const stop = answer.evaluation?.stop;
  const problem = answer.evaluation?.stop_problem;
  const length = (m: number) => write(m, "line", units);
  if (!stop) return <Text role="alert">{problem ? sentenceOf(problem) : "One moment."}</Text>;
  const settled = Math.abs(stop.slide_m) < 0.0005;
  const side = stop.attachment_m >= 0 ? "below" : "above";
  return (
    <Stack gap="4">
      <Box>
        <Text color="soft" fontSize="sm">
          From {MEASURED[stop.measured_to]} to the hook it should be
        </Text>
        <Text fontFamily="heading" fontSize="4xl" fontWeight="bold" lineHeight="1.1" data-testid="setting">
          {length(stop.wanted_m)}
        </Text>
        <Text fontWeight="semibold" color={settled ? "reed" : "brass"}>
          {settled
            ? "It is set so."
            : `Now ${length(stop.now_m)}: slide it ${length(Math.abs(stop.slide_m))} ${stop.slide_m > 0 ? "away from" : "towards"} the hook.`}
        </Text>
      </Box>
      <Button variant="solid" onClick={onSetStop} disabled={bench.busy || settled} title="Set the stop (S)">
        <MoveVertical aria-hidden="true" /> Set the stop
      </Button>
      <Facts
        rows={[
          ["Hook wanted at", `${length(stop.hook_depth_wanted_m)} down`],
          [
            HELD[stop.measured_to],
            `${length(Math.abs(stop.attachment_m))} ${side} the surface: ${side === "below" ? "−" : "+"} ${length(Math.abs(stop.attachment_m))}`,
          ],
          Math.abs(stop.standing_line_m) > 0.0005
            ? ["Line that stands up from the last weight", `+ ${length(stop.standing_line_m)}`]
            : null,
          ["Setting", length(stop.wanted_m)],
          ["Hook now at", `${length(stop.hook_depth_now_m)} down`],
        ]}
      />
      <Why>
        Setting = wanted depth of the hook − depth of the point it is measured to. A bottom-end float holds the line its
        draft below the surface; an in-line float's stop rests on what stands out above it. Still water, line straight.
      </Why>
    </Stack>
  );
}
