import { firstFault } from "@core/brush";
import { versionSchema } from "@core/formats/package";
import { compareSets, newestVersion, proposeVersion } from "@core/release";
import { studiesTooLong } from "@server/editions/demonstrations";
import { entriesOf, setFileOf, UNNUMBERED } from "@server/editions/pack-set";
import { fullVersions, lastAccess, newestPackage } from "@server/editions/repository";
import { askPublication, NOTE_LENGTH, pendingPublication } from "@server/publishing/repository";
import { blocksOf } from "@server/sets/blocks";
import { brushesOfSet, findSet } from "@server/sets/repository";
import { studiesGoingOut } from "@server/studies/repository";
import { data } from "react-router";
import { z } from "zod";
import { needAccount, notFound } from "~/http/answers";
import { readJson } from "~/http/read-request.server";
import type { Route } from "./+types/route";

/** What would go out: what changed since the last edition, what stops it, and the version that this calls for. */
export async function loader({ params, context, request }: Route.LoaderArgs) {
  const account = needAccount(context, request);
  const { database } = context;
  const set = await findSet(database, account.id, params.id);
  if (!set) throw notFound("set");
  const members = await brushesOfSet(database, account.id, set);
  const [blocks, versions, before, studies, pending, tooLong] = await Promise.all([
    blocksOf(database, account.id, set, members),
    fullVersions(database, set.id),
    newestPackage(database, set.id),
    studiesGoingOut(database, account.id, set.id),
    pendingPublication(database, account.id, set.id),
    studiesTooLong(database, account.id, set.id),
  ]);
  const entries = entriesOf(members);
  const change =
    before &&
    compareSets(before, {
      set: setFileOf(account, set, UNNUMBERED, entries),
      brushes: new Map(entries.map(({ file, brush }) => [file, brush])),
    });
  const last = newestVersion(versions);
  return {
    set,
    revisions: Object.fromEntries(members.map(({ id, revision }) => [id, revision])),
    brushes: members.map(({ brush }) => brush.name),
    sampler: members.filter(({ sampler }) => sampler).map(({ brush }) => brush.name),
    blocks,
    last,
    change,
    proposal: proposeVersion(last, change),
    // A vignette whose brush is not among them shows nothing that goes out.
    studies: studies
      .filter(({ vignette, brushId }) => !vignette || members.some(({ id }) => id === brushId))
      .map(({ name, vignette }) => ({ name, isVignette: vignette })),
    tooLong,
    access: await lastAccess(database, set.id),
    pending,
  };
}

const askSchema = z.object({
  /** The set's revision that was looked at, and its brushes'. */
  from: z.int().min(1),
  revisions: z.record(z.string().max(16), z.int().min(1)),
  version: versionSchema,
  note: z.string().trim().max(NOTE_LENGTH),
  access: z.enum(["open", "voucher"]),
});

export type PublishAsk = z.infer<typeof askSchema>;

/** Asks that the set is published as it was looked at; the work is done beside all else. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const asked = askSchema.safeParse(await readJson(request));
  if (!asked.success) return data({ fault: firstFault(asked.error).replace(/^[\w.]+: /, "") }, { status: 400 });
  const set = await findSet(context.database, account.id, params.id);
  if (!set) throw notFound("set");
  const { from, ...ask } = asked.data;
  if (set.revision !== from)
    return data(
      { fault: "The set was changed since you looked at it. Look again, and publish then." },
      { status: 409 },
    );
  const id = await askPublication(context.database, account.id, { ...ask, set });
  context.publisher.wake();
  return { id };
}
