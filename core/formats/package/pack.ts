import { strToU8, type Zippable, zipSync } from "fflate";
import { type Brush, brushText } from "../../brush";
import { licences, licenceText } from "./licences";
import { type SetFile, setFileSchema } from "./schema";

/** Everything a package holds besides what can be derived from it. */
export interface SetPackage {
  readonly set: SetFile;
  /** By path, as `set.brushes` lists them. */
  readonly brushes: ReadonlyMap<string, Brush>;
  /** Pictures and hands by path: `tips/…png`, `grains/…png`, `hands/…inkml`, `specimen.png`. */
  readonly files: ReadonlyMap<string, Uint8Array>;
  /** `CHANGES.md`: what changed from edition to edition; absent where there is none. */
  readonly changes?: string;
}

/** ZIP has no time zones and begins in 1980: one fixed moment, so that equal packages are equal bytes. */
const MOMENT = new Date(1980, 0, 2, 12);

/** Writes a set package: a ZIP with `set.json` first. Equal packages are equal bytes. */
export function pack({ set, brushes, files, changes }: SetPackage): Uint8Array {
  const entries: Zippable = { "set.json": strToU8(`${JSON.stringify(setFileSchema.parse(set), null, 2)}\n`) };
  for (const { file } of set.brushes) {
    const brush = brushes.get(file);
    if (!brush) throw new RangeError(`${file} is listed but missing`);
    entries[file] = strToU8(brushText(brush));
  }
  for (const [path, bytes] of files) entries[path] = path.endsWith(".png") ? [bytes, { level: 0 }] : bytes;
  entries["README.md"] = strToU8(readme(set, brushes));
  if (changes !== undefined) entries["CHANGES.md"] = strToU8(changes);
  entries["LICENSE.txt"] = strToU8(licenceText(set.licence, set.studio) + madeOf(set, brushes));
  return zipSync(entries, { level: 9, mtime: MOMENT });
}

function readme(set: SetFile, brushes: ReadonlyMap<string, Brush>): string {
  const list = set.brushes.map(({ file, group, note, use, traits }, n) => {
    const brush = brushes.get(file);
    const says = [brush?.notes, note].filter(Boolean).join(" ");
    const heading = group && group !== (set.brushes[n - 1]?.group ?? "") ? `\n### ${group}\n\n` : "";
    return `${heading}- **${brush?.name}**${use ? ` (${use})` : ""}${says ? `: ${says}` : ""}${brush?.tags ? ` [${brush.tags.join(", ")}]` : ""}${traits?.length ? ` _${traits.join(", ")}_` : ""} (\`${file}\`)`;
  });
  return `# ${set.name} ${set.version}\n\nby ${set.studio}\n\n${set.notes ? `${set.notes}\n\n` : ""}## Brushes\n\n${list.join("\n")}\n\n## Licence\n\n${licences[set.licence].label}: see LICENSE.txt.\n${set.credits ? `\n## Credits\n\n${set.credits}\n` : ""}`;
}

/** What the brushes are made of, and under which licence that is: each thing once. */
function madeOf(set: SetFile, brushes: ReadonlyMap<string, Brush>): string {
  const users = new Map<string, Set<string>>();
  for (const { file, materials } of set.brushes)
    for (const { what, licence, credit } of materials ?? []) {
      const says = `${what}: ${licence ? licences[licence].label : "nobody has said under which licence"}${credit ? `, ${credit}` : ""}`;
      users.set(says, (users.get(says) ?? new Set()).add(brushes.get(file)?.name ?? file));
    }
  const lines = [...users].map(([says, names]) => `- ${says} (in ${[...names].join(", ")})`);
  return lines.length > 0 ? `\nWhat the brushes are made of:\n\n${lines.join("\n")}\n` : "";
}

/** A file name for a brush: its name in plain letters, made unique among `taken`, which it joins. */
export function brushPath(name: string, taken: Set<string>): string {
  const plain =
    name
      .normalize("NFKD")
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "")
      .slice(0, 80) || "brush";
  let path = `brushes/${plain}.json`;
  for (let n = 2; taken.has(path); n++) path = `brushes/${plain}-${n}.json`;
  taken.add(path);
  return path;
}
