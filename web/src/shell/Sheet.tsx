import { Dialog, Portal } from "@chakra-ui/react";
import { X } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "./Button";

type Props = { title: string; onClose: () => void; children: ReactNode; wide?: boolean };

/** A dialog with a title and a way out; a sheet from below on a phone. */
export function Sheet({ title, onClose, children, wide = false }: Props) {
  return (
    // A sheet that opens as another closes is not closed by the focus that goes back to the page behind them.
    <Dialog.Root open onOpenChange={(d) => !d.open && onClose()} onFocusOutside={(e) => e.preventDefault()}>
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content maxW={wide ? "1080px" : undefined}>
            <Dialog.Header>
              <Dialog.Title>{title}</Dialog.Title>
              <Button variant="quiet" size="icon" aria-label="Close" onClick={onClose}>
                <X />
              </Button>
            </Dialog.Header>
            <Dialog.Body>{children}</Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
