import { shapeOfSheets } from "@core/desk/tip/sheet";
import { packStudy } from "@core/formats/study";
import { grainPathSchema } from "@core/ground/grain";
import { demoAccount } from "@demo/account";
import type { DemoSet } from "@demo/sets";
import type { DemoStudy } from "@demo/study-painter";
import { type Account, createAccount, findByEmail } from "@server/accounts/repository";
import { addBrushes } from "@server/brushes/repository";
import type { Database } from "@server/database/connect";
import { DatabaseAway, databaseFault } from "@server/database/database-fault";
import { publish } from "@server/editions/publish";
import { keptGrains } from "@server/grains/repository";
import { keepPicture, pictureFiles } from "@server/images/pictures";
import { keepImage } from "@server/images/repository";
import type { RenderPool } from "@server/render/pool";
import { createSet, findSet } from "@server/sets/repository";
import { actsOf, appendActs } from "@server/studies/acts";
import { brushesOfStudy } from "@server/studies/brushes";
import { createStudy, findStudy, keepStudyPicture, saveNotes, setGoesOut } from "@server/studies/repository";
import { keptTips } from "@server/tips/repository";
import { Parts, type SeedProgress } from "./seed-parts";

export type { SeedProgress };

/** What goes on behind a server that serves already. */
export interface Seeding {
  /** How far it is; undefined where all of the workshop is there. */
  readonly progress: () => SeedProgress | undefined;
  /** Ends when all is there. @throws what stopped it: the next start goes on from there */
  readonly done: Promise<void>;
}

const nothingToDo: Seeding = { progress: () => undefined, done: Promise.resolve() };

/**
 * Fills an empty database with the demo workshop, part by part: a start that was cut short is gone on with by the next. When this
 * answers, the account, its brushes and its sets are there; what is painted for them is painted behind that. Any other database is
 * left as it is.
 */
export async function seedDemo(database: Database, pool: RenderPool): Promise<Seeding> {
  const parts = new Parts(database);
  const [accounts, begun] = await Promise.all([database("accounts").first("id"), parts.begun()]);
  if ((accounts && !begun) || (await parts.has("all"))) return nothingToDo;
  const { demoSets } = await import("@demo/sets");
  const [account] = await parts.once("account", async (change) => {
    const made = (await createAccount(change, demoAccount)) ?? (await findByEmail(change, demoAccount.email));
    if (!made) throw new Error("the demo workshop could not be opened");
    return [made.id];
  });
  await keepMaterials(parts, pool, account);
  const brushIds = await keepBrushes(parts, account);
  const setIds = new Map<string, string>();
  for (const one of demoSets) setIds.set(one.name, await keepSet(parts, account, brushIds, one));
  const rest = async () => {
    // What is painted: two parts for each study, one for each edition.
    parts.expect(demoSets.reduce((sum, { studies }) => sum + 2 * studies.length + 1, 0));
    for (const one of demoSets)
      await paintSet(
        { database, pool, parts },
        { ...demoAccount, id: account },
        setIds.get(one.name) ?? "",
        brushIds,
        one,
      );
    await parts.once("all", async () => []);
  };
  return { progress: () => parts.progress, done: overAgain(database, rest).catch((error) => parts.stopped(error)) };
}

/** How often a database may go away meanwhile, and how long it is waited for, s. */
const MOST_AWAY = 3;
const PATIENCE = 60;

/** Does some work of which what is done is done: where the database has gone away meanwhile, again when it is back. */
async function overAgain(database: Database, work: () => Promise<void>): Promise<void> {
  for (let times = 0; ; times++) {
    try {
      return await work();
    } catch (error) {
      if (!(databaseFault(error) instanceof DatabaseAway) || times >= MOST_AWAY) throw error;
      await answering(database);
    }
  }
}

/** Ends when the database answers, or when it was waited for long enough. */
async function answering(database: Database): Promise<void> {
  for (let second = 0; second < PATIENCE; second++) {
    const answers = await database.raw("select 1").then(
      () => true,
      () => false,
    );
    if (answers) return;
    await new Promise((resolve) => setTimeout(resolve, 1000));
  }
}

/** Tips and grains, and the pictures that brushes name. */
async function keepMaterials(parts: Parts, pool: RenderPool, accountId: string): Promise<void> {
  if (await parts.has("materials")) return;
  // Drawing the workshop's pictures takes seconds: these are loaded only where they are needed.
  const [{ demoGrains }, { demoPictures }, { demoTips }] = await Promise.all([
    import("@demo/grains"),
    import("@demo/pictures"),
    import("@demo/tips"),
  ]);
  await parts.once("materials", async (database) => {
    for (const [path, bytes] of demoPictures) await keepPicture({ database, pool }, accountId, "tips", bytes, path);
    for (const { name, tags, credit, pictures, mapped, pick, pivot } of demoTips()) {
      const paths: string[] = [];
      for (const bytes of pictures) paths.push(await keepPicture({ database, pool }, accountId, "tips", bytes, name));
      const shape = shapeOfSheets(paths, mapped, { pick, weights: paths.map(() => 1) });
      const label = { name, tags, credit, licence: "CC-BY-4.0" } as const;
      await keptTips.keep(database, accountId, label, { shape, pivot: [pivot[0], pivot[1]] });
    }
    for (const { name, tags, credit, picture, pxPerMm } of demoGrains()) {
      const file = grainPathSchema.parse(await keepPicture({ database, pool }, accountId, "grains", picture, name));
      await keptGrains.keep(database, accountId, { name, tags, credit, licence: "CC-BY-4.0" }, { file, pxPerMm });
    }
    return [];
  });
}

