import type { Brush } from "@core/brush";
import { shownAnswers } from "@server/answers/repository";
import { demonstrationsOf } from "@server/editions/demonstrations";
import { mayHave } from "@server/editions/may-have";
import { openBrushes } from "@server/editions/open-brushes";
import {
  type EditionEntry,
  editionPackage,
  editionsOfSet,
  findEdition,
  packageBytes,
  samplerOf,
} from "@server/editions/repository";
import { onShelf, takePackage } from "@server/editions/take";
import { makerOf } from "@server/outlet/find";
import { hashOfBrush } from "@server/studies/brushes";
import { hasTill } from "@server/vouchers/repository";
import { type AppLoadContext, data, redirect } from "react-router";
import { needAccount, notFound } from "~/http/answers";
import { openEdition } from "~/http/open-edition.server";
import { faultOf, readForm } from "~/http/read-request.server";
import type { Route } from "./+types/route";

/** One brush of an edition as its page shows it. */
export interface EditionBrush {
  readonly file: string;
  readonly name: string;
  readonly notes: string;
  readonly tags: readonly string[];
  readonly group: string;
  readonly note: string;
  readonly size: number;
  /** By which it is tried; undefined where it is for those with a voucher. */
  readonly instrument: { readonly hash: string; readonly brush: Brush } | undefined;
}

export async function loader({ params, context }: Route.LoaderArgs) {
  const { database } = context;
  const edition = await findEdition(database, params.id);
  if (!edition) throw notFound("edition");
  const accountId = context.account?.id;
  if (edition.withdrawnAt && !(await mayHave(database, edition, accountId))) {
    const { name, studio, version, withdrawnAt, withdrawnWhy: why } = edition;
    const [makerId, versions] = await Promise.all([makerOf(database, edition.id), versionsOut(database, edition)]);
    return data({ gone: { name, studio, version, withdrawnAt, why, makerId, versions } }, { status: 410 });
  }
  const [{ set, brushes, changes = "" }, open, demonstrations, sampler, full, versions, makerId, shelf, answers] =
    await Promise.all([
      editionPackage(database, edition),
      openBrushes(database, edition, accountId),
      demonstrationsOf(database, edition.id),
      samplerOf(database, edition.id),
      edition.samplerOf ? findEdition(database, edition.samplerOf) : undefined,
      versionsOut(database, edition),
      makerOf(database, edition.id),
      accountId ? onShelf(database, accountId, edition) : undefined,
      shownAnswers(database, edition.setId, accountId),
    ]);
  const entries = set.brushes.flatMap(({ file, group, note = "" }): EditionBrush[] => {
    const brush = brushes.get(file);
    if (!brush) return [];
    const { name, notes, tags = [], tip } = brush;
    const hash = hashOfBrush(brush);
    const instrument = open.has(hash) ? { hash, brush } : undefined;
    return [{ file, name, notes, tags, group, note, size: tip.size, instrument }];
  });
  return {
    gone: undefined,
    edition,
    set,
    entries,
    demonstrations,
    sampler: sampler?.withdrawnAt ? undefined : sampler,
    full: full?.withdrawnAt ? undefined : full,
    versions,
    makerId,
    /** They tell the values that changed: they are for those who may have them. */
    changes: open.mayHave ? changes : "",
    mayHave: open.mayHave,
    shelf,
    answers,
    signedIn: accountId !== undefined,
    /** Links that leave this site say where it is. */
    origin: context.origin,
    till: context.demo !== undefined && !edition.withdrawnAt && (await hasTill(database, edition.setId)),
  };
}

/** Editions of the same set that are out, the newest first. */
async function versionsOut(database: AppLoadContext["database"], { setId, kind }: EditionEntry) {
  const editions = await editionsOfSet(database, setId);
  return editions.filter((one) => one.kind === kind && !one.withdrawnAt).map(({ id, version }) => ({ id, version }));
}

/** Puts the edition's brushes on the shelf of whoever is signed in; a second time only where that is meant. */
export async function action({ params, context, request }: Route.ActionArgs) {
  const account = needAccount(context, request);
  const { database } = context;
  const again = (await readForm(request)).get("again") === "1";
  const edition = await openEdition(context, params.id);
  if (edition.withdrawnAt) return data({ fault: "Its maker has withdrawn this edition." }, { status: 410 });
  const bytes = await packageBytes(database, edition.id);
  if (!bytes) throw notFound("edition");
  if (!(await mayHave(database, edition, account.id)))
    return data({ fault: "This edition is kept for those with a voucher." }, { status: 403 });
  const there = await onShelf(database, account.id, edition);
  if (there && !again)
    return data(
      {
        fault: `${there.brushes} of its brushes are on your shelf already, from edition ${there.versions.join(", ")}.`,
      },
      { status: 409 },
    );
  try {
    const { ids } = await takePackage(context, account.id, bytes, edition.id);
    return redirect(`/shelf?${new URLSearchParams(ids.map((id) => ["new", id]))}`);
  } catch (error) {
    const { fault, status } = faultOf(error);
    return data({ fault }, { status });
  }
}
