import { type Brush, brushPictures } from "@core/brush";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { noPictures, type Picture, type Pictures } from "@core/picture/picture";

const known = new Map<string, Promise<Picture>>();
const together = new Map<string, Pictures>();

/** The decoded pictures of a brush; each is fetched once. The same paths give the same map. */
export async function fetchPictures(brush: Brush): Promise<Pictures> {
  const paths = brushPictures(brush);
  if (paths.length === 0) return noPictures;
  const key = paths.join();
  const present = together.get(key);
  if (present) return present;
  const pictures = new Map(
    await Promise.all(paths.map(async (path): Promise<[string, Picture]> => [path, await fetchPicture(path)])),
  );
  together.set(key, pictures);
  return pictures;
}

function fetchPicture(path: string): Promise<Picture> {
  const present = known.get(path);
  if (present) return present;
  const coming = read(path);
  known.set(path, coming);
  coming.catch(() => known.delete(path));
  return coming;
}

async function read(path: string): Promise<Picture> {
  const answer = await fetch(`/${path}`);
  if (!answer.ok) throw new Error(`${path}: the picture of this brush could not be loaded (${answer.status})`);
  return readTipPicture(new Uint8Array(await answer.arrayBuffer()), path);
}
