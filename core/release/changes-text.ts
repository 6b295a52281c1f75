import { isUnchanged, type SetChange } from "./compare-sets";

/** The longest text of changes that a package carries, letters. */
export const CHANGES_LENGTH = 100_000;

/** The lines that say what changed. */
export function changeLines(change: SetChange): string[] {
  const { added, removed, renamed, changed, words } = change;
  if (isUnchanged(change)) return ["Nothing changed."];
  return [
    ...added.map((name) => `Added: ${name}.`),
    ...removed.map((name) => `Removed: ${name}.`),
    ...renamed.map(({ from, to }) => `Renamed: ${from} is ${to} now.`),
    ...changed.map(({ name, parts }) => {
      const told = parts.map(({ label, from, to }) => `${label} ${from} → ${to}`).join("; ");
      return `Changed: ${name}: ${told.length > 400 ? `${told.slice(0, 400)}…` : told}.`;
    }),
    ...words.map((what) => `Said otherwise: ${what}.`),
  ];
}

/**
 * A package's `CHANGES.md`: what is new in this edition above what the one before it said.
 * @param note the maker's own words @param change undefined for the first edition @param before the earlier edition's text
 */
export function changesText(version: string, note: string, change: SetChange | undefined, before: string): string {
  const lines = change ? changeLines(change) : ["The first edition."];
  const own = [`## ${version}`, ...(note ? [note] : []), lines.map((line) => `- ${line}`).join("\n")].join("\n\n");
  const earlier = before.replace(/^# Changes\s*/, "").trim();
  return `${`# Changes\n\n${own}${earlier ? `\n\n${earlier}` : ""}`.slice(0, CHANGES_LENGTH - 1)}\n`;
}
