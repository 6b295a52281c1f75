import { dropPaint, keepPaint, listPaints, ownPaintSchema } from "@server/paints/repository";
import { data } from "react-router";
import { z } from "zod";
import { needAccount } from "~/http/answers";
import type { Route } from "./+types/paints-route";

const actSchema = z.discriminatedUnion("act", [
  z.strictObject({ act: z.literal("keep"), paint: ownPaintSchema }),
  z.strictObject({ act: z.literal("drop"), id: z.string().max(16) }),
]);

/** The paints that whoever is signed in has made. */
export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  return { paints: await listPaints(context.database, account.id) };
}

/** Keeps a paint, or lets one go; answers all there are then. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const { database } = context;
  const read = actSchema.safeParse(await request.json().catch(() => undefined));
  if (!read.success) {
    const [{ path, message }] = read.error.issues;
    return data({ fault: `${path.join(".") || "the paint"}: ${message}` }, { status: 400 });
  }
  const ask = read.data;
  const fault = await (ask.act === "keep"
    ? keepPaint(database, account.id, ask.paint)
    : dropPaint(database, account.id, ask.id));
  if (fault) return data({ fault }, { status: 409 });
  return { paints: await listPaints(database, account.id) };
}
