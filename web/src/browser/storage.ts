/** What the browser keeps for us: it may be forbidden, full or emptied, and every page must work all the same. */
export type Shelf = {
  /** What is kept under a name. */
  get: (key: string) => string | null;
  /** Keep a text. False when it is kept for this visit only, or not at all. */
  set: (key: string, text: string) => boolean;
  /** The same; where it is not kept, what was kept under the name before stays for another visit. */
  setOver: (key: string, text: string) => boolean;
  drop: (key: string) => void;
  keys: () => string[];
};

export function shelf(open: () => Storage): Shelf {
  // What the browser will not keep is at least kept as long as the page is open.
  const here = new Map<string, string>();
  const attempt = <T>(act: (storage: Storage) => T, otherwise: T): T => {
    try {
      return act(open());
    } catch {
      return otherwise;
    }
  };
  const keep = (key: string, text: string) =>
    attempt((s) => {
      s.setItem(key, text);
      return s.getItem(key) === text;
    }, false);
  return {
    get: (key) => here.get(key) ?? attempt((s) => s.getItem(key), null),
    set: (key, text) => {
      const kept = keep(key, text);
      if (kept) here.delete(key);
      else {
        here.set(key, text);
        // An older text must not come back in its place.
        attempt((s) => s.removeItem(key), undefined);
      }
      return kept;
    },
    setOver: (key, text) => {
      const kept = keep(key, text);
      if (kept) here.delete(key);
      else here.set(key, text);
      return kept;
    },
    drop: (key) => {
      here.delete(key);
      attempt((s) => s.removeItem(key), undefined);
    },
    keys: () => [...new Set([...here.keys(), ...attempt((s) => Object.keys(s), [])])],
  };
}

/** Kept until it is dropped, and seen by every tab. */
export const lasting = shelf(() => localStorage);
/** Kept as long as this tab, over a reload. */
export const ofTab = shelf(() => sessionStorage);

/** A JSON document that was kept, or what stands in for it when there is none or it is damaged. */
export function readAs<T extends object>(from: Shelf, key: string, otherwise: T): T {
  try {
    return { ...otherwise, ...(JSON.parse(from.get(key) ?? "{}") as Partial<T>) };
  } catch {
    return otherwise;
  }
}

/** Does this browser keep anything? Asked by keeping something. */
export function keepsAnything(): boolean {
  const key = "brookwind.probe";
  const kept = lasting.set(key, "1");
  lasting.drop(key);
  return kept;
}
