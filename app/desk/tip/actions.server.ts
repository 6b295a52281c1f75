import { parseBrush } from "@core/brush";
import { shapeOfSheets } from "@core/desk/tip/sheet";
import { MOST_PICTURES, picks } from "@core/tip/shape/shape";
import { addBrushes, findBrush, saveBrush } from "@server/brushes/repository";
import { keepPicture } from "@server/images/pictures";
import { keptLabelSchema } from "@server/kept/kept-things";
import { keptTips } from "@server/tips/repository";
import { data, redirect } from "react-router";
import { z } from "zod";
import { needAccount } from "~/http/answers";
import { faultOf, readForm, readJsonText } from "~/http/read-request.server";
import type { Route } from "./+types/route";

const halfLengths = z.number().min(-2).max(2);
const madeSchema = {
  /** What is said of the tip: it lies among the maker's tips from then on, whatever else is done with it. */
  label: keptLabelSchema,
  mapped: z.boolean(),
  pick: z.enum(picks),
  weights: z.array(z.number().min(0).max(1000)).min(1).max(MOST_PICTURES),
  pivot: z.tuple([halfLengths, halfLengths]),
};
const askSchema = z.discriminatedUnion("act", [
  z.strictObject({ act: z.literal("use"), brush: z.string().max(40), ...madeSchema }),
  z.strictObject({ act: z.literal("begin"), ...madeSchema }),
  z.strictObject({ act: z.literal("keep"), ...madeSchema }),
]);

/** What the desk asks of the server; the pictures come beside it. */
export type TipDeskAsk = z.input<typeof askSchema>;

export async function loader({ context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const tips = await keptTips.list(context.database, account.id);
  return { tips, account: account.id, studio: account.studio };
}

/** Keeps the desk's tips, begins a brush with them, or gives them to a brush as its next revision. */
export async function action({ context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const { database } = context;
  const form = await readForm(request);
  const ask = askSchema.safeParse(readJsonText(form.get("ask")));
  if (!ask.success) return data({ fault: z.prettifyError(ask.error) }, { status: 400 });
  const files = form.getAll("picture").filter((file): file is File => file instanceof File && file.size > 0);
  if (files.length !== ask.data.weights.length)
    return data({ fault: "A picture of the tip did not arrive." }, { status: 400 });
  const kept = ask.data.act === "use" ? await findBrush(database, account.id, ask.data.brush) : undefined;
  if (ask.data.act === "use" && !kept) return data({ fault: "Choose one of your brushes first." }, { status: 400 });
  try {
    const paths: string[] = [];
    for (const file of files)
      paths.push(await keepPicture(context, account.id, "tips", new Uint8Array(await file.arrayBuffer()), file.name));
    const shape = shapeOfSheets(paths, ask.data.mapped, ask.data);
    const { act, label, pivot } = ask.data;
    if (act === "keep") {
      await keptTips.keep(database, account.id, label, { shape, pivot });
      return { kept: label.name };
    }
    await keptTips.keepOnce(database, account.id, label, { shape, pivot });
    if (act === "begin") {
      const brush = parseBrush({ level: 1, name: label.name, tip: { shape, pivot, size: 100 } });
      const [id] = await addBrushes(database, account.id, [brush]);
      return redirect(`/bench/${id}`);
    }
    if (!kept) return data({ fault: "Choose one of your brushes first." }, { status: 400 });
    const tip = { ...kept.brush.tip, shape, pivot };
    const result = await saveBrush(
      database,
      account.id,
      kept.id,
      kept.revision,
      { ...kept.brush, tip },
      `tip “${files[0].name}” from the desk`.slice(0, 200),
    );
    if (!result?.saved)
      return data({ fault: "The brush was saved elsewhere at the same moment; try again." }, { status: 409 });
    return redirect(`/bench/${kept.id}`);
  } catch (error) {
    const { fault, status } = faultOf(error);
    return data({ fault }, { status });
  }
}
