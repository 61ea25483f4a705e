import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type BoxItem, type KeptItem } from "../api/client";
import { useTurns } from "../document/useTurns";

type Step = { before: BoxItem | null; after: BoxItem | null };

/** The box and every way to change it. Writes go one after the other; the last ones can be undone. */
export function useBox() {
  const queries = useQueryClient();
  const box = useQuery({ queryKey: ["box"], queryFn: api.box });
  const { failed, setFailed, attempt } = useTurns(() => queries.invalidateQueries({ queryKey: ["box"] }));
  const [done, setDone] = useState<Step[]>([]);
  const items: KeptItem[] = box.data ?? [];

  const write = async ({ before, after }: Step) => {
    const now = (await api.box()).find((k) => k.fields.item === (before ?? after)?.item);
    if (after === null) {
      if (now) await api.deleteBoxItem(now.fields.item, now.version);
    } else if (now) await api.updateBoxItem(now.fields.item, now.version, after);
    else await api.createBoxItem(after);
  };
  /** Write a compartment: `before` null for a new one, `after` null to remove it. */
  const put = (before: BoxItem | null, after: BoxItem | null) =>
    attempt(async () => {
      await write({ before, after });
      setDone((steps) => [...steps.slice(-49), { before, after }]);
    });
  const undo = () =>
    attempt(async () => {
      const step = done.at(-1);
      if (!step) return;
      await write({ before: step.after, after: step.before });
      setDone((steps) => steps.slice(0, -1));
    });
  return { box, items, failed, setFailed, put, undo, canUndo: done.length > 0, attempt };
}

export type BoxState = ReturnType<typeof useBox>;
