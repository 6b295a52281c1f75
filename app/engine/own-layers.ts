import { type LayerLook, closedBecause as layerClosed, newLook } from "@core/study/looks";

/** One of the painter's own layers above the proofs, as the page and the engine both know it. */
export type OwnLayer = LayerLook;

/** All own layers, the bottom one first, and where strokes go. */
export interface OwnLayers {
  readonly layers: readonly OwnLayer[];
  /** The layer that is painted on. */
  readonly on: number;
  /** Whether strokes go to its mask. */
  readonly onMask: boolean;
  readonly proofsShown: boolean;
}

export const MOST_OWN_LAYERS = 12;

export const firstLayers: OwnLayers = { layers: [newOwnLayer(1)], on: 1, onMask: false, proofsShown: true };

export function newOwnLayer(id: number): OwnLayer {
  return newLook(id, `layer ${id}`);
}

/** Why nothing can be drawn at present; undefined when one can. */
export function closedBecause({ layers, on }: OwnLayers): string | undefined {
  return layerClosed(layers.find(({ id }) => id === on));
}
