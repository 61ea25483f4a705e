import { useLayoutEffect, useState } from "react";

const holdsFile = (e: DragEvent) => e.dataTransfer?.types.includes("Files") ?? false;

/** The file that was last dropped on the page, until it is taken or left. */
export function useDropped() {
  const [file, setFile] = useState<File | null>(null);
  // Before anything is painted: whoever sees the page may drop on it.
  useLayoutEffect(() => {
    // Without this the browser would open the file in place of the page.
    const over = (e: DragEvent) => holdsFile(e) && e.preventDefault();
    const drop = (e: DragEvent) => {
      if (!holdsFile(e)) return;
      e.preventDefault();
      setFile(e.dataTransfer?.files[0] ?? null);
    };
    window.addEventListener("dragover", over);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", over);
      window.removeEventListener("drop", drop);
    };
  }, []);
  return { file, leave: () => setFile(null) };
}
