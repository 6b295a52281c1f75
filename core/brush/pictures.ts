import { grainPath } from "../ground/grain";
import { picturePaths } from "../tip/shape/shape";
import type { Brush } from "./schema";

/** The paths of all pictures that a brush needs: its tip's and its ground's. */
export function brushPictures({ tip, ground }: Brush): string[] {
  const grain = grainPath(ground?.grain);
  return grain === undefined ? picturePaths(tip.shape) : [...picturePaths(tip.shape), grain];
}

/** The brush with its pictures' paths exchanged; those that have no new name stay. */
export function renamePictures(brush: Brush, names: ReadonlyMap<string, string>): Brush {
  const renamed = (path: string) => names.get(path) ?? path;
  const { shape } = brush.tip;
  const { ground } = brush;
  return {
    ...brush,
    tip:
      shape.kind === "image"
        ? {
            ...brush.tip,
            shape: {
              ...shape,
              pictures: shape.pictures.map((p) => ({
                ...p,
                file: renamed(p.file),
                ...(p.map ? { map: renamed(p.map) } : {}),
              })),
              ...(shape.start === undefined ? {} : { start: renamed(shape.start) }),
              ...(shape.end === undefined ? {} : { end: renamed(shape.end) }),
            },
          }
        : brush.tip,
    ground:
      ground?.grain.kind === "picture"
        ? { ...ground, grain: { ...ground.grain, file: renamed(ground.grain.file) } }
        : ground,
  };
}
