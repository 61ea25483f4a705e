import { useState } from "react";
import { api, type Change, keys, type Rig } from "../api/client";
import { useSave } from "../document/useSave";

/** What was done to the kept rig from here, and the way back. */
export function useApplied(rigId: string) {
  const [done, setDone] = useState<{ says: string; was: Rig } | null>(null);
  const { said, save, busy } = useSave({ old: [keys.readingRig(rigId)] });
  /** Make something else of the rig that is kept, whatever it is by then. */
  const replace = async (of: (rig: Rig) => Promise<Rig>) => {
    const kept = await api.rig(rigId);
    await api.saveRig(rigId, kept.version, await of(kept.fields));
    return kept.fields;
  };
  return {
    done,
    said,
    busy,
    apply: (change: Change, says: string) =>
      save(async () => setDone({ says, was: await replace((rig) => api.edit(rig, change)) })),
    become: (of: (rig: Rig) => Promise<Rig>, says: string) =>
      save(async () => setDone({ says, was: await replace(of) })),
    undo: () =>
      save(async () => {
        if (!done) return;
        await replace(async () => done.was);
        setDone(null);
      }),
  };
}
