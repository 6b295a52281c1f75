import type { SetChange } from "./compare-sets";

/** A version that is proposed for an edition, and why. */
export interface Proposal {
  readonly version: string;
  readonly why: string;
}

const numbers = (version: string) => version.split(".").map(Number);

/** Whether one version is older than another. */
export function isOlder(one: string, than: string): boolean {
  const [a, b] = [numbers(one), numbers(than)];
  const n = a.findIndex((value, i) => value !== b[i]);
  return n >= 0 && a[n] < b[n];
}

/** The newest of some versions. */
export function newestVersion(versions: readonly string[]): string | undefined {
  return versions.reduce<string | undefined>(
    (top, one) => (top === undefined || isOlder(top, one) ? one : top),
    undefined,
  );
}

/**
 * The version that what changed calls for: the first number rises where something that painters had is gone, may no longer be done
 * or needs a newer engine; the second where brushes paint otherwise or are new; the third where words changed and nothing else. As
 * Semantic Versioning 2.0.0 has it for what others build on.
 * @param last the newest version; undefined for the first edition @param change what changed since then
 */
export function proposeVersion(last: string | undefined, change: SetChange | undefined): Proposal {
  if (last === undefined || !change) return { version: "1.0.0", why: "It is the first edition." };
  const [major, minor, patch] = numbers(last);
  const { added, removed, renamed, changed, level, licence } = change;
  const breaks = [
    removed.length > 0 && `${removed.join(", ")} ${removed.length === 1 ? "is" : "are"} gone`,
    licence && "the licence is another one",
    level && "it needs another level of the engine",
  ].filter((why) => why !== false);
  if (major === 0) return { version: "1.0.0", why: "What came before was a trial, below 1.0.0." };
  if (breaks.length > 0) return { version: `${major + 1}.0.0`, why: `${capital(breaks.join("; "))}.` };
  const paints = changed.filter((one) => one.paints).map(({ name }) => name);
  if (added.length + paints.length > 0)
    return {
      version: `${major}.${minor + 1}.0`,
      why: `${capital([paints.length > 0 && `${paints.join(", ")} ${paints.length === 1 ? "paints" : "paint"} otherwise`, added.length > 0 && `${added.join(", ")} ${added.length === 1 ? "is" : "are"} new`].filter(Boolean).join("; "))}.`,
    };
  if (renamed.length > 0 || changed.length > 0 || change.words.length > 0)
    return { version: `${major}.${minor}.${patch + 1}`, why: "Words changed, and no stroke." };
  return { version: `${major}.${minor}.${patch + 1}`, why: "Nothing has changed." };
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
