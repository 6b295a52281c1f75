import { createKernels } from "@core/kernels/load";
import { ONE } from "@core/kernels/memory/q15";
import { PLANE, TILE } from "@core/kernels/memory/tile-size";
import { Tiles } from "@core/kernels/memory/tiles";
import { filmOver, type Pigment, type WetGround, type WetMoves, washStep } from "@core/kernels/reference/wash";
import fc from "fast-check";
import { describe, expect, test } from "vitest";

const kernels = createKernels();
const { run, heap } = kernels;
const SIDE = 2 * TILE;

type Field = (x: number, y: number) => number;

function numbers(field: Field): Float64Array {
  return Float64Array.from(
    { length: SIDE * SIDE },
    (_, i) => Math.round(Math.min(1, Math.max(0, field(i % SIDE, Math.floor(i / SIDE)))) * ONE) / ONE,
  );
}

function tilesOf(field: Float64Array): Tiles {
  const tiles = new Tiles(kernels, 2, 2, 1);
  for (let index = 0; index < 4; index++) {
    const at = tiles.make(index) / 2;
    for (let i = 0; i < TILE * TILE; i++) {
      const x = (index % 2) * TILE + (i % TILE);
      const y = Math.floor(index / 2) * TILE + Math.floor(i / TILE);
      heap.u16[at + i] = Math.round(field[y * SIDE + x] * ONE);
    }
  }
  return tiles;
}

/** What the kernels make of pigment on four tiles: the sum of what floats and what has settled. */
function washed(ground: WetGround, moves: WetMoves, amounts: Float64Array, steps: number, evens = false): Float64Array {
  const [wet, edge, heights, mottle, stroke] = [
    ground.volumes,
    ground.edge,
    ground.heights,
    ground.mottle,
    amounts,
  ].map(tilesOf);
  const bytes = run.washBytes(1);
  const blocks = [0, 1, 2, 3].map(() => heap.take(bytes));
  const room = heap.take(run.washRoom());
  blocks.forEach((block, n) => {
    run.washPaths(
      block,
      n % 2,
      n >> 1,
      2,
      2,
      wet.table,
      edge.table,
      heights.table,
      mottle.table,
      0,
      0,
      moves.pull,
      0,
      moves.spread,
      moves.granulation,
      room,
    );
    run.washFill(block, stroke.at(n), 1);
  });
  const right = (n: number) => (n % 2 === 0 ? blocks[n + 1] : 0);
  const below = (n: number) => blocks[n + 2] ?? 0;
  for (const n of [3, 2, 1, 0]) run.washRuns(blocks[n], wet.at(n), right(n), below(n));
  if (evens) {
    for (const far of [32, 16, 8, 4]) {
      for (const down of [false, true]) {
        blocks.forEach((block, n) => {
          run.washEven(block, 1, down ? below(n) : right(n), far, down, 0.25);
        });
        for (const block of blocks) run.washEvened(block, 1);
      }
    }
  }
  for (let step = 0; step < steps; step++) {
    blocks.forEach((block, n) => {
      run.washEdges(block, 1, n % 2 ? blocks[n - 1] : 0, right(n), n > 1 ? blocks[n - 2] : 0, below(n));
    });
    for (const block of blocks) run.washStep(block, 1, 1 - step / steps, room);
  }
  const film = heap.take(4 * PLANE);
  const out = new Float64Array(SIDE * SIDE);
  blocks.forEach((block, n) => {
    run.washFilm(block, 1, 1, 1, 1, film);
    for (let i = 0; i < TILE * TILE; i++) {
      const at = (Math.floor(n / 2) * TILE + Math.floor(i / TILE)) * SIDE + (n % 2) * TILE + (i % TILE);
      out[at] = (heap.u16[film / 2 + i] * 8) / ONE;
    }
    heap.give(block, bytes);
  });
  heap.give(room, run.washRoom());
  heap.give(film, 4 * PLANE);
  for (const tiles of [wet, edge, heights, mottle, stroke]) tiles.release();
  return out;
}

