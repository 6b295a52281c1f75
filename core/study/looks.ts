import type { Use } from "../brush/use";
import type { Blend } from "../kernels/blend-modes";
import { type Doing, MOST_LAYERS } from "./act";

/** How one layer of a study is seen and may be painted on. */
export interface LayerLook {
  readonly id: number;
  readonly name: string;
  readonly blend: Blend;
  /** 0…1 */
  readonly opacity: number;
  readonly visible: boolean;
  readonly locked: boolean;
  readonly keepsAlpha: boolean;
}

/** The layers of a study, the bottom one first. */
export type Looks = readonly LayerLook[];

export function newLook(id: number, name: string): LayerLook {
  return { id, name, blend: "source-over", opacity: 1, visible: true, locked: false, keepsAlpha: false };
}

/** A study begins with one layer. */
export const firstLooks: Looks = [newLook(1, "first")];

/** The layers after an act. The same value where it leaves them as they are, or names layers that are not there. */
export function looksAfter(looks: Looks, act: Doing): Looks {
  switch (act.kind) {
    case "layer": {
      const place = looks.findIndex(({ id }) => id === act.above);
      if (place < 0 || looks.length >= MOST_LAYERS || looks.some(({ id }) => id === act.layer)) return looks;
      return [...looks.slice(0, place + 1), newLook(act.layer, act.name), ...looks.slice(place + 1)];
    }
    case "look": {
      const { kind: _, at: __, layer, ...patch } = act;
      if (!looks.some(({ id }) => id === layer)) return looks;
      return looks.map((look) => (look.id === layer ? { ...look, ...patch } : look));
    }
    case "order": {
      const ordered = act.layers.flatMap((id) => looks.find((look) => look.id === id) ?? []);
      return new Set(ordered).size === looks.length && ordered.length === looks.length ? ordered : looks;
    }
    case "remove":
      return looks.length > 1 && looks.some(({ id }) => id === act.layer)
        ? looks.filter(({ id }) => id !== act.layer)
        : looks;
    default:
      return looks;
  }
}

/** Why nothing can be painted on a layer; undefined when it can. @param use what the brush does to its paint, where it is that which is changed */
export function closedBecause(look: LayerLook | undefined, use?: Use): string | undefined {
  if (!look) return "no layer is chosen";
  if (look.locked) return `${look.name} is locked`;
  if (!look.visible) return `${look.name} is hidden`;
  return use === "erase" && look.keepsAlpha ? `paint stays inside on ${look.name}: nothing is erased there` : undefined;
}
