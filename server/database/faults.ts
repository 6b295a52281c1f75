/** Whether the database refused a row because another has its key. */
export function isDuplicate(error: unknown): boolean {
  return codeOf(error) === "ER_DUP_ENTRY";
}

/** Whether the database gave up a transaction that waited for another one: it may be tried again. */
export function isDeadlock(error: unknown): boolean {
  const code = codeOf(error);
  return code === "ER_LOCK_DEADLOCK" || code === "ER_LOCK_WAIT_TIMEOUT" || code === "ER_CHECKREAD";
}

/** What the driver calls a fault. */
export function codeOf(error: unknown): unknown {
  return typeof error === "object" && error !== null && "code" in error ? error.code : undefined;
}
