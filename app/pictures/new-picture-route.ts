import { keepPicture } from "@server/images/pictures";
import { data } from "react-router";
import { needAccount } from "~/http/answers";
import { faultOf, fileOf, readForm } from "~/http/read-request.server";
import type { Route } from "./+types/new-picture-route";

/** Keeps a picture that a tip or a grain is to be made of, and answers with the path by which brushes name it. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const folder = new URL(request.url).pathname.startsWith("/grains") ? "grains" : "tips";
  const file = fileOf(await readForm(request), "picture");
  if (!file) return data({ fault: "Choose a picture first." }, { status: 400 });
  try {
    const bytes = new Uint8Array(await file.arrayBuffer());
    return { path: await keepPicture(context, account.id, folder, bytes, file.name) };
  } catch (error) {
    const { fault, status } = faultOf(error);
    return data({ fault }, { status });
  }
}
