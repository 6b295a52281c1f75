import { hash, verify } from "@node-rs/argon2";

// The password storage advice of OWASP: argon2id (2 in this package's enumeration), 19 MiB, two passes, one lane.
const settings = { algorithm: 2, memoryCost: 19_456, timeCost: 2, parallelism: 1 };

let decoy: Promise<string> | undefined;

export function hashPassword(password: string): Promise<string> {
  return hash(password, settings);
}

/** Whether the password is right. With no hash to compare it works as long and says no. */
export async function verifyPassword(stored: string | undefined, password: string): Promise<boolean> {
  decoy ??= hashPassword("no account has this password");
  const right = await verify(stored ?? (await decoy), password);
  return stored !== undefined && right;
}
