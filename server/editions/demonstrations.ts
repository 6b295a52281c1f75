import type { Brush } from "@core/brush";
import { FormatError, isFault } from "@core/formats/fault";
import type { Doing } from "@core/study/act";
import { lengthOf } from "@core/study/playback";
import { standingActs } from "@core/study/standing";
import { workOfStudy } from "@core/study/work";
import type { Account } from "../accounts/repository";
import type { Database } from "../database/connect";
import { fewAtATime } from "../few-at-a-time";
import { pictureFiles } from "../images/pictures";
import { findImage, keepImage, sha256Of } from "../images/repository";
import { MOST_STUDY_WORK } from "../limits";
import { type StripPainter, TooCostly } from "../render/pool";
import { actsOf } from "../studies/acts";
import { brushesOfStudy } from "../studies/brushes";
import { type KeptStudy, studiesGoingOut } from "../studies/repository";
import { addEditionPictures } from "./withdrawn-pictures";

/** How many pictures of a demonstration are shown before its engine is there, and how long they are at most, px. */
const STAGES = 8;
const LONGEST = 1024;
/** How many studies are painted at one time. */
const AT_ONCE = 2;

/** A demonstration as it goes out: a study's package and the pictures of its stages. */
export interface Demonstration {
  readonly name: string;
  /** For a vignette: the file of its brush in the edition’s package. */
  readonly brushFile: string | null;
  readonly width: number;
  readonly height: number;
  readonly paper: string;
  readonly acts: number;
  readonly length: number;
  readonly bytes: Uint8Array;
  /** The pictures of its brushes, by path. */
  readonly files: ReadonlyMap<string, Uint8Array>;
  readonly stages: readonly { readonly count: number; readonly png: Uint8Array }[];
}

/**
 * The demonstrations and vignettes that go out with an edition of a set, painted.
 * @param fileOf the file of a member brush in the edition’s package, by the brush’s id
 * @throws FormatError that names the study that cannot be painted, and says why
 */
export async function paintDemonstrations(
  database: Database,
  pool: StripPainter,
  account: Account,
  setId: string,
  fileOf: (brushId: string) => string | undefined,
): Promise<readonly Demonstration[]> {
  const studies = await studiesGoingOut(database, account.id, setId);
  const painted = await fewAtATime(studies, AT_ONCE, async (study): Promise<Demonstration[]> => {
    const brushFile = study.brushId ? fileOf(study.brushId) : undefined;
    // A vignette of a brush that is not there shows nothing that goes out.
    if (study.vignette && !brushFile) return [];
    const { acts, standing, brushes } = await paintedStudy(database, account.id, study);
    // Nor does what was taken back altogether.
    if (standing.length === 0) return [];
    const { name, width, height, paper, notes } = study;
    const stops = tooLongToPaint(study, standing, brushes);
    if (stops) throw new FormatError(stops);
    const files = await pictureFiles(database, [...brushes.values()]);
    const whole = { name, studio: account.studio, width, height, paper, ...notes, acts, brushes, files };
    try {
      const bytes = await pool.packStudy(whole, account.id);
      const stages = await pool.stages({ bytes, most: STAGES, longest: LONGEST }, account.id);
      const length = Math.round(lengthOf(standing));
      return [
        {
          name,
          brushFile: brushFile ?? null,
          width,
          height,
          paper,
          acts: standing.length,
          length,
          bytes,
          files,
          stages,
        },
      ];
    } catch (error) {
      if (isFault(error, TooCostly) || isFault(error, FormatError))
        throw new FormatError(`The study “${name}”: ${error.message} ${LET_IT_STAY}`);
      throw error;
    }
  });
  // Whole demonstrations first, then vignettes, each in the order in which they were painted.
  return painted.flat().sort((a, b) => Number(a.brushFile !== null) - Number(b.brushFile !== null));
}

/** A study's acts, those that stand, and its brushes by their hash. */
async function paintedStudy(database: Database, accountId: string, study: KeptStudy) {
  const acts = await actsOf(database, study.id);
  const { known } = await brushesOfStudy(database, accountId, study);
  const brushes = new Map(known.map(({ hash, brush }) => [hash, brush]));
  return { acts, standing: standingActs(acts).map(({ act }) => act), brushes };
}

