import { parseBrush } from "@core/brush";
import { addBrushes } from "@server/brushes/repository";
import { measureShelf } from "@server/measures/measure-shelf";
import { newerEditions } from "@server/renewals/newer";
import { findRenewal } from "@server/renewals/record";
import { readShelfAsk } from "@server/shelf/ask";
import { countOnShelf, findOnShelf } from "@server/shelf/find";
import { data, redirect } from "react-router";
import { needAccount } from "~/http/answers";
import { faultOf, readForm } from "~/http/read-request.server";
import type { Route } from "./+types/route";
import { PAGE } from "./page-size";
import { type TakenFile, takeFile } from "./take-file.server";

/** The most files that are taken at once. */
const MOST_FILES = 40;

export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const { searchParams } = new URL(request.url);
  const ask = readShelfAsk(searchParams);
  const done = searchParams.get("renewed");
  const [total, rows, newer, renewed] = await Promise.all([
    countOnShelf(context.database, account.id, ask),
    findOnShelf(context.database, account.id, ask, 0, PAGE),
    newerEditions(context.database, account.id),
    done ? findRenewal(context.database, account.id, done) : undefined,
  ]);
  measureShelf(context, account.id, context.log);
  return { total, rows, newer, renewed };
}

/** Takes dropped files, or begins a new brush. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const form = await readForm(request);
  if (form.get("act") === "new") {
    const [id] = await addBrushes(context.database, account.id, [parseBrush({ level: 1, name: "New brush" })]);
    return redirect(`/bench/${id}`);
  }
  const files = form.getAll("file").filter((file): file is File => file instanceof File && file.size > 0);
  if (files.length === 0) return data({ fault: "Choose a file first." }, { status: 400 });
  if (files.length > MOST_FILES)
    return data({ fault: `At most ${MOST_FILES} files are taken at once.` }, { status: 400 });
  const taken: TakenFile[] = [];
  const faults: string[] = [];
  for (const file of files) {
    try {
      taken.push(await takeFile(context, account, file));
    } catch (error) {
      faults.push(`${file.name}: ${faultOf(error).fault}`);
    }
  }
  if (taken.length === 0) return data({ fault: faults.join(" ") }, { status: 400 });
  return data({ taken: taken.map(({ name }) => name), ids: taken.flatMap(({ ids }) => ids), faults });
}
