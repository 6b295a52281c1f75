import { firstFault } from "@core/brush";
import { actOnAnswer, answerActSchema } from "@server/answers/repository";
import { data } from "react-router";
import { needAccount, notFound } from "~/http/answers";
import { readJson } from "~/http/read-request.server";
import type { Route } from "./+types/answer-route";

/** Replies to an answer, marks it as done, or puts it away. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const asked = answerActSchema.safeParse(await readJson(request));
  if (!asked.success) return data({ fault: firstFault(asked.error) }, { status: 400 });
  if (!(await actOnAnswer(context.database, account.id, params.id, asked.data))) throw notFound("answer");
  return { done: true };
}
