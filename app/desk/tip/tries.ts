import { type Brush, scaledBrush } from "@core/brush";
import { chance } from "@core/chance/counter";
import { shapeOfSheets } from "@core/desk/tip/sheet";
import type { Sample } from "@core/hand/sample";
import { slowSwell } from "@core/hand/simulate";
import type { Picture } from "@core/picture/picture";
import { responseSchema } from "@core/response/model";
import { renderHand } from "@core/stroke/render";
import { type TipTry, TRIES_HEIGHT, TRIES_WIDTH, TRUE_SIZES } from "./protocol";

/** The size of the marks of the ring: turned about an end they stay on the picture. */
const RING_SIZE = 32;
/** The size of the field's marks at most, and how far from its border they stay. */
const FIELD_SIZE = 34;
const FIELD_MARGIN = 20;

const ink = { colour: [0.13, 0.36, 0.33], second: [1, 1, 1] } as const;
const paper = [0.992, 0.992, 0.992] as const;

/** The brush that a tip is tried with: the maker's, with the desk's tips. */
export function triedBrush({ brush, pivot, pick }: TipTry, weights: readonly number[], mapped: boolean): Brush {
  const shape = shapeOfSheets(
    weights.map((_, n) => pathOf(n)),
    mapped,
    { pick, weights },
  );
  return { ...brush, tip: { ...brush.tip, shape, pivot: [pivot[0], pivot[1]] } };
}

export const pathOf = (n: number) => `tips/desk-${n}.png`;

/** A rectangle of the picture, what is drawn there and with what. */
interface Piece {
  readonly at: readonly [left: number, top: number, width: number, height: number];
  readonly brush: Brush;
  readonly strokes: readonly (readonly Sample[])[];
}

/**
 * The tip at its true sizes, a stroke, a turning ring of marks and a stamped field, below one another.
 * @param chosen which of the family is shown where only one is @param still lets others in between the pieces; false ends the work
 */
export async function triesOf(
  brush: Brush,
  pictures: ReadonlyMap<string, Picture>,
  chosen: number,
  still: () => Promise<boolean>,
): Promise<ImageBitmap | undefined> {
  const drawing = new OffscreenCanvas(TRIES_WIDTH, TRIES_HEIGHT).getContext("2d");
  if (!drawing) throw new Error("this browser cannot draw outside the page");
  for (const { at, brush: one, strokes } of piecesOf(brush, chosen)) {
    const [left, top, width, height] = at;
    drawing.putImageData(
      new ImageData(renderHand({ brush: one, strokes, width, height, ink, paper, seed: 1, pictures }), width, height),
      left,
      top,
    );
    if (!(await still())) return undefined;
  }
  return drawing.canvas.transferToImageBitmap();
}

function piecesOf(brush: Brush, chosen: number): Piece[] {
  const { shape } = brush.tip;
  const alone = shape.kind === "image" ? { ...shape, pictures: [{ ...shape.pictures[chosen], weight: 1 }] } : shape;
  const stamp = (size: number): Brush => ({
    ...brush,
    tip: { ...brush.tip, shape: alone, size, angle: 0, roundness: 1, pivot: [0, 0] },
    trail: { ...brush.trail, count: 1, scatter: 0, scatterAlong: 0 },
    paint: { ...brush.paint, flow: 1, opacity: 1, mixing: 0 },
    responses: [],
  });
  const middle = (width: number, height: number): Sample[] => [{ x: width / 2, y: height / 2, time: 0, pressure: 1 }];
  const boxes: readonly Piece["at"][] = [
    [14, 168, 24, 24],
    [14, 106, 40, 40],
    [8, 10, 80, 80],
    [92, 0, 208, 208],
  ];
  const turned: Brush["responses"] = [responseSchema.parse({ quality: "angle", source: "twist", low: 0, high: 360 })];
  const ring = { ...stamp(RING_SIZE), tip: { ...stamp(RING_SIZE).tip, pivot: brush.tip.pivot }, responses: turned };
  const field = scaledBrush(
    { ...brush, tip: { ...brush.tip, roundness: 1 }, responses: [...brush.responses, ...turned] },
    FIELD_SIZE / brush.tip.size,
  );
  const line = scaledBrush(brush, Math.min(1, 64 / brush.tip.size));
  return [
    ...TRUE_SIZES.map(
      (size, n): Piece => ({ at: boxes[n], brush: stamp(size), strokes: [middle(boxes[n][2], boxes[n][3])] }),
    ),
    {
      at: [0, 210, TRIES_WIDTH, 106],
      brush: line,
      strokes: slowSwell({ left: 34, top: 24, width: TRIES_WIDTH - 68, height: 58 }).strokes,
    },
    { at: [0, 318, TRIES_WIDTH, 150], brush: ring, strokes: ringOf(TRIES_WIDTH / 2, 75, 42) },
    { at: [0, 470, TRIES_WIDTH, 148], brush: field, strokes: fieldOf(TRIES_WIDTH, 148) },
  ];
}

/** Twelve touches on a circle, the pen turned a twelfth further at each. */
function ringOf(x: number, y: number, radius: number): Sample[][] {
  return Array.from({ length: 12 }, (_, n) => {
    const angle = (n * Math.PI) / 6;
    return [{ x: x + radius * Math.cos(angle), y: y - radius * Math.sin(angle), time: 0, pressure: 1, twist: n * 30 }];
  });
}

/** Touches in rows, each a little astray, turned anyhow and pressed from lightly to fully; none is cut off at the field's border. */
function fieldOf(width: number, height: number): Sample[][] {
  const [columns, rows] = [8, 4];
  const place = (at: number, of: number, side: number) => FIELD_MARGIN + (at * (side - 2 * FIELD_MARGIN)) / of;
  return Array.from({ length: columns * rows }, (_, n) => {
    const stray = (use: number) => chance(7, n, use) - 0.5;
    const [c, r] = [n % columns, Math.floor(n / columns)];
    return [
      {
        x: place(c + 0.5 + stray(1) * 0.6, columns, width),
        y: place(r + 0.5 + stray(2) * 0.6, rows, height),
        time: 0,
        pressure: 0.3 + 0.7 * chance(7, n, 3),
        twist: 360 * chance(7, n, 4),
      },
    ];
  });
}
