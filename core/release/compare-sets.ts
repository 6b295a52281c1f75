import { type Brush, brushText, valuesText } from "../brush";
import type { SetPackage } from "../formats/package";
import { partLabel, partsOf, partValue } from "./parts";

/** A part in which two editions' brushes differ, in words. */
export interface PartDifference {
  readonly label: string;
  readonly from: string;
  readonly to: string;
}

/** A brush that is in both editions, and not the same. */
export interface ChangedBrush {
  readonly file: string;
  readonly name: string;
  readonly from: Brush;
  readonly to: Brush;
  readonly parts: readonly PartDifference[];
  /** Whether it may paint otherwise: more than its words have changed. */
  readonly paints: boolean;
}

/** What changed from one edition of a set to another. */
export interface SetChange {
  readonly added: readonly string[];
  readonly removed: readonly string[];
  readonly renamed: readonly { readonly from: string; readonly to: string }[];
  readonly changed: readonly ChangedBrush[];
  /** What is said otherwise of the set and of its brushes. */
  readonly words: readonly string[];
  readonly licence: boolean;
  readonly level: boolean;
}

/** What is compared: a package, or what is going to be one. */
export type ComparedSet = Pick<SetPackage, "set" | "brushes">;

/** Says what changed. Brushes are the same one by their file; of those left over, by painting exactly alike. */
export function compareSets(from: ComparedSet, to: ComparedSet): SetChange {
  const gone = [...from.brushes].filter(([file]) => !to.brushes.has(file));
  const come = [...to.brushes].filter(([file]) => !from.brushes.has(file));
  const renamed: { from: string; to: string }[] = [];
  for (const one of [...gone]) {
    const other = come.find(([, brush]) => valuesText(brush) === valuesText(one[1]));
    if (!other) continue;
    renamed.push({ from: one[1].name, to: other[1].name });
    gone.splice(gone.indexOf(one), 1);
    come.splice(come.indexOf(other), 1);
  }
  const changed = [...to.brushes].flatMap(([file, brush]): ChangedBrush[] => {
    const before = from.brushes.get(file);
    if (!before || brushText(before) === brushText(brush)) return [];
    const paints = valuesText(before) !== valuesText(brush);
    return [{ file, name: brush.name, from: before, to: brush, parts: partDifferences(before, brush), paints }];
  });
  return {
    added: come.map(([, { name }]) => name),
    removed: gone.map(([, { name }]) => name),
    renamed,
    changed,
    words: wordDifferences(from, to),
    licence: from.set.licence !== to.set.licence,
    level: from.set.level !== to.set.level,
  };
}

/** The parts in which two brushes differ. */
export function partDifferences(from: Brush, to: Brush): PartDifference[] {
  const wholeGround = from.ground === null || to.ground === null;
  const [a, b] = [partsOf(from, wholeGround), partsOf(to, wholeGround)];
  return [...new Set([...a.keys(), ...b.keys()])].flatMap((key): PartDifference[] => {
    const [was, is] = [a.get(key), b.get(key)];
    if (JSON.stringify(was) === JSON.stringify(is)) return [];
    return [{ label: partLabel(key), from: partValue(key, was), to: partValue(key, is) }];
  });
}

function wordDifferences({ set: from }: ComparedSet, { set: to }: ComparedSet): string[] {
  const found: string[] = [];
  if (from.name !== to.name) found.push(`the set is called “${to.name}” and no longer “${from.name}”`);
  if (from.studio !== to.studio) found.push(`the studio is called “${to.studio}”`);
  if (from.notes !== to.notes) found.push("the notes on the set");
  if (from.credits !== to.credits) found.push("the credits");
  if (from.licence !== to.licence) found.push("the licence");
  const both = to.brushes.filter(({ file }) => from.brushes.some((one) => one.file === file));
  const was = from.brushes.filter(({ file }) => both.some((one) => one.file === file));
  if (both.map(({ file }) => file).join() !== was.map(({ file }) => file).join())
    found.push("the order of the brushes");
  const before = new Map(from.brushes.map((line) => [line.file, line]));
  const said = both.filter(({ file, note, use }) => note !== before.get(file)?.note || use !== before.get(file)?.use);
  if (said.length > 0) found.push(`what is said of ${said.length === 1 ? "a brush" : `${said.length} brushes`}`);
  if (both.some(({ file, group }) => group !== before.get(file)?.group)) found.push("the groups");
  return found;
}

/** Whether nothing at all changed. */
export function isUnchanged({ added, removed, renamed, changed, words, level }: SetChange): boolean {
  return [added, removed, renamed, changed, words].every((list) => list.length === 0) && !level;
}
