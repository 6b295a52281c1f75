import type { Sample } from "../../hand/sample";

/** How strokes on a sheet are repeated. */
export const symmetries = ["none", "left-right", "top-bottom", "both", "around"] as const;
export type Symmetry = (typeof symmetries)[number];

/** Where one stroke's readings lie in each of its copies, the stroke itself first; about the sheet's middle. @param times copies around, 2…24 */
export function copiesOf(
  samples: readonly Sample[],
  symmetry: Symmetry,
  width: number,
  height: number,
  times = 6,
): Sample[][] {
  const turnedBy = (degrees: number) => {
    const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
    return samples.map((sample) => {
      const [u, v] = [sample.x - width / 2, sample.y - height / 2];
      return {
        ...sample,
        x: width / 2 + c * u + s * v,
        y: height / 2 - s * u + c * v,
        lean: around(sample.lean, degrees),
        twist: around(sample.twist, degrees),
      };
    });
  };
  const leftRight = (of: readonly Sample[]) =>
    of.map((s) => ({ ...s, x: width - s.x, lean: around(s.lean, 180, -1), twist: around(s.twist, 0, -1) }));
  const topBottom = (of: readonly Sample[]) =>
    of.map((s) => ({ ...s, y: height - s.y, lean: around(s.lean, 0, -1), twist: around(s.twist, 180, -1) }));
  const own = [...samples];
  if (symmetry === "left-right") return [own, leftRight(own)];
  if (symmetry === "top-bottom") return [own, topBottom(own)];
  if (symmetry === "both") return [own, leftRight(own), topBottom(own), leftRight(topBottom(own))];
  if (symmetry === "around") return Array.from({ length: times }, (_, n) => turnedBy((360 * n) / times));
  return [own];
}

/** A direction turned, or mirrored and turned; undefined where the pen has none. */
function around(degrees: number | undefined, by: number, way: 1 | -1 = 1): number | undefined {
  return degrees === undefined ? undefined : (((way * degrees + by) % 360) + 360) % 360;
}
