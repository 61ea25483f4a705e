import { Text } from "@chakra-ui/react";
import { FolderOpen } from "lucide-react";
import { lazy, Suspense } from "react";
import { SaveChip } from "../document/SaveChip";
import type { SaveState } from "../document/useAutosave";
import { Button } from "../shell/Button";
import { Header } from "../shell/Header";
import { UndoButtons } from "../shell/UndoButtons";
import type { BenchState } from "./useBench";

const KeysDialog = lazy(() => import("./KeysDialog"));

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
    <Header onKeys={() => onKeys(true)}>
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
      <Suspense>{keys && <KeysDialog onClose={() => onKeys(false)} />}</Suspense>
    </Header>
  );
}
