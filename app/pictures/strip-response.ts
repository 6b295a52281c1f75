import type { Brush } from "@core/brush";
import { SPECIMEN_INK } from "@server/editions/pack-set";
import { pictureFiles } from "@server/images/pictures";
import { stripJob } from "@server/render/job";
import type { AppLoadContext } from "react-router";
import { z } from "zod";

const query = z.object({
  w: z.coerce.number().int().min(64).max(1600).default(720),
  h: z.coerce.number().int().min(24).max(400).default(84),
});

/** A brush's stroke as PNG. Its address names what never changes, so it may be kept for good. @param tips the pictures of its tip, when they are at hand */
export async function stripResponse(
  context: AppLoadContext,
  request: Request,
  brush: Brush,
  visibility: "public" | "private",
  tips?: ReadonlyMap<string, Uint8Array>,
): Promise<Response> {
  const size = query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!size.success) throw new Response("The strip's size is out of range.", { status: 400 });
  const png = await context.pool.strip(
    stripJob(brush, tips ?? (await pictureFiles(context.database, [brush])), size.data.w, size.data.h, SPECIMEN_INK),
  );
  return new Response(Buffer.from(png), {
    headers: { "Content-Type": "image/png", "Cache-Control": `${visibility}, max-age=31536000, immutable` },
  });
}
