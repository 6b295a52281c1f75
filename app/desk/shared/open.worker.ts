import type { Picture } from "@core/picture/picture";
import { openPicture } from "./open-picture";

/** What becomes of a file: its picture, or why it cannot be one. */
export type OpenTell =
  | { readonly kind: "picture"; readonly picture: Picture }
  | { readonly kind: "fault"; readonly message: string };

addEventListener("message", ({ data }: MessageEvent<File>) => {
  const tell = (message: OpenTell, transfer: Transferable[] = []) => postMessage(message, { transfer });
  openPicture(data).then(
    (picture) => tell({ kind: "picture", picture }, [picture.data.buffer]),
    (error: unknown) => tell({ kind: "fault", message: error instanceof Error ? error.message : String(error) }),
  );
});