const LET_IT_STAY = "Untick that it goes out, or paint it shorter.";

/** Why a study cannot be painted for an edition, and what to do; undefined where it can. */
function tooLongToPaint(
  { name, width, height }: KeptStudy,
  standing: readonly Doing[],
  brushes: ReadonlyMap<string, Brush>,
): string | undefined {
  const work = workOfStudy(standing, { width, height }, (hash) => brushes.get(hash));
  if (work <= MOST_STUDY_WORK) return undefined;
  const times = work / MOST_STUDY_WORK;
  return `The study “${name}” takes ${times < 10 ? times.toFixed(1) : Math.round(times)} times as much painting as a demonstration may. ${LET_IT_STAY}`;
}

/** What of a set's studies that go out is too much to be painted, a line each: told before anything is asked for. */
export async function studiesTooLong(database: Database, accountId: string, setId: string): Promise<string[]> {
  const lines = await fewAtATime(await studiesGoingOut(database, accountId, setId), AT_ONCE, async (study) => {
    const { standing, brushes } = await paintedStudy(database, accountId, study);
    return tooLongToPaint(study, standing, brushes) ?? [];
  });
  return lines.flat();
}

/** Keeps demonstrations with their edition, for good. */
export async function addDemonstrations(
  change: Database,
  editionId: string,
  demonstrations: readonly Demonstration[],
): Promise<void> {
  for (const [
    number,
    { name, brushFile, width, height, paper, acts, length, bytes, files, stages },
  ] of demonstrations.entries()) {
    await change("demonstrations").insert({
      edition_id: editionId,
      number,
      name,
      brush_file: brushFile,
      width,
      height,
      paper,
      acts,
      length_ms: length,
      package_sha256: sha256Of(bytes),
      package: Buffer.from(bytes),
    });
    await addEditionPictures(change, editionId, files);
    for (const { count, png } of stages) {
      const sha256 = await keepImage(change, png, `stage ${count} of ${name}`);
      await change("stages").insert({ edition_id: editionId, demonstration: number, acts: count, sha256 });
    }
  }
}

/** What an edition’s page knows of a demonstration before any of it is fetched. */
export interface ShownDemonstration {
  readonly number: number;
  readonly name: string;
  readonly brushFile: string | null;
  readonly width: number;
  readonly height: number;
  readonly paper: string;
  readonly acts: number;
  readonly length: number;
  readonly packageSha256: string;
  readonly stages: readonly { readonly count: number; readonly sha256: string }[];
}

export async function demonstrationsOf(database: Database, editionId: string): Promise<ShownDemonstration[]> {
  const [rows, stages] = await Promise.all([
    database("demonstrations")
      .where({ edition_id: editionId })
      .orderBy("number")
      .select("number", "name", "brush_file", "width", "height", "paper", "acts", "length_ms", "package_sha256"),
    database("stages").where({ edition_id: editionId }).orderBy("acts").select("demonstration", "acts", "sha256"),
  ]);
  return rows.map(({ brush_file, length_ms, package_sha256, ...row }) => ({
    ...row,
    brushFile: brush_file,
    length: length_ms,
    packageSha256: package_sha256,
    stages: stages
      .filter((stage) => stage.demonstration === row.number)
      .map(({ acts, sha256 }) => ({ count: acts, sha256 })),
  }));
}

/** A demonstration's package, exactly as it went out. */
export async function demonstrationPackage(
  database: Database,
  editionId: string,
  number: number,
): Promise<{ readonly bytes: Uint8Array; readonly sha256: string } | undefined> {
  const row = await database("demonstrations")
    .where({ edition_id: editionId, number })
    .first("package", "package_sha256");
  return row && { bytes: row.package, sha256: row.package_sha256 };
}

/** A stage of one of an edition's demonstrations. */
export async function findStage(
  database: Database,
  editionId: string,
  sha256: string,
): Promise<Uint8Array | undefined> {
  const known = await database("stages").where({ edition_id: editionId, sha256 }).first("acts");
  return known ? findImage(database, sha256) : undefined;
}
