import type { Blend } from "@core/kernels/blend-modes";

/** One of the painter's own layers above the proofs, as the page and the engine both know it. */
export interface OwnLayer {
  readonly id: number;
  readonly name: string;
  readonly blend: Blend;
  /** 0…1 */
  readonly opacity: number;
  readonly visible: boolean;
  readonly locked: boolean;
  readonly keepsAlpha: boolean;
}

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
  return { id, name: `layer ${id}`, blend: "source-over", opacity: 1, visible: true, locked: false, keepsAlpha: false };
}

/** Why nothing can be drawn at present; undefined when one can. */
export function closedBecause({ layers, on }: OwnLayers): string | undefined {
  const layer = layers.find(({ id }) => id === on);
  if (!layer) return "no layer is chosen";
  if (layer.locked) return `${layer.name} is locked`;
  return layer.visible ? undefined : `${layer.name} is hidden`;
}
