import { brushPictures, brushText } from "../../brush";
import type { Check } from "../model";

const MB = 1 << 20;
const HEAVY = 20 * MB;
/** What a package may have at most; servers take no more. */
const MOST = 64 * MB;

export const size: Check = {
  name: "size",
  looksFor: "a package that is heavy to take",
  run: ({ members, pictures }) => {
    const paths = new Set(members.flatMap(({ brush }) => brushPictures(brush)));
    const bytes =
      [...paths].reduce((sum, path) => sum + (pictures.get(path)?.bytes ?? 0), 0) +
      members.reduce((sum, { brush }) => sum + brushText(brush).length, 0);
    const says = `Its package will have about ${Math.round(bytes / MB)} MB`;
    if (bytes > MOST) return [{ gravity: "block", says: `${says}; ${MOST / MB} MB are the most.` }];
    return bytes > HEAVY ? [{ gravity: "warning", says: `${says}: that is long to take on the road.` }] : [];
  },
};
