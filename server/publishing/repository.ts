import { z } from "zod";
import type { Database } from "../database/connect";
import type { Access } from "../editions/repository";
import { newId } from "../identifier";
import type { KeptSet } from "../sets/repository";

/** How long a publication may go without a word from whoever does it, ms, before another process takes it over. */
export const PATIENCE = 60_000;

/** What is published: a set as it was seen, the revision of each of its brushes, and what its maker decided. */
export interface PublicationAsk {
  readonly set: KeptSet;
  readonly revisions: Readonly<Record<string, number>>;
  readonly version: string;
  readonly note: string;
  readonly access: Access;
}

export const NOTE_LENGTH = 2000;

/** Who publishes what. The set is our own words, which were checked when they were saved. */
const bodySchema = z.object({
  set: z.custom<KeptSet>((value) => typeof value === "object" && value !== null),
  revisions: z.record(z.string(), z.int()),
  note: z.string().max(NOTE_LENGTH),
  access: z.enum(["open", "voucher"]),
});

/** How far a publication is. */
export interface PublicationState {
  readonly id: string;
  readonly setId: string;
  readonly version: string;
  readonly state: "waiting" | "running" | "done" | "failed";
  /** What is being done. */
  readonly step: string;
  /** Which share of all is done, 0…1. */
  readonly share: number;
  /** Why it failed. */
  readonly fault: string;
  readonly editionId: string | null;
}

interface Row {
  id: string;
  set_id: string;
  version: string;
  state: PublicationState["state"];
  step: string;
  share: number;
  fault: string;
  edition_id: string | null;
}

const fields = ["id", "set_id", "version", "state", "step", "share", "fault", "edition_id"];

function stateOf({ set_id, edition_id, ...row }: Row): PublicationState {
  return { ...row, setId: set_id, editionId: edition_id };
}

/**
 * Writes down that a set is to be published. While the same set is being published, that is what is answered: who asks twice,
 * because the answer was lost, has asked once.
 */
export async function askPublication(database: Database, accountId: string, ask: PublicationAsk): Promise<string> {
  const { set, revisions, version, note, access } = ask;
  return database.transaction(async (change) => {
    await change("sets").where({ id: set.id }).forUpdate().first("id");
    const present = await change("publications")
      .where({ set_id: set.id, account_id: accountId })
      .whereIn("state", ["waiting", "running"])
      .first("id");
    if (present) return present.id;
    const id = newId();
    await change("publications").insert({
      id,
      account_id: accountId,
      set_id: set.id,
      version,
      body: JSON.stringify({ set, revisions, note, access }),
      state: "waiting",
      step: "",
      share: 0,
      fault: "",
      edition_id: null,
      asked_at: new Date(),
      claimed_at: null,
    });
    return id;
  });
}

/** How far a publication of this account is. */
export async function findPublication(
  database: Database,
  accountId: string,
  id: string,
): Promise<PublicationState | undefined> {
  const row: Row | undefined = await database("publications").where({ account_id: accountId, id }).first(fields);
  return row && stateOf(row);
}

/** The newest publication of a set, where it is under way or has failed. */
export async function pendingPublication(
  database: Database,
  accountId: string,
  setId: string,
): Promise<PublicationState | undefined> {
  const row: Row | undefined = await database("publications")
    .where({ account_id: accountId, set_id: setId })
    .orderBy("asked_at", "desc")
    .first(fields);
  return row && row.state !== "done" ? stateOf(row) : undefined;
}

/** A publication that this process does now. */
export interface Claim {
  readonly id: string;
  readonly accountId: string;
  readonly ask: PublicationAsk;
}

/** Takes the oldest publication that nobody does; undefined where there is none. Of several processes one gets it. */
export async function claimPublication(database: Database): Promise<Claim | undefined> {
  const free = () =>
    database("publications").where((either) =>
      either
        .where({ state: "waiting" })
        .orWhere((left) => left.where({ state: "running" }).where("claimed_at", "<", new Date(Date.now() - PATIENCE))),
    );
  for (;;) {
    const next = await free().orderBy("asked_at").first("id", "claimed_at");
    if (!next) return undefined;
    const got = await free()
      .where({ id: next.id, claimed_at: next.claimed_at })
      .update({ state: "running", claimed_at: new Date(), step: "beginning", share: 0 });
    if (got === 0) continue;
    const row = await database("publications").where({ id: next.id }).first("account_id", "body", "version");
    if (!row) continue;
    const { set, ...said } = bodySchema.parse(JSON.parse(row.body));
    return {
      id: next.id,
      accountId: row.account_id,
      ask: { ...said, set: { ...set, changedAt: new Date(set.changedAt) }, version: row.version },
    };
  }
}

/** Says how far it is, and that somebody is at it. */
export async function tellPublication(database: Database, id: string, step: string, share: number): Promise<void> {
  await database("publications").where({ id, state: "running" }).update({ step, share, claimed_at: new Date() });
}

export async function endPublication(
  database: Database,
  id: string,
  end: { readonly id: string } | { readonly fault: string },
): Promise<void> {
  const done = "id" in end;
  await database("publications")
    .where({ id })
    .update({
      state: done ? "done" : "failed",
      share: done ? 1 : 0,
      step: "",
      fault: done ? "" : end.fault.slice(0, 500),
      edition_id: done ? end.id : null,
      body: "{}",
    });
}

/** Lets a failed publication go, so that it is told no more. */
export async function forgetPublication(database: Database, accountId: string, id: string): Promise<void> {
  await database("publications").where({ account_id: accountId, id, state: "failed" }).delete();
}
