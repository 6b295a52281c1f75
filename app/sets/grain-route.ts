import { firstFault } from "@core/brush";
import { drawnGrainKinds, grainOf } from "@core/ground/grain";
import { groundQualities } from "@core/ground/model";
import { giveOneGrain } from "@server/sets/one-grain";
import { findSet } from "@server/sets/repository";
import { data } from "react-router";
import { z } from "zod";
import { needAccount, notFound } from "~/http/answers";
import { readForm } from "~/http/read-request.server";
import type { Route } from "./+types/grain-route";

const { low, high } = groundQualities.grainScale;
const askSchema = z.strictObject({
  kind: z.enum(drawnGrainKinds as [string, ...string[]]),
  scale: z.coerce.number().min(low).max(high),
});

/** Gives a set's brushes one grain. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const asked = askSchema.safeParse(Object.fromEntries(await readForm(request)));
  if (!asked.success) return data({ fault: firstFault(asked.error) }, { status: 400 });
  const set = await findSet(context.database, account.id, params.id);
  if (!set) throw notFound("set");
  const kind = drawnGrainKinds.find((name) => name === asked.data.kind);
  if (!kind) return data({ fault: "no such grain" }, { status: 400 });
  return { changed: await giveOneGrain(context.database, account.id, set, grainOf(kind), asked.data.scale) };
}
