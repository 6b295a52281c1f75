import type { Brush } from "@core/brush";
import { drawnGrainKinds } from "@core/ground/grain";
import { simulatedHands } from "@core/hand/simulate";
import { SPECIMEN_INK } from "@server/editions/pack-set";
import { pictureFiles } from "@server/images/pictures";
import { stripJob } from "@server/render/job";
import { stripPng } from "@server/strips/repository";
import type { AppLoadContext } from "react-router";
import { z } from "zod";
import { KEPT_BY_WHO_ASKED } from "~/http/answers";

const query = z.object({
  w: z.coerce.number().int().min(64).max(1600).default(720),
  h: z.coerce.number().int().min(24).max(400).default(84),
  hand: z.enum(Object.keys(simulatedHands) as [keyof typeof simulatedHands]).optional(),
  grain: z.enum(drawnGrainKinds).optional(),
  wet: z.literal("1").optional(),
  ink: z
    .string()
    .regex(/^[0-9a-f]{6}$/)
    .optional(),
});

/** A brush's stroke as PNG. Its address names what never changes, so it may be kept for good. @param tips the pictures of its tip, when they are at hand */
export async function stripResponse(
  context: AppLoadContext,
  request: Request,
  brush: Brush,
  tips?: ReadonlyMap<string, Uint8Array>,
): Promise<Response> {
  const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success) throw new Response("The strip's size or look is out of range.", { status: 400 });
  const { w, h, hand, grain, wet, ink } = asked.data;
  const look = { ...(hand ? { hand } : {}), ...(grain ? { grain } : {}), ...(wet ? { wet: true } : {}) };
  const colour = ink ? `#${ink}` : SPECIMEN_INK;
  const files = tips ?? (await pictureFiles(context.database, [brush]));
  const job = stripJob(brush, files, w, h, colour, look);
  const who = context.account?.id ?? context.address;
  const png = await stripPng(context.database, context.pool, job, who);
  return new Response(Buffer.from(png), {
    headers: { "Content-Type": "image/png", "Cache-Control": KEPT_BY_WHO_ASKED },
  });
}
