import type { Ground } from "../../ground/model";
import { type Check, type Finding, type Member, mendBrush } from "../model";

type Grounded = Member & { readonly brush: { readonly ground: Ground } };

/** From so many brushes with one grain on, another one is an exception. */
const LEAST = 3;

const named = ({ grain }: Ground) => (grain.kind === "picture" ? grain.file : grain.kind);

export const grainUnlike: Check = {
  name: "grain unlike",
  looksFor: "brushes that meet another grain than the set’s",
  run: ({ members }) => {
    const grounded = members.filter(
      (member): member is Grounded => member.brush.ground !== null && member.brush.ground.anchor === "surface",
    );
    const counts = new Map<string, Grounded[]>();
    for (const one of grounded) {
      const key = named(one.brush.ground);
      counts.set(key, [...(counts.get(key) ?? []), one]);
    }
    const [usual] = [...counts.values()].sort((a, b) => b.length - a.length);
    if (!usual || usual.length < LEAST || usual.length * 2 <= grounded.length) return [];
    const { grain, grainScale } = usual[0].brush.ground;
    return grounded
      .filter((one) => !usual.includes(one))
      .map((one): Finding => {
        const { ground } = one.brush;
        const what = grain.kind === "picture" ? "the set’s own grain" : grain.kind;
        return {
          gravity: "hint",
          says: `It meets ${ground.grain.kind === "picture" ? "a picture" : ground.grain.kind}; the set’s others meet ${what}: two papers in one picture.`,
          id: one.id,
          mend: mendBrush(one, "Give it the set’s grain", { ...one.brush, ground: { ...ground, grain, grainScale } }),
        };
      });
  },
};
