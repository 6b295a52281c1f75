import { packStudy } from "@core/formats/study";
import { lengthOf } from "@core/study/playback";
import { standingActs } from "@core/study/standing";
import type { Account } from "../accounts/repository";
import type { Database } from "../database/connect";
import { pictureFiles } from "../images/pictures";
import { findImage, keepImage, sha256Of } from "../images/repository";
import type { StripPainter } from "../render/pool";
import { actsOf } from "../studies/acts";
import { brushesOfStudy } from "../studies/brushes";
import { studiesGoingOut } from "../studies/repository";

/** How many pictures of a demonstration are shown before its engine is there, and how long they are at most, px. */
const STAGES = 8;
const LONGEST = 1024;

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
  readonly stages: readonly { readonly count: number; readonly png: Uint8Array }[];
}

/**
 * The demonstrations and vignettes that go out with an edition of a set, painted.
 * @param fileOf the file of a member brush in the edition’s package, by the brush’s id
 */
export async function paintDemonstrations(
  database: Database,
  pool: StripPainter,
  account: Account,
  setId: string,
  fileOf: (brushId: string) => string | undefined,
): Promise<readonly Demonstration[]> {
  const studies = await studiesGoingOut(database, account.id, setId);
  const painted = await Promise.all(
    studies.map(async (study): Promise<Demonstration[]> => {
      const acts = await actsOf(database, study.id);
      const standing = standingActs(acts).map(({ act }) => act);
      const brushFile = study.brushId ? fileOf(study.brushId) : undefined;
      // What was taken back altogether shows nothing, nor a vignette of a brush that is not there.
      if (standing.length === 0 || (study.brushId && !brushFile)) return [];
      const { known } = await brushesOfStudy(database, account.id, study);
      const brushes = new Map(known.map(({ hash, brush }) => [hash, brush]));
      const files = await pictureFiles(database, [...brushes.values()]);
      const { name, width, height, paper, notes } = study;
      const bytes = packStudy({ name, studio: account.studio, width, height, paper, ...notes, acts, brushes, files });
      const stages = await pool.stages({ bytes, most: STAGES, longest: LONGEST });
      const length = Math.round(lengthOf(standing));
      return [
        { name, brushFile: brushFile ?? null, width, height, paper, acts: standing.length, length, bytes, stages },
      ];
    }),
  );
  // Whole demonstrations first, then vignettes, each in the order in which they were painted.
  return painted.flat().sort((a, b) => Number(a.brushFile !== null) - Number(b.brushFile !== null));
}

/** Keeps demonstrations with their edition, for good. */
export async function addDemonstrations(
  change: Database,
  editionId: string,
  demonstrations: readonly Demonstration[],
): Promise<void> {
  for (const [
    number,
    { name, brushFile, width, height, paper, acts, length, bytes, stages },
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
