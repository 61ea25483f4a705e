import { Text } from "@chakra-ui/react";
import { FolderOpen } from "lucide-react";
import { SaveChip } from "../document/SaveChip";
import { UndoButtons } from "../document/UndoButtons";
import type { SaveState } from "../document/useAutosave";
import { Button } from "../shell/Button";
import { Header } from "../shell/Header";
import type { BenchState } from "./useBench";

type Props = {
  bench: BenchState;
  saving: SaveState;
  keys: boolean;
  onKeys: (open: boolean) => void;
  onRigs: () => void;
};

/** Whether it is kept, undo, and which rig. */
export function BenchHeader({ bench, saving, keys, onKeys, onRigs }: Props) {
  const { name } = bench.rig;
  return (
    <Header keysOpen={keys} onKeys={onKeys}>
      <SaveChip state={saving} />
      <UndoButtons canUndo={bench.canUndo} canRedo={bench.canRedo} undo={bench.undo} redo={bench.redo} />
      <Button
        variant="bar"
        onClick={onRigs}
        title="Open, start or copy a rig"
        aria-label={`Rigs; on the bench: ${name}`}
        maxW="72"
        minW="0"
      >
        <FolderOpen aria-hidden="true" />
        <Text as="span" truncate hideBelow="md">
          {name}
        </Text>
      </Button>
    </Header>
  );
}
