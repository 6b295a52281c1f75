import { shapeOfSheets } from "@core/desk/tip/sheet";
import { packStudy } from "@core/formats/study";
import { grainPathSchema } from "@core/ground/grain";
import { demoAccount } from "@demo/account";
import type { DemoStudy } from "@demo/study-painter";
import { createAccount, findByEmail } from "@server/accounts/repository";
import { addBrushes } from "@server/brushes/repository";
import type { Database } from "@server/database/connect";
import { publish } from "@server/editions/publish";
import { keptGrains } from "@server/grains/repository";
import { keepPicture, pictureFiles } from "@server/images/pictures";
import { keepImage } from "@server/images/repository";
import type { RenderPool } from "@server/render/pool";
import { createSet, findSet } from "@server/sets/repository";
import { appendActs } from "@server/studies/acts";
import { brushesOfStudy } from "@server/studies/brushes";
import { createStudy, findStudy, keepStudyPicture, saveNotes, setGoesOut } from "@server/studies/repository";
import { keptTips } from "@server/tips/repository";

/** Fills an empty database with the demo workshop; leaves any other as it is. */
export async function seedDemo(database: Database, pool: RenderPool): Promise<void> {
  const accounts = await database("accounts").count<{ total: number }[]>("* as total");
  if (Number(accounts[0].total) > 0) return;
  // Drawing the workshop's pictures takes seconds: these are loaded only where they are needed.
  const [{ demoBrushes }, { demoGrains }, { demoPictures }, { demoSets }, { demoTips }] = await Promise.all([
    import("@demo/brushes"),
    import("@demo/grains"),
    import("@demo/pictures"),
    import("@demo/sets"),
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
  for (const one of demoSets) {
    const setId = await createSet(database, account.id, {
      name: one.name,
      licence: "CC-BY-4.0",
      notes: one.notes,
      credits: one.credits,
      brushes: Object.entries(one.groups).flatMap(([group, names]) =>
        names.map((name) => ({ id: byName.get(name) ?? "", group })),
      ),
    });
    await paintStudies({ database, pool }, account.id, setId, byName, one.studies);
    const set = await findSet(database, account.id, setId);
    if (set) await publish(database, pool, account, set, { version: one.version });
  }
}

/** Paints a set’s demonstration and its vignettes, act by act, as its painters would have. */
async function paintStudies(
  { database, pool }: { readonly database: Database; readonly pool: RenderPool },
  accountId: string,
  setId: string,
  brushIds: ReadonlyMap<string, string>,
  studies: readonly DemoStudy[],
): Promise<void> {
  const { StudyPainter } = await import("@demo/study-painter");
  for (const { name, width, height, paper, brush, paint } of studies) {
    const brushId = brush === undefined ? undefined : brushIds.get(brush);
    const id = await createStudy(database, accountId, { name, width, height, paper, setId, brushId });
    const study = id && (await findStudy(database, accountId, id));
    if (!study) throw new Error(`the demo study ${name} could not be begun`);
    const { known } = await brushesOfStudy(database, accountId, study);
    const hashes = new Map(known.map((one) => [one.brush.name, one.hash]));
    const painter = new StudyPainter((called) => hashes.get(called) ?? "");
    paint(painter);
    const kept = await appendActs(database, accountId, study.id, 0, painter.acts);
    if (kept?.kind !== "kept") throw new Error(`the demo study ${name} could not be kept: ${JSON.stringify(kept)}`);
    await saveNotes(database, accountId, study.id, 1, { name, notes: painter.notes });
    await setGoesOut(database, accountId, study.id, true);
    const files = await pictureFiles(
      database,
      known.map((one) => one.brush),
    );
    const bytes = packStudy({
      ...study,
      ...painter.notes,
      studio: demoAccount.studio,
      acts: painter.acts,
      brushes: new Map(known.map((one) => [one.hash, one.brush])),
      files,
    });
    const [whole] = await pool.stages({ bytes, most: 1, longest: 720 });
    await keepStudyPicture({ database, pool }, accountId, study.id, whole.png);
    // What was painted with the whole set is its cover.
    if (brush === undefined)
      await database("sets")
        .where({ id: setId })
        .update({ cover_sha256: await keepImage(database, whole.png, name) });
  }
}
