import { Flex, Text } from "@chakra-ui/react";
import { Check, CloudOff, Loader, TriangleAlert } from "lucide-react";
import type { SaveState } from "./useAutosave";

const SHOWN = {
  saved: { Icon: Check, text: "Saved" },
  waiting: { Icon: Loader, text: "Saving" },
  saving: { Icon: Loader, text: "Saving" },
  offline: { Icon: CloudOff, text: "Server away: kept here" },
  fault: { Icon: CloudOff, text: "Not saved: kept here" },
  gone: { Icon: TriangleAlert, text: "Deleted elsewhere" },
  stale: { Icon: TriangleAlert, text: "Saved elsewhere" },
  refused: { Icon: TriangleAlert, text: "Not saved: see the note" },
} as const;

export function SaveChip({ state }: { state: SaveState }) {
  const { Icon } = SHOWN[state.kind];
  const lost = (state.kind === "offline" || state.kind === "fault") && !state.here;
  const text = lost ? "Not saved: leave this page open" : SHOWN[state.kind].text;
  return (
    <Flex role="status" aria-label={text} align="center" gap="1.5" fontSize="sm" color="onbarsoft" minW={{ md: "16" }}>
      <Icon size={15} aria-hidden="true" />
      <Text as="span" hideBelow="md">
        {text}
      </Text>
    </Flex>
  );
}
