import { onSurface, type RenderJob } from "../../stroke/render";
import { writeOra } from "./write";

/** A hand's strokes as a layered picture in OpenRaster: the paper, what lay below, and the strokes. @throws FormatError */
export function renderLayered(job: RenderJob): Uint8Array {
  return onSurface(job, (surface) => writeOra(surface, job.paper, job.light), 2);
}
