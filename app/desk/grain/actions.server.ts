import { grainPathSchema } from "@core/ground/grain";
import { groundQualities, plainGroundOf } from "@core/ground/model";
import { findBrush, saveBrush } from "@server/brushes/repository";
import { grainBodySchema, keptGrains } from "@server/grains/repository";
import { keepPicture } from "@server/images/pictures";
import { keptLabelSchema } from "@server/kept/kept-things";
import { giveOneGrain, grainScaleOf } from "@server/sets/one-grain";
import { findSet, listSets } from "@server/sets/repository";
import { data, redirect } from "react-router";
import { z } from "zod";
import { needAccount } from "~/http/answers";
import { faultOf, fileOf, readForm, readJsonText } from "~/http/read-request.server";
import type { Route } from "./+types/route";

const { low, high } = groundQualities.grainScale;
const scale = z.number().min(low).max(high).optional();
const id = z.string().max(40);
/** What is said of the grain: it lies among the maker's grains from then on, whatever else is done with it. */
const saidSchema = { label: keptLabelSchema, pxPerMm: grainBodySchema.shape.pxPerMm };
const askSchema = z.discriminatedUnion("act", [
  z.strictObject({ act: z.literal("use"), brush: id, scale, ...saidSchema }),
  z.strictObject({ act: z.literal("give"), set: id, scale, ...saidSchema }),
  z.strictObject({ act: z.literal("keep"), ...saidSchema }),
]);

/** What the desk asks of the server; the grain's picture comes beside it. */
export type GrainDeskAsk = z.input<typeof askSchema>;

export async function loader({ context, request }: Route.LoaderArgs) {
  const { database } = context;
  const account = needAccount(context, request);
  const [sets, grains] = await Promise.all([listSets(database, account.id), keptGrains.list(database, account.id)]);
  const scales = await Promise.all(sets.map((set) => grainScaleOf(database, account.id, set)));
  return {
    sets: sets.map((set, n) => ({ id: set.id, name: set.name, grainScale: scales[n] })),
    grains,
    account: account.id,
    studio: account.studio,
  };
}

/** Gives a grain to a brush or a whole set as their next revisions, or keeps it among the maker's grains. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const { database } = context;
  const form = await readForm(request);
  const parsed = askSchema.safeParse(readJsonText(form.get("ask")));
  if (!parsed.success) return data({ fault: z.prettifyError(parsed.error) }, { status: 400 });
  const ask = parsed.data;
  const picture = fileOf(form, "picture");
  if (!picture) return data({ fault: "There is no grain to keep yet." }, { status: 400 });
  const set = ask.act === "give" ? await findSet(database, account.id, ask.set) : undefined;
  if (ask.act === "give" && !set) return data({ fault: "Choose one of your sets first." }, { status: 400 });
  const brush = ask.act === "use" ? await findBrush(database, account.id, ask.brush) : undefined;
  if (ask.act === "use" && !brush) return data({ fault: "Choose one of your brushes first." }, { status: 400 });
  try {
    const file = grainPathSchema.parse(
      await keepPicture(context, account.id, "grains", new Uint8Array(await picture.arrayBuffer()), picture.name),
    );
    const body = { file, pxPerMm: ask.pxPerMm ?? null };
    if (ask.act === "keep") {
      await keptGrains.keep(database, account.id, ask.label, body);
      return { kept: ask.label.name };
    }
    await keptGrains.keepOnce(database, account.id, ask.label, body);
    const grain = { kind: "picture" as const, file };
    if (set) return { changed: await giveOneGrain(database, account.id, set, grain, ask.scale ?? 1), set: set.name };
    if (!brush) return data({ fault: "Choose one of your brushes first." }, { status: 400 });
    const ground = {
      ...(brush.brush.ground ?? { ...plainGroundOf(), depth: 0.6 }),
      grain,
      ...(ask.scale && { grainScale: ask.scale }),
    };
    const result = await saveBrush(
      database,
      account.id,
      brush.id,
      brush.revision,
      { ...brush.brush, ground },
      `grain “${picture.name}” from the desk`.slice(0, 200),
    );
    if (!result?.saved)
      return data({ fault: "The brush was saved elsewhere at the same moment; try again." }, { status: 409 });
    return redirect(`/bench/${brush.id}`);
  } catch (error) {
    const { fault, status } = faultOf(error);
    return data({ fault }, { status });
  }
}
