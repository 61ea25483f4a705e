/** Photographs that only this browser has, until the server has them: too large for what keeps the day. */
const [DATABASE, SHELF] = ["brookwind-pictures", "pictures"];
/** What the browser will not keep is at least kept as long as the page is open. */
const here = new Map<string, Blob>();

const opened = () =>
  new Promise<IDBDatabase>((done, refuse) => {
    const asked = indexedDB.open(DATABASE, 1);
    asked.onupgradeneeded = () => asked.result.createObjectStore(SHELF);
    asked.onsuccess = () => done(asked.result);
    asked.onerror = () => refuse(asked.error);
  });

async function on<T>(mode: IDBTransactionMode, act: (shelf: IDBObjectStore) => IDBRequest<T>): Promise<T> {
  const database = await opened();
  try {
    return await new Promise<T>((done, refuse) => {
      const turn = database.transaction(SHELF, mode);
      const asked = act(turn.objectStore(SHELF));
      // Kept once the whole turn is, not when it was asked for.
      turn.oncomplete = () => done(asked.result);
      turn.onabort = () => refuse(turn.error);
    });
  } finally {
    database.close();
  }
}

/** Keep a picture under its name. False when it is kept only as long as the page is open. */
export async function keepPicture(id: string, picture: Blob): Promise<boolean> {
  try {
    await on("readwrite", (s) => s.put(picture, id));
    return true;
  } catch {
    here.set(id, picture);
    return false;
  }
}

/** A picture that was kept; null when it is gone. */
export async function pictureOf(id: string): Promise<Blob | null> {
  try {
    return here.get(id) ?? (await on<Blob | undefined>("readonly", (s) => s.get(id))) ?? null;
  } catch {
    return null;
  }
}

/** Let a picture go: the server has it, or it was taken back. */
export async function letGo(id: string): Promise<void> {
  here.delete(id);
  try {
    await on("readwrite", (s) => s.delete(id));
  } catch {
    // Nothing was kept.
  }
}
