import { parseBrush } from "@core/brush";
import { FormatError } from "@core/formats/fault";
import { addBrushes, listBrushes } from "@server/brushes/repository";
import { takePackage } from "@server/editions/take";
import { data, redirect } from "react-router";
import { needAccount } from "~/http/answers";
import type { Route } from "./+types/route";

const MAX_PACKAGE = 64 << 20;

export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  return { brushes: await listBrushes(context.database, account.id) };
}

/** Takes a dropped package, or begins a new brush. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  if (Number(request.headers.get("Content-Length") ?? 0) > MAX_PACKAGE)
    return data({ fault: `The file is larger than ${MAX_PACKAGE >> 20} MB.` }, { status: 413 });
  const form = await request.formData();
  if (form.get("act") === "new") {
    const [id] = await addBrushes(context.database, account.id, [
      parseBrush({
        level: 1,
        name: "New brush",
        paint: { flow: 0.6 },
        responses: [{ quality: "size", source: "pressure", low: 0.2 }],
      }),
    ]);
    return redirect(`/bench/${id}`);
  }
  const file = form.get("package");
  if (!(file instanceof File) || file.size === 0) return data({ fault: "Choose a package first." }, { status: 400 });
  if (file.size > MAX_PACKAGE)
    return data({ fault: `${file.name}: larger than ${MAX_PACKAGE >> 20} MB.` }, { status: 413 });
  try {
    const taken = await takePackage(context.database, account.id, new Uint8Array(await file.arrayBuffer()));
    return data({ taken: `${taken.name} ${taken.version}`, ids: taken.ids });
  } catch (error) {
    if (error instanceof FormatError) return data({ fault: `${file.name}: ${error.message}` }, { status: 400 });
    throw error;
  }
}
