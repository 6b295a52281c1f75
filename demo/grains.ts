import { chance } from "@core/chance/counter";
import { type GrainWork, grainOfPlane, grainWorkSchema } from "@core/desk/grain/grain-work";
import { type Plane, planeOf } from "@core/desk/plane";
import { writeGrey16 } from "@core/formats/png/png";
import { drawGrain, GRAIN_SIDE } from "@core/ground/draw-grain";
import { type DrawnGrain, grainOf } from "@core/ground/grain";

/** A grain of the demo workshop, made as the grain desk makes them. */
export interface DemoGrain {
  readonly name: string;
  readonly tags: string;
  readonly credit: string;
  readonly picture: Uint8Array;
  readonly pxPerMm: number | null;
}

const SIDE = 420;

/** Value noise with cells of so many px, eased between them; each seed's cells lie at a slant of their own. */
function cloud(x: number, y: number, cell: number, seed: number): number {
  const [c, s0] = [Math.cos(seed * 0.7), Math.sin(seed * 0.7)];
  const [u, v] = [(x * c - y * s0) / cell, (x * s0 + y * c) / cell];
  const [i, j] = [Math.floor(u), Math.floor(v)];
  const ease = (t: number) => t * t * (3 - 2 * t);
  const [s, t] = [ease(u - i), ease(v - j)];
  const at = (a: number, b: number) => chance(seed, i + a, j + b);
  const upper = at(0, 0) + s * (at(1, 0) - at(0, 0));
  return upper + t * (at(0, 1) + s * (at(1, 1) - at(0, 1)) - upper);
}

/** A wall, sheet or board as a workshop would photograph it: lit from one side, darker to the corners, and it does not tile. */
function photograph(height: (x: number, y: number) => number): Plane {
  return planeOf(SIDE, SIDE, (x, y) => {
    const [u, v] = [x / SIDE - 0.5, y / SIDE - 0.5];
    return Math.min(1, Math.max(0, 0.12 + 0.6 * height(x, y) + 0.2 * u - 0.12 * v - 0.25 * (u * u + v * v)));
  });
}

/** What a generator of the engine draws. */
function drawn<Kind extends DrawnGrain["kind"]>(kind: Kind, part: Partial<DrawnGrain> = {}): Plane {
  const grain = { ...grainOf(kind), ...part } as DrawnGrain;
  return { width: GRAIN_SIDE, height: GRAIN_SIDE, data: Float32Array.from(drawGrain(grain)) };
}

/** A brick's length and a course's height, px; and how wide borders are joined, so that two bricks and four courses are left. */
const BRICK = 132;
const COURSE = 58;
const JOINED = 60;
const bricks = { left: 0.05, top: 0.1, width: (2 * BRICK + JOINED) / SIDE, height: (4 * COURSE + JOINED) / SIDE };
const brick = photograph((x, y) => {
  const row = Math.floor(y / COURSE);
  const [u, v] = [((x + (row % 2) * (BRICK / 2)) % BRICK) / BRICK, (y % COURSE) / COURSE];
  const joint = Math.min(Math.min(u, 1 - u) * BRICK, Math.min(v, 1 - v) * COURSE);
  const face = 0.55 + 0.25 * cloud(x, y, 46, 1) + 0.15 * cloud(x, y, 5, 2);
  return face * Math.min(1, Math.max(0.15, (joint - 3) / 4));
});
const rust = photograph((x, y) => {
  const deep = 0.45 * cloud(x, y, 64, 3) + 0.3 * cloud(x, y, 29, 15) + 0.25 * cloud(x, y, 11, 4);
  return deep > 0.52 ? 0.25 + 0.5 * cloud(x, y, 3, 5) : 0.8 - 0.15 * cloud(x, y, 9, 6);
});
const crackle = photograph((x, y) => {
  let [first, second] = [9, 9];
  for (let j = -1; j <= 1; j++) {
    for (let i = -1; i <= 1; i++) {
      const [a, b] = [Math.floor(x / 44) + i, Math.floor(y / 44) + j];
      const far = Math.hypot(a + chance(7, a, b) - x / 44, b + chance(8, a, b) - y / 44);
      [first, second] = far < first ? [far, first] : [first, Math.min(second, far)];
    }
  }
  return Math.min(1, 0.2 + (second - first) * 9) * (0.9 + 0.1 * cloud(x, y, 4, 9));
});
const plank = photograph((x, y) => {
  const rings = 0.5 + 0.5 * Math.sin((y + 5 * cloud(x, y * 3, 90, 10)) * 0.26);
  return (0.35 + 0.65 * rings) * (0.6 + 0.4 * cloud(x / 14, y, 3, 9)) * (cloud(x / 22, y, 3, 18) > 0.9 ? 0.25 : 1);
});
const glass = photograph((x, y) => 0.35 + 0.65 * Math.abs(cloud(x, y, 4, 13) - cloud(x + 9, y + 5, 6, 14)));

