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
      claimed_by: null,
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
  /** By which the claim is known: another process may have taken it over since. */
  readonly by: string;
  readonly ask: PublicationAsk;
}

/** Somebody else does it by now, or it is gone. */
export class ClaimLost extends Error {}

/** Whether nobody is at it: not begun, or left by a process that is gone. */
function free(database: Database) {
  return database("publications").where((either) =>
    either
      .where({ state: "waiting" })
      .orWhere((left) => left.where({ state: "running" }).where("claimed_at", "<", silent())),
  );
}

function silent(): Date {
  return new Date(Date.now() - PATIENCE);
}

/**
 * Takes the oldest publication that nobody does, of an account for which none is being done: one maker's many keep nobody else
 * from theirs. Undefined where there is none. Of several processes one gets it. One that cannot be read ends here.
 */
export async function claimPublication(database: Database): Promise<Claim | undefined> {
  for (;;) {
    const served = database("publications").where({ state: "running" }).where("claimed_at", ">=", silent());
    const next = await free(database)
      .whereNotIn("account_id", served.select("account_id"))
      .orderBy("asked_at")
      .first("id", "claimed_at");
    if (!next) return undefined;
    const by = newId();
    const got = await free(database)
      .where({ id: next.id, claimed_at: next.claimed_at })
      .update({ state: "running", claimed_at: new Date(), claimed_by: by, step: "beginning", share: 0 });
    if (got === 0) continue;
    const row = await database("publications").where({ id: next.id }).first("account_id", "body", "version");
    if (!row) continue;
    const asked = readBody(row.body);
    if (asked) return { id: next.id, by, accountId: row.account_id, ask: { ...asked, version: row.version } };
    await failPublication(
      database,
      { id: next.id, by },
      "What was asked for cannot be read any more: nothing was published. Ask for it again.",
    );
  }
}

function readBody(body: string): Omit<PublicationAsk, "version"> | undefined {
  try {
    const { set, ...said } = bodySchema.parse(JSON.parse(body));
    return { ...said, set: { ...set, changedAt: new Date(set.changedAt) } };
  } catch {
    return undefined;
  }
}

type Claimed = Pick<Claim, "id" | "by">;

const mine = (database: Database, { id, by }: Claimed) =>
  database("publications").where({ id, claimed_by: by, state: "running" });

/** Says how far it is, and that somebody is at it. */
export async function tellPublication(database: Database, claim: Claimed, step: string, share: number): Promise<void> {
  await mine(database, claim).update({ step, share, claimed_at: new Date() });
}

/** Ends a publication with its edition: in the transaction that keeps that, so that either both are so or neither. @throws ClaimLost */
export async function finishPublication(change: Database, claim: Claimed, editionId: string): Promise<void> {
  const ended = await mine(change, claim).update({
    state: "done",
    share: 1,
    step: "",
    fault: "",
    edition_id: editionId,
    body: "{}",
  });
  if (ended === 0) throw new ClaimLost("another process does this publication");
}

/** Ends a publication without an edition. What another process has taken over is left to it. */
export async function failPublication(database: Database, claim: Claimed, fault: string): Promise<void> {
  await mine(database, claim).update({
    state: "failed",
    share: 0,
    step: "",
    fault: fault.slice(0, 500),
    edition_id: null,
    body: "{}",
  });
}

/** Lets a failed publication go, so that it is told no more. */
export async function forgetPublication(database: Database, accountId: string, id: string): Promise<void> {
  await database("publications").where({ account_id: accountId, id, state: "failed" }).delete();
}
