import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Change, Refusal, type Rig } from "../api/client";

/** What was done to the kept rig from here, and the way back. */
export function useApplied(rigId: string) {
  const queries = useQueryClient();
  const [done, setDone] = useState<{ says: string; was: Rig } | null>(null);
  const [said, setSaid] = useState("");
  const [busy, setBusy] = useState(false);
  const attempt = async (act: () => Promise<void>) => {
    setBusy(true);
    setSaid("");
    try {
      await act();
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setSaid(error.message);
    } finally {
      await queries.invalidateQueries({ queryKey: ["reading-rig", rigId] });
      setBusy(false);
    }
  };
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
      attempt(async () => setDone({ says, was: await replace((rig) => api.edit(rig, change)) })),
    become: (of: (rig: Rig) => Promise<Rig>, says: string) =>
      attempt(async () => setDone({ says, was: await replace(of) })),
    undo: () =>
      attempt(async () => {
        if (!done) return;
        await replace(async () => done.was);
        setDone(null);
      }),
  };
}
