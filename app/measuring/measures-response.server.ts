import type { Brush } from "@core/brush";
import { measureBrush } from "@server/measures/measure-brush";
import type { AppLoadContext } from "react-router";
import { faultOf } from "~/http/read-request.server";

/** What a brush measures, as JSON. @param files its pictures, where they are at hand */
export async function measuresResponse(
  context: AppLoadContext,
  brush: Brush,
  files?: ReadonlyMap<string, Uint8Array>,
): Promise<Response> {
  try {
    const judgement = await measureBrush(context, brush, context.account?.id ?? context.address, files);
    return Response.json(judgement, { headers: { "Cache-Control": "private, max-age=3600" } });
  } catch (error) {
    const { fault, status } = faultOf(error);
    return Response.json({ fault }, { status });
  }
}
