import { createHash, randomBytes } from "node:crypto";
import type { Database } from "../database/connect";
import { isDuplicate } from "../database/faults";
import { newId } from "../identifier";
import { hashPassword, verifyPassword } from "./password";

export interface Account {
  readonly id: string;
  readonly email: string;
  readonly studio: string;
}

const SESSION_DAYS = 30;
export const SESSION_SECONDS = SESSION_DAYS * 24 * 3600;

/** Creates an account; undefined when the address is taken. */
export async function createAccount(
  database: Database,
  { email, studio, password }: { email: string; studio: string; password: string },
): Promise<Account | undefined> {
  const account = { id: newId(), email: email.toLowerCase(), studio };
  try {
    await database("accounts").insert({
      ...account,
      password_hash: await hashPassword(password),
      created_at: new Date(),
    });
    return account;
  } catch (error) {
    if (isDuplicate(error)) return undefined;
    throw error;
  }
}

/** The account with this address and password. Takes as long when there is no such address. */
export async function findByPassword(
  database: Database,
  email: string,
  password: string,
): Promise<Account | undefined> {
  const row = await database("accounts")
    .where({ email: email.toLowerCase() })
    .first("id", "email", "studio", "password_hash");
  const right = await verifyPassword(row?.password_hash, password);
  return row && right ? { id: row.id, email: row.email, studio: row.studio } : undefined;
}

export async function findById(database: Database, id: string): Promise<Account | undefined> {
  return database("accounts").where({ id }).first("id", "email", "studio");
}

export async function findByEmail(database: Database, email: string): Promise<Account | undefined> {
  return database("accounts").where({ email: email.toLowerCase() }).first("id", "email", "studio");
}

/** Opens a session and answers with its secret, which the database keeps only as a hash. */
export async function openSession(database: Database, accountId: string): Promise<string> {
  const token = randomBytes(32).toString("base64url");
  await database("sessions").where("expires_at", "<", new Date()).delete();
  await database("sessions").insert({
    token_hash: hashToken(token),
    account_id: accountId,
    expires_at: new Date(Date.now() + SESSION_SECONDS * 1000),
  });
  return token;
}

/** Whose session this is, if it is one and still runs. */
export async function findBySession(database: Database, token: string): Promise<Account | undefined> {
  return database("sessions")
    .join("accounts", "accounts.id", "sessions.account_id")
    .where({ token_hash: hashToken(token) })
    .andWhere("expires_at", ">", new Date())
    .first("accounts.id", "accounts.email", "accounts.studio");
}

export async function closeSession(database: Database, token: string): Promise<void> {
  await database("sessions")
    .where({ token_hash: hashToken(token) })
    .delete();
}

function hashToken(token: string): Buffer {
  return createHash("sha256").update(token).digest();
}
