import { firstFault } from "@core/brush";
import { MAX_ACTS_BYTES } from "@server/limits";
import { partStudy } from "@server/studies/part";
import { notFound } from "~/http/answers";
import { readJson } from "~/http/read-request.server";
import type { Route } from "./+types/apart-route";
import { partSchema } from "./part-schema";

/** Makes a study of its own of what was painted on one in another browser, apart from what the server has. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const { account, database } = context;
  if (!account) return Response.json({ fault: "sign in first" }, { status: 401 });
  const asked = partSchema.safeParse(await readJson(request, MAX_ACTS_BYTES));
  if (!asked.success) return Response.json({ fault: firstFault(asked.error) }, { status: 400 });
  const id = await partStudy(database, account.id, params.id, asked.data.from, asked.data.acts);
  if (!id) throw notFound("study");
  return Response.json({ id });
}
