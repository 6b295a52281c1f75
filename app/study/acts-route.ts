import { MAX_ACTS_BYTES } from "@server/limits";
import { appendActs, partsFrom } from "@server/studies/acts";
import { findStudy } from "@server/studies/repository";
import { data } from "react-router";
import { z } from "zod";
import { notFound } from "~/http/answers";
import { faultOf, readJson } from "~/http/read-request.server";
import type { Route } from "./+types/acts-route";
import { MOST_PART_PIECES, readPart, type SentPart } from "./read-part";

const signedOut = () => Response.json({ kind: "refused", fault: "sign in first" }, { status: 401 });

/** The acts of a study from a number on. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const { account, database } = context;
  if (!account) return signedOut();
  const from = z.coerce
    .number()
    .int()
    .min(0)
    .max(1_000_000)
    .safeParse(new URL(request.url).searchParams.get("from") ?? 0);
  if (!from.success) throw data("from: a whole number is wanted", { status: 400 });
  const study = await findStudy(database, account.id, params.id);
  if (!study) throw notFound("study");
  const parts = await partsFrom(database, study.id, from.data);
  const inner = parts.map((part) => part.slice(1, -1)).filter((part) => part !== "");
  return new Response(`{"acts":[${inner.join(",")}]}`, {
    headers: { "Content-Type": "application/json", "Cache-Control": "no-store" },
  });
}

/** Takes the next acts of a study in. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const { account, database } = context;
  if (!account) return signedOut();
  let part: SentPart;
  try {
    part = readPart(await readJson(request, MAX_ACTS_BYTES, MOST_PART_PIECES));
  } catch (error) {
    const { fault, status } = faultOf(error);
    return Response.json({ kind: "refused", fault }, { status });
  }
  const answer = await appendActs(database, account.id, params.id, part.from, part.acts);
  if (!answer) throw notFound("study");
  return Response.json(answer, { status: answer.kind === "kept" ? 200 : answer.kind === "elsewhere" ? 409 : 400 });
}
