import { unpack as unpackSet } from "@core/formats/package";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { packStudy, type StudyPackage, stagesOf, unpackStudy } from "@core/formats/study";
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

import { startClock, type ThreadClock } from "./thread-time";

/** What a thread is given: what to do, and the clock by which its work is timed. */
export interface Timed<T> {
  readonly job: T;
  readonly clock: ThreadClock;
}

/** Work whose time runs from when a thread begins it. */
const timed =
  <T, R>(work: (job: T) => R) =>
  ({ job, clock }: Timed<T>): R => {
    startClock(clock);
    return work(job);
  };

// What a thread of the pool can be asked to do, by its name there.

export const strip = timed((job: StripJob) => outcomeOf(() => paintStrip(job)));

export const measure = timed((job: MeasureJob) => outcomeOf(() => measureJob(job)));

export const picture = timed(({ bytes, what }: PictureJob) =>
  outcomeOf(() => {
    const { width, height } = readTipPicture(bytes, what);
    return { width, height };
  }),
);

export const specimen = timed((job: SpecimenJob) => later(() => paintSpecimen(job)));

export const share = timed((job: ShareJob) => later(() => paintShare(job)));

export const unpack = timed((bytes: Uint8Array) => outcomeOf(() => unpackSet(bytes)));

export const stages = timed(({ bytes, most, longest }: StagesJob) =>
  outcomeOf(() => stagesOf(unpackStudy(bytes), most, longest)),
);

export const study = timed((bytes: Uint8Array) => outcomeOf(() => unpackStudy(bytes)));

export const packedStudy = timed((study: StudyPackage) => outcomeOf(() => packStudy(study)));
