import { picturePaths } from "@core/tip/shape/shape";
import { keptGrains } from "@server/grains/repository";
import { keptTips } from "@server/tips/repository";
import { needAccount, notFound } from "~/http/answers";
import type { Route } from "./+types/kept-route";

/** The tips or grains that a maker keeps, to be chosen on the bench. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const { database } = context;
  if (params.what === "tips") {
    const tips = await keptTips.list(database, account.id);
    return {
      things: tips.map(({ id, name, tags, shape, pivot }) => ({
        id,
        name,
        tags,
        picture: picturePaths(shape)[0],
        tip: { shape, pivot },
      })),
    };
  }
  if (params.what !== "grains") throw notFound("kept thing");
  const grains = await keptGrains.list(database, account.id);
  return { things: grains.map(({ id, name, tags, file }) => ({ id, name, tags, picture: file, tip: undefined })) };
}
