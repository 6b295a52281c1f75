import { unpack } from "@core/formats/package";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { markCost } from "@core/measure/cost";
import { judge } from "@core/measure/judge";
import { type CheckedSet, gravities, pictureFacts, preflight } from "@core/preflight";
import { readOptions } from "./arguments";
import { readBytes, writeWhole } from "./files";

/** `check SET.zip`: what preflight finds in a package, as JSON. @returns 1 where something blocks, 0 otherwise */
export function check(args: readonly string[]): number {
  const { options, rest } = readOptions(args, ["out"], 1);
  const { set, brushes, files } = unpack(readBytes(rest[0]));
  const pictures = new Map(
    [...files]
      .filter(([path]) => /^(tips|grains)\//.test(path))
      .map(([path, bytes]) => [path, readTipPicture(bytes, path)]),
  );
  const now = () => performance.now();
  const checked: CheckedSet = {
    name: set.name,
    notes: set.notes,
    credits: set.credits,
    licence: set.licence,
    members: set.brushes.flatMap(({ file, note = "", materials }) => {
      const brush = brushes.get(file);
      if (!brush) return [];
      return [
        {
          id: file,
          brush,
          note,
          judgement: judge(brush, pictures, now),
          cost: markCost(brush, pictures, now),
          materials: materials?.map((one) => ({ ...one, licence: one.licence })),
          // Vignettes go beside a package.
          hasVignette: undefined,
        },
      ];
    }),
    pictures: new Map(
      [...pictures].map(([path, picture]) => [path, pictureFacts(picture, files.get(path)?.length ?? 0)]),
    ),
  };
  const found = preflight(checked);
  const counts = Object.fromEntries(
    gravities.map((gravity) => [gravity, found.filter((one) => one.gravity === gravity).length]),
  );
  const told = found.map(({ check: name, gravity, says, id, mend }) => ({
    gravity,
    check: name,
    ...(id === undefined ? {} : { brush: brushes.get(id)?.name, file: id }),
    says,
    ...(mend ? { mend: mend.label } : {}),
  }));
  const text = `${JSON.stringify({ set: `${set.name} ${set.version}`, counts, found: told }, null, 2)}\n`;
  if (options.out === undefined) process.stdout.write(text);
  else writeWhole(options.out, text);
  return counts.block > 0 ? 1 : 0;
}
