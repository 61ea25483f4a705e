import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { type Entry, type Problem, Refusal } from "../api/client";
import { ofTab } from "../browser/storage";

export type Named = { id: string; name: string; also?: string; notes: string };

export type Shelf<F extends Named> = {
  key: string;
  list: () => Promise<Entry<F>[]>;
  keep: (id: string, version: number, fields: F) => Promise<unknown>;
  drop: (id: string, version: number) => Promise<unknown>;
};

const draftOf = (shelf: string, id: string) => `brookwind.book.${shelf}.${id}`;

/** The entries of one shelf of the book, and every way to change one. What cannot be kept stays in its form. */
export function useEntries<F extends Named>(shelf: Shelf<F>) {
  const queries = useQueryClient();
  const entries = useQuery({ queryKey: ["book", shelf.key], queryFn: shelf.list, staleTime: 0 });
  const [problems, setProblems] = useState<Problem[]>([]);
  const [said, setSaid] = useState("");

  const again = async () => {
    await queries.invalidateQueries({ queryKey: ["book", shelf.key] });
    await queries.invalidateQueries({ queryKey: ["catalogue"] });
  };
  const act = async (what: () => Promise<unknown>, done: string): Promise<boolean> => {
    try {
      await what();
      setProblems([]);
      setSaid(done);
      await again();
      return true;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      setProblems(error.problems);
      setSaid("");
      return false;
    }
  };
  return {
    entries,
    problems,
    said,
    hush: () => {
      setProblems([]);
      setSaid("");
    },
    /** What was typed of an entry and not kept yet. */
    draft: (id: string): F | null => {
      const text = ofTab.get(draftOf(shelf.key, id));
      return text ? (JSON.parse(text) as F) : null;
    },
    hold: (fields: F) => ofTab.set(draftOf(shelf.key, fields.id), JSON.stringify(fields)),
    keep: async (entry: Entry<F>, fields: F) => {
      const done = await act(() => shelf.keep(fields.id, entry.version, fields), "Kept.");
      if (done) ofTab.drop(draftOf(shelf.key, fields.id));
      return done;
    },
    drop: async (entry: Entry<F>) => {
      ofTab.drop(draftOf(shelf.key, entry.fields.id));
      const says = entry.ships ? "As it ships again." : "Removed.";
      if (entry.version === 0) {
        setProblems([]);
        setSaid(says);
        return true;
      }
      return act(() => shelf.drop(entry.fields.id, entry.version), says);
    },
  };
}
