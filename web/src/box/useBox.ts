import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type BoxItem, type KeptItem, keys, refusalIn } from "../api/client";
import { useSave } from "../document/useSave";

type Change = { before: BoxItem | null; after: BoxItem | null };
/** What is undone together. */
type Step = Change[];

/** The box and every way to change it. Writes go one after the other; the last ones can be undone. */
export function useBox() {
  const queries = useQueryClient();
  const box = useQuery({ queryKey: keys.box(), queryFn: api.box });
  const drawn = useQuery({ queryKey: keys.box("drawn"), queryFn: api.drawnBox });
  const { said: failed, setSaid: setFailed, save: attempt } = useSave({ old: [keys.box()], turns: "box" });
  const [done, setDone] = useState<Step[]>([]);
  const items: KeptItem[] = box.data ?? [];

  /** With the versions known here, so that it is on its way at once; read anew where another wrote since. */
  const write = async (step: Step) => {
    const known = queries.getQueryData<KeptItem[]>(keys.box());
    try {
      await written(step, known ?? (await api.box()));
    } catch (error) {
      if (!known || refusalIn(error).status === 422) throw error;
      await written(step, await api.box());
    }
  };
  const written = async (step: Step, there: KeptItem[]) => {
    const now = (i: BoxItem | null) => there.find((k) => k.fields.item === i?.item);
    const gone = step.filter((c) => c.after === null);
    for (const { before } of gone) {
      const kept = now(before);
      if (kept) await api.deleteBoxItem(kept.fields.item, kept.version);
    }
    const rows = step.flatMap(({ before, after }) =>
      after ? [{ version: now(before ?? after)?.version ?? 0, fields: after }] : [],
    );
    // All of them, or none.
    if (rows.length > 0) await api.importBox(rows);
  };
  const act = (step: Step) =>
    attempt(async () => {
      await write(step);
      setDone((steps) => [...steps.slice(-49), step]);
    });
  /** Write a compartment: `before` null for a new one, `after` null to remove it. */
  const put = (before: BoxItem | null, after: BoxItem | null) => act([{ before, after }]);
  /** Put several new things in, as one step; what is there already stays as it is. */
  const putAll = (fresh: readonly BoxItem[]) =>
    act(fresh.filter((i) => !items.some((k) => k.fields.item === i.item)).map((after) => ({ before: null, after })));
  const undo = () =>
    attempt(async () => {
      const step = done.at(-1);
      if (!step) return;
      await write(step.map(({ before, after }) => ({ before: after, after: before })));
      setDone((steps) => steps.slice(0, -1));
    });
  return {
    box,
    drawn: drawn.data ?? [],
    items,
    failed,
    setFailed,
    put,
    putAll,
    undo,
    canUndo: done.length > 0,
    attempt,
  };
}

export type BoxState = ReturnType<typeof useBox>;
