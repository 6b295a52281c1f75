import { FormatError } from "@core/formats/fault";
import { grainPathSchema } from "@core/ground/grain";
import { plainGroundOf } from "@core/ground/model";
import { findBrush, listNames, saveBrush } from "@server/brushes/repository";
import { keepPicture, MAX_PICTURE_BYTES } from "@server/images/pictures";
import { data, redirect } from "react-router";
import { needAccount } from "~/account/need-account";
import type { Route } from "./+types/grain-route";
import { GrainDesk } from "./grain-desk";

export const meta: Route.MetaFunction = () => [{ title: "Grain desk · Brosse" }];

export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  return { brushes: await listNames(context.database, account.id) };
}

/** Keeps a grain's picture and gives it to a brush as its next revision. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  if (Number(request.headers.get("Content-Length") ?? 0) > MAX_PICTURE_BYTES) return data({ fault: `The grain is larger than ${MAX_PICTURE_BYTES >> 20} MB.` }, { status: 413 });
  const form = await request.formData();
  const file = form.get("picture");
  const id = form.get("brush");
  if (!(file instanceof File) || file.size === 0) return data({ fault: "There is no grain to keep yet." }, { status: 400 });
  const kept = typeof id === "string" ? await findBrush(context.database, account.id, id) : undefined;
  if (!kept) return data({ fault: "Choose one of your brushes first." }, { status: 400 });
  try {
    const path = grainPathSchema.parse(await keepPicture(context.database, "grains", new Uint8Array(await file.arrayBuffer()), file.name));
    const ground = { ...(kept.brush.ground ?? { ...plainGroundOf(), depth: 0.6 }), grain: { kind: "picture" as const, file: path } };
    const result = await saveBrush(context.database, account.id, kept.id, kept.revision, { ...kept.brush, ground }, `grain “${file.name}” from the desk`.slice(0, 200));
    if (!result?.saved) return data({ fault: "The brush was saved elsewhere at the same moment; try again." }, { status: 409 });
    return redirect(`/bench/${kept.id}`);
  } catch (error) {
    if (error instanceof FormatError) return data({ fault: error.message }, { status: 400 });
    throw error;
  }
}

export default function GrainDeskRoute({ loaderData: { brushes } }: Route.ComponentProps) {
  return <GrainDesk brushes={brushes} />;
}
