import { pngSize } from "@core/formats/png/chunks";
import { keepImage } from "@server/images/repository";
import { data } from "react-router";
import { needAccount } from "~/http/answers";
import { faultOf, fileOf, readForm } from "~/http/read-request.server";
import type { Route } from "./+types/new-cover-route";

/** Keeps a PNG that is to be a set's cover, and answers with its SHA-256. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const file = fileOf(await readForm(request), "picture");
  if (!file) return data({ fault: "Choose a picture first." }, { status: 400 });
  try {
    const bytes = new Uint8Array(await file.arrayBuffer());
    pngSize(bytes, file.name);
    await context.pool.readPicture({ bytes, what: file.name }, account.id);
    return { sha256: await keepImage(context.database, bytes, file.name) };
  } catch (error) {
    const { fault, status } = faultOf(error);
    return data({ fault }, { status });
  }
}
