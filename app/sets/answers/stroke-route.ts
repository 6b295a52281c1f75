import { writeInkml } from "@core/formats/inkml/write";
import { samplesOfTrace } from "@core/study/trace";
import { findAnswer } from "@server/answers/repository";
import { needAccount, notFound } from "~/http/answers";
import type { Route } from "./+types/stroke-route";

/** The stroke that a painter has sent with an answer, as W3C InkML. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const answer = await findAnswer(context.database, account.id, params.id);
  if (!answer?.stroke) throw notFound("stroke");
  const text = writeInkml({ name: "a painter’s stroke", strokes: [samplesOfTrace(answer.stroke.trace, 0)] });
  return new Response(text, {
    headers: {
      "Content-Type": "application/inkml+xml",
      "Content-Disposition": 'attachment; filename="stroke.inkml"',
      "Cache-Control": "private, no-store",
    },
  });
}
