import { SPECIMEN_INK } from "@server/editions/pack-set";
import { editionPackage, findEdition } from "@server/editions/repository";
import { stripJob } from "@server/render/job";
import { stripPng } from "@server/strips/repository";
import { notFound } from "~/http/answers";
import { counted } from "~/ui/words";
import type { Route } from "./+types/share-route";

/** Strokes on the picture of a shared link. */
const STROKES = 5;

/** The picture that a shared link to an edition shows: its name, its maker and the first of its strokes. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const edition = await findEdition(context.database, params.id);
  if (!edition) throw notFound("edition");
  const { set, brushes, files } = await editionPackage(context.database, edition);
  const strips = await Promise.all(
    set.brushes.slice(0, STROKES).flatMap(({ file }) => {
      const brush = brushes.get(file);
      return brush ? [stripPng(context.database, context.pool, stripJob(brush, files, 1000, 110, SPECIMEN_INK))] : [];
    }),
  );
  const png = await context.pool.share({
    title: edition.name,
    under: `${edition.studio} · ${edition.version} · ${counted(edition.brushes, "brush", "brushes")}`,
    strips,
  });
  return new Response(Buffer.from(png), {
    headers: { "Content-Type": "image/png", "Cache-Control": "public, max-age=31536000, immutable" },
  });
}
