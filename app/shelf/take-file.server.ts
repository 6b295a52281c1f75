import { BrushError, parseBrush } from "@core/brush";
import { shapeOfSheets } from "@core/desk/tip/sheet";
import { FormatError } from "@core/formats/fault";
import { parseJson } from "@core/formats/json";
import type { Account } from "@server/accounts/repository";
import { addBrushes } from "@server/brushes/repository";
import { findEditionOf } from "@server/editions/repository";
import { onShelf, takePackage } from "@server/editions/take";
import { keepPicture, missingPicture } from "@server/images/pictures";
import { sha256Of } from "@server/images/repository";
import { MAX_JSON } from "@server/limits";
import type { AppLoadContext } from "react-router";

/** What came onto a shelf from one file. */
export interface TakenFile {
  readonly name: string;
  readonly ids: readonly string[];
}

/**
 * Puts what is in a file on a shelf: the brushes of a package, a brush from its JSON, or a plain brush with a PNG as its tip.
 * @throws FormatError with one line that says what is wrong with it; nothing is kept then
 */
export async function takeFile(context: AppLoadContext, account: Account, file: File): Promise<TakenFile> {
  const { database } = context;
  const plain = file.name.replace(/\.[^.]*$/, "").slice(0, 80) || "tip";
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (/\.json$/i.test(file.name)) {
    const brush = brushOf(bytes, file.name);
    const missing = await missingPicture(database, brush);
    if (missing) throw new FormatError(`it needs the picture ${missing}, which is not here: take it as a package`);
    return { name: brush.name, ids: await addBrushes(database, account.id, [brush]) };
  }
  if (/\.png$/i.test(file.name)) {
    const path = await keepPicture(context, account.id, "tips", bytes, file.name);
    const shape = shapeOfSheets([path], false, { pick: "chance", weights: [1] });
    const brush = parseBrush({ level: 1, name: plain, tip: { shape, size: 100 } });
    return { name: brush.name, ids: await addBrushes(database, account.id, [brush]) };
  }
  // An edition's package is known by its bytes: what is taken from it can be renewed.
  const edition = await findEditionOf(database, sha256Of(bytes));
  const there = edition && (await onShelf(database, account.id, edition));
  const taken = await takePackage(context, account.id, bytes, edition?.id);
  const once = there?.isThis ? " (once more: it was on your shelf already)" : "";
  return { name: `${taken.name} ${taken.version}${once}`, ids: taken.ids };
}

function brushOf(bytes: Uint8Array, name: string) {
  try {
    return parseBrush(parseJson(new TextDecoder().decode(bytes), name, MAX_JSON));
  } catch (error) {
    if (error instanceof BrushError) throw new FormatError(error.message);
    throw error;
  }
}
