import { MAX_ACTS_BYTES } from "@server/limits";
import { partStudy } from "@server/studies/part";
import { notFound } from "~/http/answers";
import { faultOf, readJson } from "~/http/read-request.server";
import type { Route } from "./+types/apart-route";
import { MOST_PART_PIECES, readPart, type SentPart } from "./read-part";

/** Makes a study of its own of what was painted on one in another browser, apart from what the server has. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const { account, database } = context;
  if (!account) return Response.json({ fault: "sign in first" }, { status: 401 });
  let part: SentPart;
  try {
    part = readPart(await readJson(request, MAX_ACTS_BYTES, MOST_PART_PIECES));
  } catch (error) {
    const { fault, status } = faultOf(error);
    return Response.json({ fault }, { status });
  }
  const id = await partStudy(database, account.id, params.id, part.from, part.acts);
  if (!id) throw notFound("study");
  return Response.json({ id });
}
