import { grainPath } from "../ground/grain";
import { picturePaths, type Shape } from "../tip/shape/shape";
import type { Brush } from "./schema";

/** The paths of all pictures that a brush needs: its tips' and its ground's. */
export function brushPictures({ tip, ground }: Brush): string[] {
  const grain = grainPath(ground?.grain);
  const paths = [...picturePaths(tip.shape), ...(tip.over ? picturePaths(tip.over.shape) : [])];
  return [...new Set(grain === undefined ? paths : [...paths, grain])];
}

/** The brush with its pictures' paths exchanged; those that have no new name stay. */
export function renamePictures(brush: Brush, names: ReadonlyMap<string, string>): Brush {
  const { tip, ground } = brush;
  return {
    ...brush,
    tip: {
      ...tip,
      shape: renamed(tip.shape, names),
      over: tip.over && { ...tip.over, shape: renamed(tip.over.shape, names) },
    },
    ground:
      ground?.grain.kind === "picture"
        ? { ...ground, grain: { ...ground.grain, file: names.get(ground.grain.file) ?? ground.grain.file } }
        : ground,
  };
}

function renamed(shape: Shape, names: ReadonlyMap<string, string>): Shape {
  if (shape.kind !== "image") return shape;
  const name = (path: string) => names.get(path) ?? path;
  return {
    ...shape,
    pictures: shape.pictures.map((p) => ({ ...p, file: name(p.file), ...(p.map ? { map: name(p.map) } : {}) })),
    ...(shape.start === undefined ? {} : { start: name(shape.start) }),
    ...(shape.end === undefined ? {} : { end: name(shape.end) }),
  };
}
