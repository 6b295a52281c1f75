import type { Picture } from "@core/picture/picture";

/** Reads a picture from a file, in a worker of its own: a large one takes seconds. */
export interface FileOpening {
  readonly calls: { readonly open: { readonly ask: File; readonly answer: Picture } };
  readonly tells: Record<never, never>;
  readonly says: Record<never, never>;
}
