import { type Brush, brushPictures, valuesText } from "@core/brush";
import { markCost } from "@core/measure/cost";
import { apart, type Proofed, proofBed, proofed, proofScale } from "@core/measure/likeness";
import { type PictureFacts, pictureFacts } from "@core/preflight";
import { fetchPictures } from "~/engine/fetch-pictures";
import { servePort } from "~/port/serve-port";
import type { Looking } from "./protocol";

/** The proofs of the brushes that were compared last; a pair shares its scale, which mostly is 1. */
const known = new Map<string, Proofed>();
const MOST_KNOWN = 80;

async function proofsOf(brush: Brush, scale: number, bed: ReturnType<typeof proofBed>): Promise<Proofed> {
  const key = `${scale} ${JSON.stringify(bed)} ${valuesText(brush)}`;
  const present = known.get(key);
  if (present) return present;
  const made = proofed(brush, scale, await fetchPictures(brush), bed);
  known.set(key, made);
  for (const oldest of known.keys()) {
    if (known.size <= MOST_KNOWN) break;
    known.delete(oldest);
  }
  return made;
}

servePort<Looking>(self, {
  calls: {
    facts: async (brush) => {
      const pictures = await fetchPictures(brush);
      const { shape } = brush.tip;
      const darkness = shape.kind === "image" && shape.coverage === "darkness";
      const facts = new Map<string, PictureFacts>();
      for (const path of brushPictures(brush)) {
        const picture = pictures.get(path);
        // How many bytes a file has only the server knows; what it decodes to is near enough to sort heavy from light.
        if (picture) facts.set(path, pictureFacts(picture, picture.data.byteLength / 3, darkness));
      }
      return { cost: markCost(brush, pictures, () => performance.now()), pictures: facts };
    },
    apart: async ([a, b]) => {
      const scale = Math.min(proofScale(a, await fetchPictures(a)), proofScale(b, await fetchPictures(b)));
      const bed = proofBed([a, b]);
      return apart(await proofsOf(a, scale, bed), await proofsOf(b, scale, bed));
    },
  },
  tells: {},
});