/** The ids of the workshop's brushes, by their names. */
async function keepBrushes(parts: Parts, accountId: string): Promise<ReadonlyMap<string, string>> {
  const { demoBrushes } = await import("@demo/brushes");
  const ids = await parts.once("brushes", (database) => addBrushes(database, accountId, demoBrushes));
  return new Map(demoBrushes.map((brush, i) => [brush.name, ids[i]]));
}

async function keepSet(
  parts: Parts,
  accountId: string,
  brushIds: ReadonlyMap<string, string>,
  { name, notes, credits, groups }: DemoSet,
): Promise<string> {
  const brushes = Object.entries(groups).flatMap(([group, names]) =>
    names.map((brush) => ({ id: brushIds.get(brush) ?? "", group })),
  );
  const [id] = await parts.once(`set ${name}`, async (database) => [
    await createSet(database, accountId, { name, licence: "CC-BY-4.0", notes, credits, brushes }),
  ]);
  return id;
}

interface Painting {
  readonly database: Database;
  readonly pool: RenderPool;
  readonly parts: Parts;
}

/** Paints a set’s demonstration and its vignettes, act by act, as its painters would have, and publishes it. */
async function paintSet(
  painting: Painting,
  account: Account,
  setId: string,
  brushIds: ReadonlyMap<string, string>,
  { name, version, studies }: DemoSet,
): Promise<void> {
  const { database, pool, parts } = painting;
  for (const study of studies) {
    const [id] = await parts.once(
      `study ${name}: ${study.name}`,
      (change) => paintStudy(change, account.id, setId, brushIds, study),
      `painting “${study.name}”`,
    );
    await parts.once(
      `picture ${name}: ${study.name}`,
      (change) => picture({ ...painting, database: change }, account, setId, id, study),
      `a picture of “${study.name}”`,
    );
  }
  await parts.last(`edition ${name}`, `publishing “${name}”`, async (finish) => {
    const set = await findSet(database, account.id, setId);
    if (!set) return;
    const made = await publish(database, pool, account, set, { version }, undefined, undefined, finish);
    if ("fault" in made) throw new Error(made.fault);
  });
}

async function paintStudy(
  database: Database,
  accountId: string,
  setId: string,
  brushIds: ReadonlyMap<string, string>,
  { name, width, height, paper, brush, paint }: DemoStudy,
): Promise<[string]> {
  const { StudyPainter } = await import("@demo/study-painter");
  const brushId = brush === undefined ? undefined : brushIds.get(brush);
  const id = await createStudy(database, accountId, { name, width, height, paper, setId, brushId });
  const study = id && (await findStudy(database, accountId, id));
  if (!study) throw new Error(`the demo study ${name} could not be begun`);
  const { known } = await brushesOfStudy(database, accountId, study);
  const hashes = new Map(known.map((one) => [one.brush.name, one.hash]));
  const painter = new StudyPainter((called) => hashes.get(called) ?? "");
  paint(painter);
  const kept = await appendActs(database, accountId, id, 0, painter.acts);
  if (kept?.kind !== "kept") throw new Error(`the demo study ${name} could not be kept: ${JSON.stringify(kept)}`);
  await saveNotes(database, accountId, id, 1, { name, notes: painter.notes });
  await setGoesOut(database, accountId, id, true);
  return [id];
}

/** Keeps what a study looks like; what was painted with the whole set is its cover. */
async function picture(
  { database, pool }: Painting,
  account: Account,
  setId: string,
  id: string,
  { name, brush }: DemoStudy,
): Promise<[]> {
  const study = await findStudy(database, account.id, id);
  // Whoever looks at the workshop while it is painted may have thrown it away.
  if (!study) return [];
  const { known } = await brushesOfStudy(database, account.id, study);
  const brushes = new Map(known.map((one) => [one.hash, one.brush]));
  const files = await pictureFiles(database, [...brushes.values()]);
  const acts = await actsOf(database, id);
  const bytes = packStudy({ ...study, ...study.notes, studio: account.studio, acts, brushes, files });
  const [whole] = await pool.stages({ bytes, most: 1, longest: 720 }, account.id);
  await keepStudyPicture({ database, pool }, account.id, id, whole.png);
  if (brush === undefined)
    await database("sets")
      .where({ id: setId })
      .update({ cover_sha256: await keepImage(database, whole.png, name) });
  return [];
}
