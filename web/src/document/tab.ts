import { ofTab } from "../browser/storage";
import { uuid } from "./uuid";

/** A name for this tab, over a reload. A tab that was duplicated has the other's name at first, and gets its own. */
const KEY = "brookwind.tab";
const LOCK = "brookwind.tab.";
const fresh = () => uuid().slice(0, 8);

let mine = ofTab.get(KEY) ?? fresh();
let open: ReadonlySet<string> = new Set();

export const tab = (): string => mine;

/** Is another tab of that name open? Those that were when this page was loaded. */
export const isOpen = (name: string): boolean => open.has(name);

/** Hold a lock for as long as the page is open; false when another page holds it. */
const hold = (name: string) =>
  new Promise<boolean>((done) => {
    void navigator.locks.request(name, { ifAvailable: true }, (lock) => {
      done(lock !== null);
      return lock ? new Promise(() => {}) : undefined;
    });
  });

/** Take a name and see which are taken, before any page is shown. Without locks a reload keeps the name all the same. */
export async function claimTab(): Promise<void> {
  try {
    // After a reload the page before may hold its lock for a moment longer.
    for (let attempt = 0; attempt < 5 && !(await hold(LOCK + mine)); attempt++) {
      if (attempt === 3) mine = fresh();
      else await new Promise((go) => setTimeout(go, 50));
    }
    const { held } = await navigator.locks.query();
    const names = held?.map((l) => l.name ?? "").filter((n) => n.startsWith(LOCK)) ?? [];
    open = new Set(names.map((n) => n.slice(LOCK.length)).filter((n) => n !== mine));
  } catch {
    // A browser without locks.
  }
  ofTab.set(KEY, mine);
}
