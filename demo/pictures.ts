import { createHash } from "node:crypto";
import { chance } from "@core/chance/counter";
import { encode } from "fast-png";

/** A tip's picture as the workshop drew it: grey and alpha, 8 bits. */
interface Drawing {
  readonly width: number;
  readonly height: number;
  /** Grey and alpha, 0…1, at u, v of −1…1. */
  readonly at: (u: number, v: number) => readonly [grey: number, alpha: number];
}

/** A torn piece of gold leaf: a ragged rim, and creases that catch the light. */
function tornLeaf(seed: number): Drawing {
  const waves = Array.from({ length: 7 }, (_, k) => ({
    turns: k + 2,
    size: (0.3 * chance(seed, k, 1)) / (1 + k * 0.4),
    shift: 6.28 * chance(seed, k, 2),
  }));
  const creases = Array.from({ length: 9 }, (_, k) => ({
    angle: 3.14 * chance(seed, k, 3),
    shift: 2 * chance(seed, k, 4) - 1,
    sharp: 5 + 12 * chance(seed, k, 5),
  }));
  return {
    width: 320,
    height: 320,
    at: (u, v) => {
      const turn = Math.atan2(v, u);
      const rim = 0.66 + waves.reduce((sum, w) => sum + w.size * Math.sin(w.turns * turn + w.shift) * 0.5, 0);
      const alpha = Math.min(1, Math.max(0, (Math.min(rim, 0.97) - Math.hypot(u, v)) * 60));
      const fold =
        creases.reduce(
          (sum, c) => sum + Math.sin((u * Math.cos(c.angle) + v * Math.sin(c.angle) + c.shift) * c.sharp),
          0,
        ) / 9;
      return [0.5 + fold * 0.9, alpha];
    },
  };
}

/** A lobed leaf on its stalk at the left, lighter along its veins. */
function lobedLeaf(): Drawing {
  return {
    width: 512,
    height: 256,
    at: (u, v) => {
      const along = (u + 1) / 2;
      const lobes = 0.78 + 0.22 * Math.abs(Math.sin(along * Math.PI * 4.5));
      const half = along < 0.14 ? 0.05 : Math.sin(Math.PI * ((along - 0.14) / 0.86) ** 0.62) * 0.86 * lobes;
      const alpha = Math.min(1, Math.max(0, (half - Math.abs(v)) * 40 + 0.5));
      const rib =
        Math.exp(-((v * 22) ** 2)) +
        Math.exp(-((Math.sin((along * 4.5 - Math.abs(v) * 0.9) * Math.PI) * 5) ** 2)) * 0.6;
      return [0.36 + 0.3 * (1 - Math.abs(v) / Math.max(half, 0.05)) + 0.5 * rib, alpha];
    },
  };
}

/** A length of rope that goes on: strands that wind about one another. */
function rope(): Drawing {
  return {
    width: 128,
    height: 64,
    at: (u, v) => {
      const round = Math.sqrt(Math.max(0, 1 - v * v));
      const turn = (u + 1) * 2 + Math.asin(Math.min(1, Math.max(-1, v))) * 0.9;
      const strand = Math.abs(Math.sin(turn * Math.PI));
      const alpha = Math.min(1, Math.max(0, (1 - Math.abs(v) * (1.12 - 0.12 * strand)) * 26));
      return [0.12 + 0.62 * round * strand ** 0.6, alpha];
    },
  };
}

/** A knob that a rope ends in, its rope coming from the left. */
function knob(): Drawing {
  const cord = rope();
  return {
    width: 96,
    height: 64,
    at: (u, v) => {
      const far = Math.hypot((u - 0.05) * 1.25, v);
      if (far < 0.98)
        return [0.2 + 0.7 * Math.max(0, 1 - Math.hypot((u + 0.1) * 1.3, v + 0.35)), Math.min(1, (0.98 - far) * 26)];
      return u < 0 ? cord.at(u, v) : [0, 0];
    },
  };
}

function png({ width, height, at }: Drawing): Uint8Array {
  const data = new Uint8Array(width * height * 2);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [grey, alpha] = at(((x + 0.5) / width) * 2 - 1, ((y + 0.5) / height) * 2 - 1);
      data[(y * width + x) * 2] = Math.round(255 * Math.min(1, Math.max(0, grey)));
      data[(y * width + x) * 2 + 1] = Math.round(255 * alpha);
    }
  }
  return encode({ width, height, data, channels: 2, depth: 8 });
}

function pathOf(bytes: Uint8Array): string {
  return `tips/${createHash("sha256").update(bytes).digest("hex")}.png`;
}

const torn = [5, 11, 23].map((seed) => png(tornLeaf(seed)));
const lobed = png(lobedLeaf());

export const tornLeafPaths = torn.map(pathOf);
export const lobedLeafPath = pathOf(lobed);

const cords = [rope(), knob()].map(png);

/** A rope that goes on, and what it ends in. */
export const ropePaths = cords.map(pathOf);

/** The PNGs of all tips that the demo's brushes name, by path. */
export const demoPictures: ReadonlyMap<string, Uint8Array> = new Map(
  [...torn, lobed, ...cords].map((bytes) => [pathOf(bytes), bytes]),
);
