import type { Brush } from "../../brush/schema";
import type { Sample } from "../../hand/sample";
import type { Reservoir } from "../../paint/spend";
import type { Pictures } from "../../picture/picture";
import type { Surface } from "../../surface/surface";
import type { Wet } from "../../surface/wet";
import type { Ink } from "./ink";

/** A way of laying marks: what takes them one by one, in their order, and leaves them on a surface. */
export interface Laying {
  /** What the unfinished stroke looks like to its surface. */
  readonly wet: Wet;
  /** How many marks have reached the surface so far. */
  readonly laid: number;
  /** Takes the mark whose numbers begin at `at`. @throws MissingPicture, MissingGrain where one that the brush names is not there */
  enter(row: Float64Array, at: number): void;
  /** Is told of the hand's readings before the marks that follow from them, where something besides marks goes by them. */
  follow?(samples: readonly Sample[]): void;
  /** Lays what waits. */
  flush(): void;
  /** Lays what was held back because the stroke's end was not known. */
  end(): void;
  /** Gives back its room, once the surface is dry. */
  release(): void;
}

/** What a stroke is laid with, whatever the way. */
export interface LayingMeans {
  readonly surface: Surface;
  /** Without its muted responses. */
  readonly brush: Brush;
  readonly ink: Ink;
  readonly seed: number;
  readonly pictures: Pictures;
  /** When the stroke began and its newest reading came, ms of the hand's clock; not a number before. */
  readonly clock: { readonly begun: number; readonly ended: number };
  /** What the tip holds, where strokes share it. */
  readonly reservoir: Reservoir | undefined;
  /** Its marks meet neither ground nor paper. */
  readonly isSmooth?: boolean;
}
