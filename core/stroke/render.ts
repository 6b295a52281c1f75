import type { Brush } from "../brush";
import type { Rgb } from "../colour/srgb";
import type { Ground } from "../ground/model";
import type { Sample } from "../hand/sample";
import { createKernels, type Kernels } from "../kernels/load";
import { noPictures, type Picture, type Pictures } from "../picture/picture";
import { coverageUnder } from "../surface/coverage-under";
import { heightPixels, normalPixels } from "../surface/heights";
import type { Light } from "../surface/light";
import { deepPixels, Picture as Shown } from "../surface/picture";
import { placePicture } from "../surface/place-picture";
import { Surface } from "../surface/surface";
import { type Bed, paintBed } from "./bed";
import type { Ink } from "./laying/ink";
import { paintHand } from "./painter";

/** What a picture of a hand's strokes is made of. */
export interface RenderJob {
  readonly brush: Brush;
  readonly strokes: readonly (readonly Sample[])[];
  readonly width: number;
  readonly height: number;
  readonly ink: Ink;
  /** The opaque paper, or null for none. */
  readonly paper: Rgb | null;
  readonly seed: number;
  /** Those that the brush's tip names. */
  readonly pictures?: Pictures;
  /** What lies on the surface before the first stroke, its top left corner on the surface's. */
  readonly under?: Picture;
  /** What the strokes lie on. */
  readonly bed?: Bed;
  /** The surface's own grain, which the brush meets besides its ground. */
  readonly grain?: Ground;
  /** By which thick paint is shown; none for flat. */
  readonly light?: Light;
}

let shared: Kernels | undefined;

/** Paints a hand on an empty surface: width·height·4 bytes of RGBA, colour not multiplied by alpha. */
export function renderHand(job: RenderJob): Uint8ClampedArray<ArrayBuffer> {
  return onSurface(job, (surface) => {
    const picture = new Shown(surface, job.paper, job.light, job.pictures);
    picture.showAll();
    const pixels = picture.copy();
    picture.release();
    return pixels;
  });
}

/** As `renderHand`, with 16 bits a channel. */
export function renderHand16(job: RenderJob): Uint16Array {
  return onSurface(job, (surface) => deepPixels(surface, job.paper));
}

/** The directions in which the paint of a hand's strokes faces, as `normalPixels` has them. @param depth px that full height stands up */
export function renderNormals(job: RenderJob, depth: number): Uint16Array {
  return onSurface(job, (surface) => normalPixels(surface, depth));
}

/** The heights that a hand's strokes leave: width·height of 0…65535. */
export function renderHeights(job: RenderJob): Uint16Array {
  return onSurface(job, heightPixels);
}

/** The mean coverage, 0…1, that a hand's strokes leave at each place under a tip of its size, px. */
export function coverageAt(
  job: RenderJob,
  places: readonly { readonly x: number; readonly y: number; readonly size: number }[],
): number[] {
  return onSurface(job, (surface) => places.map(({ x, y, size }) => coverageUnder(surface, x, y, size)));
}

/**
 * Paints a hand on an empty surface and lets `use` look at it before it is given back.
 * @param layers the strokes lie on the topmost, what the job has `under` them on the lowest
 */
export function onSurface<T>(job: RenderJob, use: (surface: Surface) => T, layers = 1): T {
  shared ??= createKernels();
  const surface = new Surface(shared, job.width, job.height, layers);
  try {
    surface.paper = job.grain;
    surface.sheet = job.paper ?? undefined;
    if (job.under) placePicture(surface, job.under);
    if (job.bed) paintBed(surface, job.bed);
    surface.layers[0].name = layers > 1 ? "below" : "";
    surface.layers[layers - 1].name = "strokes";
    surface.paintOn(layers - 1);
    paintHand(surface, job.brush, job.ink, job.strokes, job.seed, job.pictures ?? noPictures);
    return use(surface);
  } finally {
    surface.release();
  }
}
