import { unpack as unpackSet } from "@core/formats/package";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { stagesOf, unpackStudy } from "@core/formats/study";
import {
  later,
  type MeasureJob,
  measureJob,
  outcomeOf,
  type PictureJob,
  paintStrip,
  type StagesJob,
  type StripJob,
} from "./job";
import { paintShare, paintSpecimen, type ShareJob, type SpecimenJob } from "./sheets";

// What a thread of the pool can be asked to do, by its name there.

export const strip = (job: StripJob) => outcomeOf(() => paintStrip(job));

export const measure = (job: MeasureJob) => outcomeOf(() => measureJob(job));

export const picture = ({ bytes, what }: PictureJob) =>
  outcomeOf(() => {
    const { width, height } = readTipPicture(bytes, what);
    return { width, height };
  });

export const specimen = (job: SpecimenJob) => later(() => paintSpecimen(job));

export const share = (job: ShareJob) => later(() => paintShare(job));

export const unpack = (bytes: Uint8Array) => outcomeOf(() => unpackSet(bytes));

export const stages = ({ bytes, most, longest }: StagesJob) =>
  outcomeOf(() => stagesOf(unpackStudy(bytes), most, longest));

export const study = (bytes: Uint8Array) => outcomeOf(() => unpackStudy(bytes));
