import { createHash } from "node:crypto";
import { traceSchema } from "@core/study/trace";
import { z } from "zod";
import type { Database } from "../database/connect";
import { newId } from "../identifier";
import { ANSWERS_AN_HOUR } from "../limits";

/** What a painter may tell the maker of a set. */
export const answerKinds = ["works", "not with my pen", "a brush is missing", "a word"] as const;
export const ANSWER_LENGTH = 500;

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
    brushFile: z.string().max(120).nullable().default(null),
    stroke: strokeSchema.nullable().default(null),
  })
  .refine(({ kind, says }) => says !== "" || kind === "works" || kind === "not with my pen", {
    message: "say a word about it",
    path: ["says"],
  });

export type NewAnswer = z.infer<typeof answerSchema>;

export interface Answer extends NewAnswer {
  readonly id: string;
  readonly editionId: string;
  readonly version: string;
  /** The studio of who answered; null for somebody without an account. */
  readonly from: string | null;
  readonly madeAt: Date;
  readonly read: boolean;
}

/** Keeps an answer; false where too many have come from one address within an hour. */
export async function addAnswer(
  database: Database,
  editionId: string,
  answer: NewAnswer,
  from: { readonly accountId: string | undefined; readonly address: string },
): Promise<boolean> {
  const addressHash = createHash("sha256").update(`answers ${from.address}`).digest();
  const since = new Date(Date.now() - 3_600_000);
  const [{ total }] = await database("answers")
    .where({ address_hash: addressHash })
    .where("made_at", ">", since)
    .count<{ total: number }[]>("* as total");
  if (Number(total) >= ANSWERS_AN_HOUR) return false;
  await database("answers").insert({
    id: newId(),
    edition_id: editionId,
    account_id: from.accountId ?? null,
    kind: answer.kind,
    says: answer.says,
    brush_file: answer.brushFile,
    stroke: answer.stroke && JSON.stringify(answer.stroke),
    address_hash: addressHash,
    made_at: new Date(),
    read_at: null,
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
    );
}

function answer({ edition_id, brush_file, stroke, studio, made_at, read_at, ...row }: Row): Answer {
  return {
    ...row,
    editionId: edition_id,
    brushFile: brush_file,
    stroke: stroke === null ? null : strokeSchema.parse(JSON.parse(stroke)),
    from: studio,
    madeAt: made_at,
    read: read_at !== null,
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
