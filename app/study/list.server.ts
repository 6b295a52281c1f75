import { firstFault } from "@core/brush";
import { sheetSchema, studyNameSchema } from "@core/study/model";
import { listSets } from "@server/sets/repository";
import { createStudy, listStudies } from "@server/studies/repository";
import { takeStudy } from "@server/studies/take";
import { type AppLoadContext, data, redirect } from "react-router";
import { z } from "zod";
import { needAccount } from "~/http/answers";
import { faultOf, fileOf, readForm } from "~/http/read-request.server";
import type { Route } from "./+types/list-route";

export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const [studies, sets] = await Promise.all([
    listStudies(context.database, account.id),
    listSets(context.database, account.id),
  ]);
  return {
    studies,
    sets: sets.map(({ id, name, brushes }) => ({ id, name, brushes: brushes.length })),
    chosen: new URL(request.url).searchParams.get("set"),
  };
}

const askSchema = z.object({
  name: studyNameSchema,
  set: z.string().max(16),
  brush: z.string().max(16).optional(),
  width: z.coerce.number().pipe(sheetSchema.shape.width),
  height: z.coerce.number().pipe(sheetSchema.shape.height),
  paper: sheetSchema.shape.paper,
});

/** Begins a study, or a vignette where one brush is named, or takes one in from a file. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const form = await readForm(request);
  const file = fileOf(form, "study");
  if (file) return take(context, account.id, file);
  const asked = askSchema.safeParse(Object.fromEntries(form));
  if (!asked.success) return data({ fault: firstFault(asked.error) }, { status: 400 });
  const { set, brush, ...rest } = asked.data;
  const id = await createStudy(context.database, account.id, { ...rest, setId: set, brushId: brush });
  if (!id) return data({ fault: "There is no such set, or no such brush in it." }, { status: 400 });
  return redirect(`/studies/${id}`);
}

async function take(context: AppLoadContext, accountId: string, file: File) {
  try {
    const study = await context.pool.unpackStudy(new Uint8Array(await file.arrayBuffer()), accountId);
    return redirect(`/studies/${await takeStudy(context.database, accountId, study)}`);
  } catch (error) {
    const { fault, status } = faultOf(error);
    return data({ fault: `${file.name}: ${fault}` }, { status });
  }
}
