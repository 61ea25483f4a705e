import { Flex, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import type { SaveState } from "../document/useAutosave";
import { useSave } from "../document/useSave";
import { Button } from "./Button";

type Way = { label: string; act: () => Promise<void> };
type Props = {
  saving: SaveState;
  /** What to do when another tab saved first, or deleted it. */
  stale: Way;
  gone: Way;
  onReload: () => void;
};

/** What stands in the way of saving, where the person must choose or should know. Nothing is overwritten unasked. */
export function SavingNotice({ saving, stale, gone, onReload }: Props) {
  switch (saving.kind) {
    case "stale":
      return (
        <Bar says={saving.sentence} way={stale}>
          <Button onClick={onReload}>Load the other version</Button>
        </Bar>
      );
    case "gone":
      return <Bar says={`${saving.sentence} What you have here is not lost.`} way={gone} />;
    case "fault":
      return <Bar says={`${saving.sentence} It is tried again by itself.${saving.here ? "" : HERE_ONLY}`} />;
    case "offline":
      return saving.here ? null : <Bar says={`The server does not answer.${HERE_ONLY}`} />;
    default:
      return null;
  }
}

const HERE_ONLY = " This browser keeps nothing for Brookwind: leave this page open until it is saved.";

function Bar({ says, way, children }: { says: string; way?: Way; children?: ReactNode }) {
  const { said: failed, save } = useSave();
  return (
    <Flex role="alert" bg="chosen" color="ink" px="6" py="3" gap="3" align="center" wrap="wrap">
      <Text flex="1" minW="60">
        {says} {failed}
      </Text>
      {children}
      {way && (
        <Button variant="solid" onClick={() => void save(way.act)}>
          {way.label}
        </Button>
      )}
    </Flex>
  );
}
