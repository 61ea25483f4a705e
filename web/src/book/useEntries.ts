import { useQuery } from "@tanstack/react-query";
import { type Entry, keys } from "../api/client";
import { ofTab } from "../browser/storage";
import { useSave } from "../document/useSave";

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
  const entries = useQuery({ queryKey: keys.book(shelf.key), queryFn: shelf.list, staleTime: 0 });
  const { save, said, setSaid, problems } = useSave({ old: [keys.book(shelf.key), keys.catalogue] });
  const act = async (what: () => Promise<unknown>, done: string): Promise<boolean> => {
    const well = await save(what);
    if (well) setSaid(done);
    return well;
  };
  return {
    entries,
    problems,
    /** What was done; a refusal stands at its fields. */
    said: problems.length > 0 ? "" : said,
    hush: () => setSaid(""),
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
        setSaid(says);
        return true;
      }
      return act(() => shelf.drop(entry.fields.id, entry.version), says);
    },
  };
}
