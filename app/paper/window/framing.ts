/** How a picture is looked at: which of its places is in the middle of the window, how large, turned and mirrored. */
export interface Framing {
  /** The window, px of the screen. */
  readonly width: number;
  readonly height: number;
  /** The place of the picture in the middle of the window, its own px. */
  readonly x: number;
  readonly y: number;
  /** px of the screen a px of the picture. */
  readonly zoom: number;
  /** Degrees, clockwise as seen. */
  readonly turn: number;
  /** Left for right, as in a mirror. */
  readonly mirrored: boolean;
}

export interface Place {
  readonly x: number;
  readonly y: number;
}

export const LEAST_ZOOM = 1 / 64;
export const MOST_ZOOM = 16;

/** `(x, y) → (a·x + c·y + e, b·x + d·y + f)`: from the picture to the window, in the order that canvases take. */
export function matrixOf({
  width,
  height,
  x,
  y,
  zoom,
  turn,
  mirrored,
}: Framing): readonly [number, number, number, number, number, number] {
  const [cos, sin] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const across = mirrored ? -zoom : zoom;
  const [a, b, c, d] = [cos * across, sin * across, -sin * zoom, cos * zoom];
  return [a, b, c, d, width / 2 - a * x - c * y, height / 2 - b * x - d * y];
}

/** Where a place of the picture is in the window. */
export function toWindow(framing: Framing, { x, y }: Place): Place {
  const [a, b, c, d, e, f] = matrixOf(framing);
  return { x: a * x + c * y + e, y: b * x + d * y + f };
}

/** The place of the picture that is seen at a place of the window. */
export function toPicture(framing: Framing, { x, y }: Place): Place {
  const [a, b, c, d, e, f] = matrixOf(framing);
  const det = a * d - b * c;
  return { x: (d * (x - e) - c * (y - f)) / det, y: (a * (y - f) - b * (x - e)) / det };
}

/** The part of the picture that the window sees, or a part of the window: its bounds. */
export function seenBounds(framing: Framing, left: number, top: number, right: number, bottom: number) {
  const corners = [
    { x: left, y: top },
    { x: right, y: top },
    { x: left, y: bottom },
    { x: right, y: bottom },
  ].map((corner) => toPicture(framing, corner));
  const [xs, ys] = [corners.map(({ x }) => x), corners.map(({ y }) => y)];
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) };
}

/** The whole picture in the window, with a little air about it. */
export function fitted(framing: Framing, picture: { readonly width: number; readonly height: number }): Framing {
  const zoom = Math.min((framing.width * 0.96) / picture.width, (framing.height * 0.96) / picture.height, 1);
  return { ...framing, x: picture.width / 2, y: picture.height / 2, zoom: Math.max(LEAST_ZOOM, zoom), turn: 0 };
}

/** Larger by a factor about a place of the window, which stays where it is. */
export function zoomed(framing: Framing, factor: number, about: Place): Framing {
  const zoom = Math.min(MOST_ZOOM, Math.max(LEAST_ZOOM, framing.zoom * factor));
  const still = toPicture(framing, about);
  const after = toPicture({ ...framing, zoom }, about);
  return { ...framing, zoom, x: framing.x + still.x - after.x, y: framing.y + still.y - after.y };
}

/** Turned clockwise by degrees about a place of the window, which stays where it is. */
export function turned(framing: Framing, degrees: number, about: Place): Framing {
  const turn = (((framing.turn + degrees) % 360) + 360) % 360;
  const still = toPicture(framing, about);
  const after = toPicture({ ...framing, turn }, about);
  return { ...framing, turn, x: framing.x + still.x - after.x, y: framing.y + still.y - after.y };
}

/** As it lies: in its own size, upright, from its upper left corner on. */
export function upright(framing: Framing): Framing {
  return { ...framing, x: framing.width / 2, y: framing.height / 2, zoom: 1, turn: 0, mirrored: false };
}

/** Whether a px of the picture is a px of the window, at the same place. */
export function isUpright({ width, height, x, y, zoom, turn, mirrored }: Framing): boolean {
  return zoom === 1 && turn === 0 && !mirrored && Math.abs(x - width / 2) < 1e-6 && Math.abs(y - height / 2) < 1e-6;
}

/** Moved by px of the window. */
export function panned(framing: Framing, dx: number, dy: number): Framing {
  const from = toPicture(framing, { x: 0, y: 0 });
  const to = toPicture(framing, { x: dx, y: dy });
  return { ...framing, x: framing.x + from.x - to.x, y: framing.y + from.y - to.y };
}
