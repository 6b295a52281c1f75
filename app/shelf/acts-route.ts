import { shelfActSchema } from "@server/shelf/act";
import { doShelfAct } from "@server/shelf/do-act";
import { data } from "react-router";
import { needAccount } from "~/http/answers";
import { readJson } from "~/http/read-request.server";
import type { Route } from "./+types/acts-route";

/** Does something to one or several brushes; what takes it back is answered. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const asked = shelfActSchema.safeParse(await readJson(request));
  if (!asked.success) return data({ fault: "The request could not be read." }, { status: 400 });
  const done = await doShelfAct(context.database, account.id, asked.data);
  return { ...done, act: asked.data };
}
