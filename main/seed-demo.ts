import { shapeOfSheets } from "@core/desk/tip/sheet";
import { grainPathSchema } from "@core/ground/grain";
import { demoAccount } from "@demo/account";
import { createAccount, findByEmail } from "@server/accounts/repository";
import { addBrushes } from "@server/brushes/repository";
import type { Database } from "@server/database/connect";
import { publish } from "@server/editions/publish";
import { keptGrains } from "@server/grains/repository";
import { keepPicture } from "@server/images/pictures";
import type { RenderPool } from "@server/render/pool";
import { createSet, findSet } from "@server/sets/repository";
import { keptTips } from "@server/tips/repository";

/** Fills an empty database with the demo workshop; leaves any other as it is. */
export async function seedDemo(database: Database, pool: RenderPool): Promise<void> {
  const accounts = await database("accounts").count<{ total: number }[]>("* as total");
  if (Number(accounts[0].total) > 0) return;
  // Drawing the workshop's pictures takes seconds: these are loaded only where they are needed.
  const [{ demoBrushes }, { demoGrains }, { demoPictures }, { demoTips }] = await Promise.all([
    import("@demo/brushes"),
    import("@demo/grains"),
    import("@demo/pictures"),
    import("@demo/tips"),
  ]);
  const account = (await createAccount(database, demoAccount)) ?? (await findByEmail(database, demoAccount.email));
  if (!account) throw new Error("the demo workshop could not be opened");
  for (const [path, bytes] of demoPictures) await keepPicture({ database, pool }, account.id, "tips", bytes, path);
  for (const { name, tags, credit, pictures, mapped, pick, pivot } of demoTips()) {
    const paths: string[] = [];
    for (const bytes of pictures) paths.push(await keepPicture({ database, pool }, account.id, "tips", bytes, name));
    const shape = shapeOfSheets(paths, mapped, { pick, weights: paths.map(() => 1) });
    await keptTips.keep(
      database,
      account.id,
      { name, tags, credit, licence: "CC-BY-4.0" },
      { shape, pivot: [pivot[0], pivot[1]] },
    );
  }
  for (const { name, tags, credit, picture, pxPerMm } of demoGrains()) {
    const file = grainPathSchema.parse(await keepPicture({ database, pool }, account.id, "grains", picture, name));
    await keptGrains.keep(database, account.id, { name, tags, credit, licence: "CC-BY-4.0" }, { file, pxPerMm });
  }
  const ids = await addBrushes(database, account.id, demoBrushes);
  const byName = new Map(demoBrushes.map((brush, i) => [brush.name, ids[i]]));
  const member = (name: string, group: string) => ({ id: byName.get(name) ?? "", group });
  const setId = await createSet(database, account.id, {
    name: "Shopfront lettering",
    licence: "CC-BY-4.0",
    notes:
      "Everything for one painted fascia: snap the line, block the letters, shade them, and let the gold fall where it may.",
    credits: "Proofed by the yard dog.",
    brushes: [
      member("Chalk snap", "Layout"),
      member("Outliner, fine", "Layout"),
      member("Lettering quill, long", "Letters"),
      member("Enamel one-stroke", "Letters"),
      member("Drop shade", "Letters"),
      member("Gilder’s size", "Gilding"),
      member("Gold flake", "Gilding"),
      member("Leaf, torn", "Gilding"),
      member("Acanthus", "Ornament"),
    ],
  });
  const set = await findSet(database, account.id, setId);
  if (set) await publish(database, pool, account, set, "0.9.0");
}
