import { FormatError } from "@core/formats/fault";
import { grainPathSchema } from "@core/ground/grain";
import { groundQualities, plainGroundOf } from "@core/ground/model";
import { findBrush, listNames, saveBrush } from "@server/brushes/repository";
import type { Database } from "@server/database/connect";
import { keepPicture, MAX_PICTURE_BYTES } from "@server/images/pictures";
import { giveOneGrain } from "@server/sets/one-grain";
import { findSet, type KeptSet, listSets } from "@server/sets/repository";
import { data, redirect } from "react-router";
import { z } from "zod";
import { needAccount } from "~/account/need-account";
import type { Route } from "./+types/grain-route";
import { GrainDesk } from "./grain-desk";

export const meta: Route.MetaFunction = () => [{ title: "Grain desk · Brosse" }];

const { low, high } = groundQualities.grainScale;
const scaleSchema = z.coerce.number().min(low).max(high).optional();

export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const [brushes, sets] = await Promise.all([listNames(context.database, account.id), listSets(context.database, account.id)]);
  return { brushes, sets: sets.map(({ id, name }) => ({ id, name })) };
}

/** Keeps a grain's picture and gives it to a brush as its next revision. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  if (Number(request.headers.get("Content-Length") ?? 0) > MAX_PICTURE_BYTES) return data({ fault: `The grain is larger than ${MAX_PICTURE_BYTES >> 20} MB.` }, { status: 413 });
  const form = await request.formData();
  const file = form.get("picture");
  const id = form.get("brush");
  const set = form.get("set");
  const scale = scaleSchema.safeParse(form.get("scale") ?? undefined);
  if (!scale.success) return data({ fault: `The grain’s scale is ${low} to ${high}.` }, { status: 400 });
  if (!(file instanceof File) || file.size === 0) return data({ fault: "There is no grain to keep yet." }, { status: 400 });
  const whole = typeof set === "string" ? await findSet(context.database, account.id, set) : undefined;
  if (whole) return giveToSet(context.database, account.id, whole, file, scale.data ?? 1);
  const kept = typeof id === "string" ? await findBrush(context.database, account.id, id) : undefined;
  if (!kept) return data({ fault: "Choose one of your brushes first." }, { status: 400 });
  try {
    const path = grainPathSchema.parse(await keepPicture(context.database, "grains", new Uint8Array(await file.arrayBuffer()), file.name));
    const ground = { ...(kept.brush.ground ?? { ...plainGroundOf(), depth: 0.6 }), grain: { kind: "picture" as const, file: path }, ...(scale.data && { grainScale: scale.data }) };
    const result = await saveBrush(context.database, account.id, kept.id, kept.revision, { ...kept.brush, ground }, `grain “${file.name}” from the desk`.slice(0, 200));
    if (!result?.saved) return data({ fault: "The brush was saved elsewhere at the same moment; try again." }, { status: 409 });
    return redirect(`/bench/${kept.id}`);
  } catch (error) {
    if (error instanceof FormatError) return data({ fault: error.message }, { status: 400 });
    throw error;
  }
}

async function giveToSet(database: Database, accountId: string, set: KeptSet, file: File, scale: number) {
  try {
    const path = grainPathSchema.parse(await keepPicture(database, "grains", new Uint8Array(await file.arrayBuffer()), file.name));
    return { changed: await giveOneGrain(database, accountId, set, { kind: "picture", file: path }, scale), set: set.name };
  } catch (error) {
    if (error instanceof FormatError) return data({ fault: error.message }, { status: 400 });
    throw error;
  }
}

export default function GrainDeskRoute({ loaderData: { brushes, sets } }: Route.ComponentProps) {
  return <GrainDesk brushes={brushes} sets={sets} />;
}
