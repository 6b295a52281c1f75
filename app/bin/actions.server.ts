import { binnables, bringBack, listBin, putIntoBin } from "@server/bin/repository";
import { data } from "react-router";
import { z } from "zod";
import { needAccount, notFound } from "~/http/answers";
import { readForm } from "~/http/read-request.server";
import type { Route } from "./+types/route";
import { called } from "./called";

export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  return { things: await listBin(context.database, account.id) };
}

const askSchema = z.object({
  act: z.enum(["put", "back"]),
  what: z.enum(binnables),
  id: z.string().max(16),
  name: z.string().max(200).default(""),
});

/** Puts something into the bin, or brings it back. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const asked = askSchema.safeParse(Object.fromEntries(await readForm(request)));
  if (!asked.success) throw data("The request could not be read.", { status: 400 });
  const { act, what, id, name } = asked.data;
  const done = await (act === "put" ? putIntoBin : bringBack)(context.database, account.id, what, id);
  if (!done) throw notFound(called[what]);
  return { act, what, id, name };
}
