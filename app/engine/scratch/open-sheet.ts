import { createStore, delMany, entries, setMany } from "idb-keyval";
import type { SheetShelf } from "./sheet-keeper";

/** How long a page that is just closing may take to let go of the first sheet, ms. */
const PATIENCE = 600;
/** More pages than this have no sheet that is kept. */
const MOST = 8;

/** A maker's scratch sheet in this browser: the first one, or where another page paints on that the next one, and so on. */
export async function openSheet(account: string): Promise<SheetShelf | undefined> {
  for (let n = 1; n <= MOST; n++) {
    const name = `brosse sheet ${account} ${n}`;
    if (!(await lock(name, n === 1))) continue;
    const store = createStore(name, "acts");
    return {
      entries: () => entries(store),
      setMany: (all) => setMany(all, store),
      delMany: (keys) => delMany(keys, store),
    };
  }
  return undefined;
}

/** Holds a name for as long as this worker lives; false where another has it. */
function lock(name: string, waits: boolean): Promise<boolean> {
  return new Promise((resolve) => {
    const hold = (held: Lock | null) => {
      resolve(held !== null);
      return held ? new Promise<void>(() => undefined) : undefined;
    };
    const options = waits ? { signal: AbortSignal.timeout(PATIENCE) } : { ifAvailable: true };
    navigator.locks.request(name, options, hold).catch(() => resolve(false));
  });
}
