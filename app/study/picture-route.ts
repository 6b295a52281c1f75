import { findImage } from "@server/images/repository";
import { findStudy, keepStudyPicture } from "@server/studies/repository";
import { data } from "react-router";
import { KEPT_BY_WHO_ASKED, notFound } from "~/http/answers";
import { faultOf } from "~/http/read-request.server";
import type { Route } from "./+types/picture-route";

/** What a study looked like when it was left last. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const { account, database } = context;
  const study = account && (await findStudy(database, account.id, params.id));
  const bytes = study?.pictureSha256 && (await findImage(database, study.pictureSha256));
  if (!bytes) throw notFound("picture");
  return new Response(Buffer.from(bytes), {
    headers: { "Content-Type": "image/png", "Cache-Control": KEPT_BY_WHO_ASKED },
  });
}

/** Keeps what the study looks like now, in small. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const { account } = context;
  if (!account) return data({ fault: "sign in first" }, { status: 401 });
  try {
    const bytes = new Uint8Array(await request.arrayBuffer());
    if (!(await keepStudyPicture(context, account.id, params.id, bytes))) throw notFound("study");
    return { kind: "kept" as const };
  } catch (error) {
    const { fault, status } = faultOf(error);
    return data({ fault }, { status });
  }
}