const flat = numbers(() => 0.5);
const far = (x: number, y: number) => Math.hypot(x - 63.5, y - 63.5);
/** A round pool in the middle of four tiles. */
const pool: WetGround = {
  width: SIDE,
  height: SIDE,
  volumes: numbers((x, y) => 40.5 - far(x, y)),
  edge: numbers((x, y) => 1 / (1 + Math.exp((far(x, y) - 40) / 2.5))),
  heights: numbers((x, y) => 0.5 + 0.4 * Math.sin(x / 3) * Math.cos(y / 4)),
  mottle: numbers((x, y) => 0.5 + 0.3 * Math.sin(x / 11 + y / 7)),
};
const moves: WetMoves = { pull: 0.8, spread: 0.6, granulation: 0.8 };
const sum = (values: Float64Array) => values.reduce((all, one) => all + one, 0);

describe("pigment in water", () => {
  test("moves as the plain numbers say, across the edges of tiles", () => {
    const amounts = numbers((x, y) => (far(x, y) < 40 ? 0.4 + 0.3 * Math.sin(x / 9) : 0));
    const steps = 40;
    let plain: Pigment = { floats: amounts, settled: new Float64Array(SIDE * SIDE) };
    for (let step = 0; step < steps; step++) plain = washStep(pool, moves, plain, 1 - step / steps);
    const kernel = washed(pool, moves, amounts, steps);
    let most = 0;
    for (let i = 0; i < kernel.length; i++)
      most = Math.max(most, Math.abs(kernel[i] - plain.floats[i] - plain.settled[i]));
    // Films are kept in eighths of Q15: 0.00025 apart.
    expect(most).toBeLessThan(3e-4);
  });

  test("is kept to a thousandth, and none leaves what is wet or crosses what is dry", () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(share, share, share, fc.integer({ min: 3, max: 30 }), (pull, spread, granulation, gap) => {
        // Two pools with a dry lane between them, one with pigment.
        const lane = (x: number) => Math.abs(x - 63.5) < gap / 2;
        const ground = { ...pool, volumes: numbers((x, y) => (lane(x) ? 0 : 40.5 - far(x, y))) };
        const amounts = numbers((x, y) => (x < 60 && far(x, y) < 38 ? 0.5 : 0)).map((a, i) =>
          ground.volumes[i] > 0 ? a : 0,
        );
        const after = washed(ground, { pull, spread, granulation }, amounts, 24, true);
        expect(Math.abs(sum(after) / sum(amounts) - 1)).toBeLessThan(1e-3);
        for (let i = 0; i < after.length; i++) if (ground.volumes[i] === 0 || i % SIDE > 63) expect(after[i]).toBe(0);
      }),
      { numRuns: 12 },
    );
  });

  test("wanders as diffusion does: the variance grows by twice the share that goes over, step by step (Einstein 1905)", () => {
    const ground = { ...pool, volumes: numbers(() => 1), edge: flat, heights: flat, mottle: flat };
    const spot = numbers((x, y) => (x === 63 && y === 63 ? 1 : 0));
    const steps = 60;
    const after = washed(ground, { pull: 0.5, spread: 1, granulation: 0 }, spot, steps);
    // What has settled stays: only what floats goes on. Each step settles a fiftieth.
    let [expected, floating, spreadOfFloating] = [0, 1, 0];
    for (let step = 0; step < steps; step++) {
      spreadOfFloating += 2 * 0.11 * 0.75 * (1 - step / steps);
      expected += 0.02 * floating * spreadOfFloating;
      floating *= 0.98;
    }
    expected += floating * spreadOfFloating;
    let variance = 0;
    for (let i = 0; i < after.length; i++) variance += after[i] * ((i % SIDE) - 63) ** 2;
    expect(variance / sum(after) / expected).toBeCloseTo(1, 1);
  });

  // Washburn, "The Dynamics of Capillary Flow", Physical Review 17, 1921: a front goes as the root of time. Here it does as long as
  // most of the pigment floats; what has settled stays, and by the end of a whole drying the front is a quarter behind.
  test("has a front that goes as √t within 15 %, where paint is dropped into wet", () => {
    const ground = { ...pool, volumes: numbers(() => 1), edge: flat, heights: flat, mottle: flat };
    const dropped = numbers((x) => (x < 64 ? 0.5 : 0));
    const fronts = [12, 24, 36, 48].map((steps) => {
      const after = washed(ground, { pull: 0.5, spread: 1, granulation: 0 }, dropped, steps);
      const row = after.subarray(64 * SIDE, 65 * SIDE);
      // Between the px at whose middles there is more and less than a tenth of what was dropped.
      const last = row.findLastIndex((amount) => amount > 0.05);
      const way = last + 0.5 + (row[last] - 0.05) / (row[last] - row[last + 1]) - 64;
      // Each step is slower than the one before: time is counted by what they move.
      return { way, time: (steps + 1) / 2 };
    });
    const [first] = fronts;
    for (const { way, time } of fronts) {
      const wanted = Math.sqrt(time / first.time);
      expect(Math.abs(way / first.way / wanted - 1), `after ${time}: ${way} px`).toBeLessThan(0.15);
    }
  });

  test("is the same left and right, and up and down, on a paper that is", () => {
    const amounts = numbers((x, y) => (far(x, y) < 39 ? 0.5 : 0));
    const after = washed({ ...pool, heights: flat, mottle: flat }, moves, amounts, 40, true);
    for (let y = 0; y < SIDE; y++) {
      for (let x = 0; x < TILE; x++) {
        expect(Math.abs(after[y * SIDE + x] - after[y * SIDE + SIDE - 1 - x])).toBeLessThan(6e-4);
        expect(Math.abs(after[y * SIDE + x] - after[(SIDE - 1 - y) * SIDE + x])).toBeLessThan(6e-4);
      }
    }
  });
});

