import { fetchPictures } from "../fetch-pictures";
import type { OwnAct } from "../own-paint";
import type { KeptAct } from "./kept-act";

/** Gives kept acts the pictures of their brushes. @throws Error where one cannot be had: the acts cannot be done again then */
export async function dressActs(acts: readonly KeptAct[]): Promise<OwnAct[]> {
  const dressed: OwnAct[] = [];
  for (const act of acts) {
    if (act.kind === "stroke") dressed.push({ ...act, pictures: await fetchPictures(act.brush) });
    else if (act.kind === "fill") dressed.push({ ...act, colour: act.colour });
    else dressed.push(act);
  }
  return dressed;
}
