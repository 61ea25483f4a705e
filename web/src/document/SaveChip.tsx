import { Flex, Text } from "@chakra-ui/react";
import { Check, CloudOff, Loader, TriangleAlert } from "lucide-react";
import type { SaveState } from "./useAutosave";

const SHOWN = {
  saved: { Icon: Check, text: "Saved" },
  waiting: { Icon: Loader, text: "Saving" },
  saving: { Icon: Loader, text: "Saving" },
  offline: { Icon: CloudOff, text: "Server away: kept here" },
  stale: { Icon: TriangleAlert, text: "Saved elsewhere" },
  refused: { Icon: TriangleAlert, text: "Not saved: see the note" },
} as const;

export function SaveChip({ state }: { state: SaveState }) {
  const { Icon, text } = SHOWN[state.kind];
  return (
    <Flex role="status" aria-label={text} align="center" gap="1.5" fontSize="sm" color="onbarsoft" minW={{ md: "16" }}>
      <Icon size={15} aria-hidden="true" />
      <Text as="span" hideBelow="md">
        {text}
      </Text>
    </Flex>
  );
}