const recipes: readonly { name: string; tags: string; of: Plane; work: Partial<GrainWork>; pxPerMm?: number }[] = [
  {
    name: "Brick front",
    tags: "wall outdoors",
    of: brick,
    work: { part: bricks, even: 0.6, tile: "cut", overlap: JOINED / (4 * COURSE + JOINED) },
    pxPerMm: 0.6,
  },
  {
    name: "Rusted sheet",
    tags: "metal weathered",
    of: rust,
    work: { even: 0.5, black: 0.2, white: 0.85, tile: "cut" },
    pxPerMm: 4,
  },
  {
    name: "Crackled enamel",
    tags: "enamel old",
    of: crackle,
    work: { even: 0.5, sharpen: 0.6, tile: "cut" },
    pxPerMm: 10,
  },
  {
    name: "Weathered plank",
    tags: "board outdoors",
    of: plank,
    work: { turn: 1.5, even: 0.7, tile: "blend", overlap: 0.4 },
    pxPerMm: 3,
  },
  {
    name: "Sandblasted glass",
    tags: "glass fine",
    of: glass,
    work: { even: 0.4, white: 0.8, tile: "blend" },
    pxPerMm: 20,
  },
  {
    name: "Primed board",
    tags: "board smooth",
    of: drawn("board", { rings: 18, wander: 0.25 }),
    work: { gamma: 1.6, tile: "none" },
  },
  {
    name: "Awning canvas",
    tags: "awning cloth",
    of: drawn("weave", { threads: 40, unevenness: 0.6 }),
    work: { sharpen: 0.5, tile: "none" },
    pxPerMm: 12,
  },
  {
    name: "Trowelled gesso",
    tags: "plaster ground",
    of: drawn("plaster", { plates: 9, roughness: 0.7 }),
    work: { black: 0.1, white: 0.9, tile: "none" },
  },
  {
    name: "Show card",
    tags: "paper smooth",
    of: drawn("paper", { roughness: 0.35 }),
    work: { gamma: 0.9, tile: "none" },
    pxPerMm: 12,
  },
  {
    name: "Kraft paper",
    tags: "paper fibres",
    of: drawn("fibres", { fibres: 700, length: 0.35 }),
    work: { invert: true, tile: "none" },
    pxPerMm: 14,
  },
  {
    name: "Smalt",
    tags: "sand sign gilding",
    of: drawn("sand", { corns: 96 }),
    work: { gamma: 1.3, tile: "none" },
    pxPerMm: 16,
  },
];

/** Eleven grains, from a brick wall to a show card, as 16-bit PNGs as the desk writes them. */
export function demoGrains(): DemoGrain[] {
  return recipes.map(({ name, tags, of, work, pxPerMm = null }) => {
    const { width, height, data } = grainOfPlane(of, grainWorkSchema.parse(work));
    const picture = writeGrey16(
      Uint16Array.from(data, (v) => Math.round(Math.min(1, Math.max(0, v)) * 65535)),
      width,
      height,
    );
    return { name, tags, credit: "Quayside Signworks", picture, pxPerMm };
  });
}