describe("a film", () => {
  const layer = heap.takeCleared(4 * PLANE);
  const film = heap.takeCleared(4 * PLANE);
  const channel = fc.double({ min: 0, max: 1, noNaN: true });
  const density = fc.double({ min: 0, max: 4, noNaN: true });

  test("lets through what lies below by its density, channel by channel, on the sheet that there is", () => {
    fc.assert(
      fc.property(
        fc.tuple(channel, channel, channel, channel),
        fc.tuple(density, density, density),
        fc.tuple(channel, channel, channel),
        (below, densities, sheet) => {
          const alpha = below[3];
          const before = [below[0] * alpha, below[1] * alpha, below[2] * alpha, alpha] as const;
          before.forEach((value, plane) => {
            heap.u16[(layer + plane * PLANE) / 2] = Math.round(value * ONE);
          });
          [...densities, 1].forEach((value, plane) => {
            heap.u16[(film + plane * PLANE) / 2] = Math.round((value * ONE) / 8);
          });
          run.layFilm(layer, film, 1, 0, ...sheet);
          const [r, g, b, a] = [0, 1, 2, 3].map((plane) => heap.u16[(layer + plane * PLANE) / 2] / ONE);
          const seen = [r, g, b].map((c, i) => c + (1 - a) * sheet[i]);
          filmOver(before, densities, sheet).forEach((value, i) => {
            expect(Math.abs(seen[i] - value)).toBeLessThan(5e-4);
          });
        },
      ),
      { numRuns: 200 },
    );
  });

  test("without water covers as paint does, as far as there is of it", () => {
    for (const amount of [0.25, 0.5, 1]) {
      [0.9, 0.2, 0.4, 1].forEach((value, plane) => {
        heap.u16[(layer + plane * PLANE) / 2] = Math.round(value * ONE);
      });
      const colour = [0.3, 0.6, 0.8];
      [...colour.map((c) => -Math.log(c) * amount), amount].forEach((value, plane) => {
        heap.u16[(film + plane * PLANE) / 2] = Math.round((value * ONE) / 8);
      });
      run.layFilm(layer, film, 0, 0, 1, 1, 1);
      [0.9, 0.2, 0.4].forEach((before, i) => {
        expect(heap.u16[(layer + i * PLANE) / 2] / ONE).toBeCloseTo(before + amount * (colour[i] - before), 3);
      });
    }
  });
});
