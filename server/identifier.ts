import { randomBytes } from "node:crypto";

/** A new public identifier: 72 random bits as 12 characters that are safe in an address. */
export function newId(): string {
  return randomBytes(9).toString("base64url");
}
