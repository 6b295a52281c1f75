import { Refusal } from "../refusal";
import { codeOf } from "./faults";

const away = new Set([
  "ECONNREFUSED",
  "ECONNRESET",
  "ENOTFOUND",
  "EHOSTUNREACH",
  "EPIPE",
  "ETIMEDOUT",
  "PROTOCOL_CONNECTION_LOST",
  "PROTOCOL_SEQUENCE_TIMEOUT",
  "ER_CON_COUNT_ERROR",
  "ER_SERVER_SHUTDOWN",
]);

/** ER_DISK_FULL and its like, and what the storage engine says where the system has no room left. */
const full = new Set(["ER_DISK_FULL", "ER_RECORD_FILE_FULL", "ER_ERROR_ON_WRITE", "ER_TEMP_FILE_WRITE_FAILURE"]);
/** What the driver says where a connection has ended under a transaction; it has no code. */
const CLOSED = /connection is in closed state/;
const NO_SPACE = /errno: 28\b|Got error 28\b|No space left on device|table .* is full/i;

/** The database cannot be asked at this moment. */
export class DatabaseAway extends Refusal {
  static readonly faultName = "DatabaseAway";
  override name = DatabaseAway.faultName;
  readonly status = 503;
  readonly statusText = "Service Unavailable";

  constructor(readonly code: string) {
    super("The database does not answer at this moment. Nothing was saved half-way; try again in a minute.");
  }
}

/** There is no room for more. */
export class DiskFull extends Refusal {
  static readonly faultName = "DiskFull";
  override name = DiskFull.faultName;
  readonly status = 507;
  readonly statusText = "Insufficient Storage";

  constructor() {
    super("The server has no room left on its disk. Nothing was saved half-way; whoever runs it has to make room.");
  }
}

/** What a failed query means to whoever asked; the same error where it means nothing in particular. */
export function databaseFault(error: unknown): unknown {
  const code = String(codeOf(error) ?? "");
  const message = error instanceof Error ? error.message : "";
  if (full.has(code) || NO_SPACE.test(message)) return new DiskFull();
  const isTimeout = error instanceof Error && error.name === "KnexTimeoutError";
  return isTimeout || away.has(code) || CLOSED.test(message) ? new DatabaseAway(code || "KnexTimeoutError") : error;
}

/** What whoever starts a server can do about a database that cannot be used; undefined where nobody foresaw it. */
export function databaseAdvice(error: unknown): string | undefined {
  if (error instanceof DatabaseAway)
    return "The database of BROSSE_DATABASE_URL does not answer: is it started, and are its host and port right?";
  if (error instanceof DiskFull) return error.message;
  switch (codeOf(error)) {
    case "ER_ACCESS_DENIED_ERROR":
    case "ER_DBACCESS_DENIED_ERROR":
      return "The database of BROSSE_DATABASE_URL refuses this user, or its password.";
    case "ER_BAD_DB_ERROR":
      return "There is no database of the name in BROSSE_DATABASE_URL.";
    default:
      return undefined;
  }
}
