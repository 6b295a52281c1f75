/** How long a page that is just closing may take to let go, ms. */
const PATIENCE = 600;

/** What a page is told of a study that only one page of a browser paints on at a time. */
export interface OnePage {
  /** It is this page's. */
  readonly held: () => void;
  /** Another page paints on it. */
  readonly taken: () => void;
  /** The other page has let go of it; it is this page's from now on. */
  readonly freed: () => void;
}

/**
 * Holds a study for this page: two pages that keep acts in one store would overwrite each other's where there is no network.
 * @param locks the browser's Web Locks; without them (a page that is not secure) nothing is held, and the study is this page's
 * @returns what lets go of it
 */
export function holdStudy(id: string, { held, taken, freed }: OnePage, locks = navigator.locks): () => void {
  if (!locks) {
    held();
    return () => undefined;
  }
  let told = false;
  let letGo: () => void = () => undefined;
  const open = new Promise<void>((resolve) => {
    letGo = resolve;
  });
  const unwanted = new AbortController();
  const timer = setTimeout(() => {
    told = true;
    taken();
  }, PATIENCE);
  const hold = () => {
    clearTimeout(timer);
    if (!unwanted.signal.aborted) (told ? freed : held)();
    return open;
  };
  locks.request(`brosse study ${id}`, { signal: unwanted.signal }, hold).catch(() => undefined);
  return () => {
    clearTimeout(timer);
    unwanted.abort();
    letGo();
  };
}
