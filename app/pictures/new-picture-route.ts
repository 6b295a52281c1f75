import { FormatError } from "@core/formats/fault";
import { keepPicture, MAX_PICTURE_BYTES } from "@server/images/pictures";
import { data } from "react-router";
import { needAccount } from "~/http/answers";
import type { Route } from "./+types/new-picture-route";

/** Keeps a picture that a tip or a grain is to be made of, and answers with the path by which brushes name it. */
export async function action({ context, request }: Route.ActionArgs) {
  needAccount(context, request);
  const folder = new URL(request.url).pathname.startsWith("/grains") ? "grains" : "tips";
  if (Number(request.headers.get("Content-Length") ?? 0) > MAX_PICTURE_BYTES)
    return data({ fault: `The picture is larger than ${MAX_PICTURE_BYTES >> 20} MB.` }, { status: 413 });
  const file = (await request.formData()).get("picture");
  if (!(file instanceof File) || file.size === 0) return data({ fault: "Choose a picture first." }, { status: 400 });
  if (file.size > MAX_PICTURE_BYTES)
    return data({ fault: `${file.name}: larger than ${MAX_PICTURE_BYTES >> 20} MB.` }, { status: 413 });
  try {
    return { path: await keepPicture(context.database, folder, new Uint8Array(await file.arrayBuffer()), file.name) };
  } catch (error) {
    if (error instanceof FormatError) return data({ fault: error.message }, { status: 400 });
    throw error;
  }
}
