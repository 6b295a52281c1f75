import { del, get, set } from "idb-keyval";

const KEY = "carried picture";

/** Lays a PNG aside for a desk that is opened next. */
export async function carryPicture(bytes: Uint8Array<ArrayBuffer>, name: string): Promise<void> {
  await set(KEY, new File([bytes], name, { type: "image/png" }));
}

/** What was laid aside, once. */
export async function takeCarried(): Promise<File | undefined> {
  const file: unknown = await get(KEY).catch(() => undefined);
  if (!(file instanceof File)) return undefined;
  await del(KEY);
  return file;
}
