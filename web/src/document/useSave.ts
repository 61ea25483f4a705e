import { type QueryKey, useMutation, useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { type Problem, refusalIn } from "../api/client";

type Options = {
  /** What is old after a write, whatever came of it. */
  old?: readonly QueryKey[];
  /** Writes that share a name go one after the other, in the whole page. */
  turns?: string;
};

type Told = { text: string; problems: Problem[] };
const NOTHING: Told = { text: "", problems: [] };

/**
 * To write, and to say so when it is refused. The server is this machine: nothing waits for a network to come back.
 * `said` is the sentence of the last refusal, until the next write or until something else is said.
 */
export function useSave({ old = [], turns }: Options = {}) {
  const queries = useQueryClient();
  const [told, setTold] = useState(NOTHING);
  const { mutateAsync, isPending } = useMutation<unknown, Error, () => Promise<unknown>>({
    networkMode: "always",
    scope: turns ? { id: turns } : undefined,
    mutationFn: (act) => act(),
    onSettled: () => Promise.all(old.map((queryKey) => queries.invalidateQueries({ queryKey }))),
  });
  /** Do it; true when it went well. */
  const save = useCallback(
    async (act: () => Promise<unknown>): Promise<boolean> => {
      setTold(NOTHING);
      try {
        await mutateAsync(act);
        // A refusal of one before it is over; what the act itself said stands.
        setTold((now) => (now.problems.length > 0 ? NOTHING : now));
        return true;
      } catch (thrown) {
        const { message, problems } = refusalIn(thrown);
        setTold({ text: message, problems });
        return false;
      }
    },
    [mutateAsync],
  );
  /** Say something else in its place; nothing, when empty. */
  const setSaid = useCallback((text: string) => setTold(text ? { text, problems: [] } : NOTHING), []);
  return { save, said: told.text, problems: told.problems, setSaid, busy: isPending };
}

export type Save = ReturnType<typeof useSave>["save"];
