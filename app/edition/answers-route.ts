import { firstFault } from "@core/brush";
import { addAnswer, answerSchema } from "@server/answers/repository";
import { openEdition } from "~/http/open-edition.server";
import { readJson } from "~/http/read-request.server";
import type { Route } from "./+types/answers-route";

/** Takes what a painter answers to an edition, signed in or not. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const edition = await openEdition(context, params.id);
  const asked = answerSchema.safeParse(await readJson(request));
  if (!asked.success) return Response.json({ fault: firstFault(asked.error) }, { status: 400 });
  const from = { accountId: context.account?.id, address: context.address };
  if (!(await addAnswer(context.database, edition.id, asked.data, from)))
    return Response.json({ fault: "That was a lot of answers within an hour; come back later." }, { status: 429 });
  return Response.json({ kind: "told" });
}
