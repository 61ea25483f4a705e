import { Redo2, Undo2 } from "lucide-react";
import { Button } from "./Button";

type Props = { canUndo: boolean; canRedo: boolean; undo: () => void; redo: () => void };

export function UndoButtons({ canUndo, canRedo, undo, redo }: Props) {
  return (
    <>
      <Button variant="bar" size="icon" aria-label="Undo" title="Undo (Ctrl Z)" disabled={!canUndo} onClick={undo}>
        <Undo2 />
      </Button>
      <Button
        variant="bar"
        size="icon"
        aria-label="Redo"
        title="Redo (Ctrl Shift Z)"
        disabled={!canRedo}
        onClick={redo}
      >
        <Redo2 />
      </Button>
    </>
  );
}
