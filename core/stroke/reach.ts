import type { Brush } from "../brush";
import type { Sample } from "../hand/sample";
import type { Room } from "../hand/simulate";
import { cosDegrees, sinDegrees } from "../numeric/trig";
import type { Pictures } from "../picture/picture";
import { qualityIndex } from "../qualities/table";
import { MarkMaker } from "./make-marks";
import { MARK_NUMBERS, markField } from "./mark-list";

/** How far marks reach beyond a room on each side, px; below nought where they stay within. */
export interface Reach {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

const { size, angle, roundness } = qualityIndex;

/** px by which a mask may be larger than its tip. */
const EDGE = 1.5;

/** How far the marks of a hand's strokes reach beyond a room. */
export function reachBeyond(
  brush: Brush,
  strokes: readonly (readonly Sample[])[],
  room: Room,
  pictures: Pictures,
): Reach {
  const { shape } = brush.tip;
  const isBent = shape.kind === "image" && shape.laid === "bent";
  const isBox = shape.kind !== "ellipse" && shape.kind !== "bristles" && !isBent;
  const [halfWidth, halfHeight] = halvesOf(brush, pictures);
  const { pivot } = brush.tip;
  const box = Float64Array.of(room.left + room.width, room.top + room.height, room.left, room.top);
  const take = ({ marks }: MarkMaker) => {
    const { values, count } = marks;
    for (let i = 0; i < count; i++) {
      const at = i * MARK_NUMBERS;
      const half = values[at + size] / 2;
      if (half <= 0) continue;
      const a = half * halfWidth;
      const b = half * halfHeight * (isBent ? 1 : values[at + roundness]);
      const c = Math.abs(cosDegrees(values[at + angle]));
      const s = Math.abs(sinDegrees(values[at + angle]));
      const off = Math.hypot(pivot[0] * a, pivot[1] * b) + EDGE;
      const across = off + (isBox ? a * c + b * s : Math.hypot(a * c, b * s));
      const down = off + (isBox ? a * s + b * c : Math.hypot(a * s, b * c));
      box[0] = Math.min(box[0], values[at + markField.x] - across);
      box[1] = Math.min(box[1], values[at + markField.y] - down);
      box[2] = Math.max(box[2], values[at + markField.x] + across);
      box[3] = Math.max(box[3], values[at + markField.y] + down);
    }
    marks.clear();
  };
  strokes.forEach((samples, n) => {
    const maker: MarkMaker = new MarkMaker(brush, 1 + n, () => take(maker));
    maker.push(samples);
    maker.end();
    take(maker);
  });
  return {
    left: room.left - box[0],
    top: room.top - box[1],
    right: box[2] - room.left - room.width,
    bottom: box[3] - room.top - room.height,
  };
}

/** Half the sides of a tip of size 2: pictures have their own, the longest of a family counts. */
function halvesOf({ tip: { shape } }: Brush, pictures: Pictures): [number, number] {
  // Hairs stand a little beyond the bundle that they make.
  if (shape.kind === "bristles") return [1.2, 1.2];
  if (shape.kind !== "image") return [1, 1];
  if (shape.laid === "bent") {
    // A tap is one whole picture, which may be longer than it is wide.
    const picture = pictures.get(shape.pictures[0].file);
    const longer = picture ? Math.max(1, picture.width / picture.height) : 1;
    return [longer, longer];
  }
  let [width, height] = [0, 0];
  for (const { file } of shape.pictures) {
    const picture = pictures.get(file);
    if (!picture) return [1, 1];
    const longest = Math.max(picture.width, picture.height);
    width = Math.max(width, picture.width / longest);
    height = Math.max(height, picture.height / longest);
  }
  return [width, height];
}
