import { createHash } from "node:crypto";
import { traceSchema } from "@core/study/trace";
import { z } from "zod";
import { mayTry } from "../accounts/rate";
import type { Database } from "../database/connect";
import { newId } from "../identifier";
import { ANSWERS } from "../limits";

/** What a painter may tell the maker of a set. */
export const answerKinds = ["works", "not with my pen", "too slow", "a brush is missing", "a word"] as const;
export const ANSWER_LENGTH = 500;
export const GUEST_LENGTH = 40;

/** Answers that say enough by themselves. */
const needless: readonly string[] = ["works", "not with my pen", "too slow"];

/** A stroke that goes with an answer: as it was drawn on the pad. */
const strokeSchema = z.strictObject({
  size: z.number().min(0.5).max(2000),
  colour: z.string().regex(/^#[0-9a-f]{6}$/),
  use: z.enum(["paint", "smudge", "erase"]),
  seed: z.int().min(0).max(0xffffffff),
  trace: traceSchema,
});

export const answerSchema = z
  .strictObject({
    kind: z.enum(answerKinds),
    says: z.string().trim().max(ANSWER_LENGTH).default(""),
    /** The name by which somebody without an account wants to be called. */
    guest: z.string().trim().max(GUEST_LENGTH).default(""),
    brushFile: z.string().max(120).nullable().default(null),
    stroke: strokeSchema.nullable().default(null),
  })
  .refine(({ kind, says }) => says !== "" || needless.includes(kind), {
    message: "say a word about it",
    path: ["says"],
  });

export type NewAnswer = z.infer<typeof answerSchema>;

export interface Answer extends NewAnswer {
  readonly id: string;
  readonly editionId: string;
  readonly version: string;
  /** The studio of who answered, or a guest’s name; null for somebody without either. */
  readonly from: string | null;
  readonly madeAt: Date;
  readonly read: boolean;
  /** What the maker has said to it, for all to read. */
  readonly reply: string;
  readonly done: boolean;
  /** Put away: nobody but the maker finds it, on demand. */
  readonly hidden: boolean;
}

/** Keeps an answer; false where too many have come from one account, or one address without an account, within an hour. */
export async function addAnswer(
  database: Database,
  editionId: string,
  answer: NewAnswer,
  from: { readonly accountId: string | undefined; readonly address: string },
): Promise<boolean> {
  const whose = from.accountId === undefined ? `address ${from.address}` : `account ${from.accountId}`;
  if (!(await mayTry(database, ANSWERS, whose))) return false;
  const addressHash = createHash("sha256").update(`answers ${from.address}`).digest();
  await database("answers").insert({
    id: newId(),
    edition_id: editionId,
    account_id: from.accountId ?? null,
    kind: answer.kind,
    says: answer.says,
    guest: from.accountId ? "" : answer.guest,
    reply: "",
    brush_file: answer.brushFile,
    stroke: answer.stroke && JSON.stringify(answer.stroke),
    address_hash: addressHash,
    made_at: new Date(),
    read_at: null,
    replied_at: null,
    done_at: null,
    hidden_at: null,
  });
  return true;
}

interface Row {
  id: string;
  edition_id: string;
  version: string;
  kind: NewAnswer["kind"];
  says: string;
  brush_file: string | null;
  stroke: string | null;
  studio: string | null;
  made_at: Date;
  read_at: Date | null;
  guest: string;
  reply: string;
  done_at: Date | null;
  hidden_at: Date | null;
}

function answersTo(database: Database, accountId: string) {
  return database("answers")
    .join("editions", "editions.id", "answers.edition_id")
    .join("sets", "sets.id", "editions.set_id")
    .leftJoin("accounts", "accounts.id", "answers.account_id")
    .where("sets.account_id", accountId)
    .select<Row[]>(
      "answers.id",
      "answers.edition_id",
      "editions.version",
      "answers.kind",
      "answers.says",
      "answers.brush_file",
      "answers.stroke",
      "accounts.studio",
      "answers.made_at",
      "answers.read_at",
      "answers.guest",
      "answers.reply",
      "answers.done_at",
      "answers.hidden_at",
    );
}

function answer({ edition_id, brush_file, stroke, studio, made_at, read_at, done_at, hidden_at, ...row }: Row): Answer {
  return {
    ...row,
    editionId: edition_id,
    brushFile: brush_file,
    stroke: stroke === null ? null : strokeSchema.parse(JSON.parse(stroke)),
    from: studio ?? (row.guest ? `${row.guest}, a guest` : null),
    madeAt: made_at,
    read: read_at !== null,
    done: done_at !== null,
    hidden: hidden_at !== null,
  };
}

const MOST_LISTED = 100;

/** The newest answers to a set of this account. */
export async function answersToSet(database: Database, accountId: string, setId: string): Promise<Answer[]> {
  const rows = await answersTo(database, accountId)
    .where("sets.id", setId)
    .orderBy("answers.made_at", "desc")
    .limit(MOST_LISTED);
  return (rows as Row[]).map(answer);
}

/** One answer to a set of this account; undefined where there is none or it is another's. */
export async function findAnswer(database: Database, accountId: string, id: string): Promise<Answer | undefined> {
  const [row] = (await answersTo(database, accountId).where("answers.id", id).limit(1)) as Row[];
  return row && answer(row);
}

/** Notes that the maker has read all answers to a set of this account. */
export async function markRead(database: Database, accountId: string, setId: string): Promise<void> {
  const own = await database("sets").where({ account_id: accountId, id: setId }).first("id");
  if (!own) return;
  await database("answers")
    .whereIn("edition_id", database("editions").where({ set_id: setId }).select("id"))
    .whereNull("read_at")
    .update({ read_at: new Date() });
}

/** What a maker does with an answer. */
export const answerActSchema = z.discriminatedUnion("act", [
  z.object({ act: z.literal("reply"), reply: z.string().trim().max(ANSWER_LENGTH) }),
  z.object({ act: z.literal("done"), on: z.boolean() }),
  z.object({ act: z.literal("hide"), on: z.boolean() }),
]);

/** Replies to an answer, marks it as done or puts it away; false where it is none to a set of this account. */
export async function actOnAnswer(
  database: Database,
  accountId: string,
  id: string,
  asked: z.infer<typeof answerActSchema>,
): Promise<boolean> {
  if (!(await findAnswer(database, accountId, id))) return false;
  const now = new Date();
  const change =
    asked.act === "reply"
      ? { reply: asked.reply, replied_at: asked.reply ? now : null }
      : asked.act === "done"
        ? { done_at: asked.on ? now : null }
        : { hidden_at: asked.on ? now : null };
  await database("answers").where({ id }).update(change);
  return true;
}

/** An answer as all who look at an edition see it. */
export interface ShownAnswer {
  readonly id: string;
  readonly kind: string;
  readonly says: string;
  readonly from: string | null;
  readonly version: string;
  readonly brushFile: string | null;
  readonly reply: string;
  /** Whether whoever looks has given it. */
  readonly own: boolean;
}

const MOST_SHOWN = 20;

/** The answers to a set that its maker has replied to, and one's own; what was put away is not among them. */
export async function shownAnswers(
  database: Database,
  setId: string,
  accountId: string | undefined,
): Promise<ShownAnswer[]> {
  const rows: {
    id: string;
    kind: string;
    says: string;
    studio: string | null;
    guest: string;
    version: string;
    brush_file: string | null;
    reply: string;
    account_id: string | null;
  }[] = await database("answers")
    .join("editions", "editions.id", "answers.edition_id")
    .leftJoin("accounts", "accounts.id", "answers.account_id")
    .where("editions.set_id", setId)
    .whereNull("answers.hidden_at")
    .where((either) => {
      either.whereNot("answers.reply", "");
      if (accountId !== undefined) either.orWhere("answers.account_id", accountId);
    })
    .orderBy("answers.made_at", "desc")
    .limit(MOST_SHOWN)
    .select(
      "answers.id",
      "answers.kind",
      "answers.says",
      "accounts.studio",
      "answers.guest",
      "editions.version",
      "answers.brush_file",
      "answers.reply",
      "answers.account_id",
    );
  return rows.map(({ studio, guest, brush_file, account_id, ...row }) => ({
    ...row,
    from: studio ?? (guest ? `${guest}, a guest` : null),
    brushFile: brush_file,
    own: accountId !== undefined && account_id === accountId,
  }));
}
