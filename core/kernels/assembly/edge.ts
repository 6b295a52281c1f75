import { PLANE, TILE } from "./q15";

// Pigment gathers at the rim of a wet stroke: what covers a place more than its surroundings do grows, the rest thins.

/** The px around a tile that boxes of this radius look at, and twice as many where the edge is ragged; at most a tile. */
@inline
function padOf(radius: i32, ragged: bool): i32 {
  return min(TILE, ((ragged ? 4 : 2) * (radius + 1) + 3) & ~3);
}

/** The bytes of room that `rim` needs: two windows of f32 numbers. */
export function rimRoom(radius: i32): i32 {
  const side = TILE + 2 * padOf(radius, true);
  return 2 * side * side * 4;
}

/**
 * Finishes one tile of a stroke into `out`: `A ← min(max(A, ceiling), A·(1 − s/2) + 1.5·s·max(0, A − B))`, B being A blurred by two boxes;
 * all planes with it. Where a grain is given, its valleys eat into the edge, as far as `ragged` says.
 * @param table the stroke's tiles of `planes` planes @param radius of the boxes, 0–30 @param grain a tile of heights, or 0 @param ceiling the most that the stroke may cover, 0…1
 */
export function rim(table: usize, planes: i32, column: i32, row: i32, columns: i32, rows: i32, radius: i32, strength: f32, grain: usize, ragged: f32, ceiling: f32, room: usize, out: usize): void {
  const pad = padOf(radius, grain != 0);
  const side = TILE + 2 * pad;
  const bytes = <usize>(side * side * 4);
  const other = room + bytes;
  copyAlpha(table, planes, column, row, columns, rows, pad, room);
  // The rows that are read afterwards; across, they are blurred as columns of the window turned on its diagonal, four at once.
  const beyond = grain ? 2 * radius : 0;
  const first = (pad - beyond) & ~3;
  const last = min(side, (pad + TILE + beyond + 3) & ~3);
  for (let x: usize = 0; x < <usize>side * 4; x += 16) {
    boxDown(room + x, other + x, side, radius);
    boxDown(other + x, room + x, side, radius);
  }
  transpose(room + first * side * 4, other + first * 4, side, last - first, side);
  for (let y: usize = <usize>first * 4; y < <usize>last * 4; y += 16) {
    boxDown(other + y, room + y, side, radius);
    boxDown(room + y, other + y, side, radius);
  }
  transpose(other + first * 4, room + first * side * 4, side, side, last - first);
  const tile = <usize>load<u32>(table + ((row * columns + column) << 2));
  const alphaAt = (planes - 1) * PLANE;
  const one = f32x4.splat(1);
  const thin = f32x4.splat(1 - strength / 2);
  const gain = f32x4.splat(<f32>1.5 * strength);
  const eats = f32x4.splat(<f32>1.3 * ragged);
  const two = f32x4.splat(2);
  const reach = f32x4.splat(ceiling);
  for (let y = 0; y < TILE; y++) {
    for (let x = 0; x < TILE; x += 4) {
      const at = tile + (((y << 6) + x) << 1);
      const to = out + (((y << 6) + x) << 1);
      const a = unit(at + alphaAt);
      const b = v128.load(room + ((y + pad) * side + x + pad) * 4);
      let now = f32x4.min(f32x4.max(a, reach), f32x4.add(f32x4.mul(a, thin), f32x4.mul(gain, f32x4.max(f32x4.sub(a, b), f32x4.splat(0)))));
      if (grain) {
        // How near the edge a pixel lies: 0 inside, 1 from the edge on outwards. There only the grain's peaks stay.
        const full = f32x4.max(a, most(room + ((y + pad) * side + x + pad) * 4, b, side, 2 * radius));
        const near = f32x4.max(f32x4.min(one, f32x4.mul(two, f32x4.sub(one, f32x4.div(b, f32x4.max(full, f32x4.splat(<f32>1e-4)))))), f32x4.splat(0));
        const rest = f32x4.sub(f32x4.add(unit(grain + (((y << 6) + x) << 1)), f32x4.splat(<f32>0.475)), f32x4.mul(eats, near));
        now = f32x4.mul(now, f32x4.max(f32x4.min(f32x4.mul(rest, f32x4.splat(4)), one), f32x4.splat(0)));
      }
      const scale = v128.and(f32x4.div(now, a), f32x4.gt(a, f32x4.splat(0)));
      for (let p = 0; p < planes; p++) {
        const whole = i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(f32x4.mul(unit(at + p * PLANE), scale), f32x4.splat(32767)), f32x4.splat(0.5)));
        v128.store64_lane(to + p * PLANE, i16x8.narrow_i32x4_s(whole, whole), 0);
      }
    }
  }
}

/** The greatest blurred coverage in eight directions at this distance: what the stroke has inside. */
@inline
function most(at: usize, own: v128, side: i32, distance: i32): v128 {
  const across = distance * 4;
  const down = distance * side * 4;
  let found = f32x4.max(own, f32x4.max(v128.load(at - across), v128.load(at + across)));
  found = f32x4.max(found, f32x4.max(v128.load(at - down), v128.load(at + down)));
  found = f32x4.max(found, f32x4.max(v128.load(at - down - across), v128.load(at - down + across)));
  return f32x4.max(found, f32x4.max(v128.load(at + down - across), v128.load(at + down + across)));
}

@inline
function unit(at: usize): v128 {
  return f32x4.mul(f32x4.convert_i32x4_s(i32x4.extend_low_i16x8_u(v128.load64_zero(at))), f32x4.splat(<f32>(1.0 / 32767.0)));
}

/** Copies the coverage of a tile and of what lies around it; none where there is no tile. */
function copyAlpha(table: usize, planes: i32, column: i32, row: i32, columns: i32, rows: i32, pad: i32, to: usize): void {
  const side = TILE + 2 * pad;
  memory.fill(to, 0, side * side * 4);
  for (let r = max(row - 1, 0); r <= min(row + 1, rows - 1); r++) {
    for (let c = max(column - 1, 0); c <= min(column + 1, columns - 1); c++) {
      const tile = <usize>load<u32>(table + ((r * columns + c) << 2));
      if (tile == 0) continue;
      const alpha = tile + (planes - 1) * PLANE;
      // Where this tile's corner falls in the window.
      const left = ((c - column) << 6) + pad;
      const top = ((r - row) << 6) + pad;
      const fromX = max(0, -left);
      const toX = min(TILE, side - left);
      for (let y = max(0, -top); y < min(TILE, side - top); y++)
        for (let x = fromX; x < toX; x += 4) v128.store(to + ((top + y) * side + left + x) * 4, unit(alpha + (((y << 6) + x) << 1)));
    }
  }
}

/** Turns `rows`×`columns` numbers on their diagonal; both counts are multiples of four, all rows are `stride` numbers apart. */
function transpose(from: usize, to: usize, stride: i32, rows: i32, columns: i32): void {
  const step = <usize>stride * 4;
  for (let y = 0; y < rows; y += 4) {
    for (let x = 0; x < columns; x += 4) {
      const at = from + y * step + (x << 2);
      const a = v128.load(at);
      const b = v128.load(at + step);
      const c = v128.load(at + 2 * step);
      const d = v128.load(at + 3 * step);
      const ab = i32x4.shuffle(a, b, 0, 4, 1, 5);
      const cd = i32x4.shuffle(c, d, 0, 4, 1, 5);
      const ab2 = i32x4.shuffle(a, b, 2, 6, 3, 7);
      const cd2 = i32x4.shuffle(c, d, 2, 6, 3, 7);
      const out = to + x * step + (y << 2);
      v128.store(out, i64x2.shuffle(ab, cd, 0, 2));
      v128.store(out + step, i64x2.shuffle(ab, cd, 1, 3));
      v128.store(out + 2 * step, i64x2.shuffle(ab2, cd2, 0, 2));
      v128.store(out + 3 * step, i64x2.shuffle(ab2, cd2, 1, 3));
    }
  }
}

/** The mean over `2·radius + 1` numbers down each of four columns; beyond the ends there is nothing. */
function boxDown(from: usize, to: usize, side: i32, radius: i32): void {
  const size: i32 = 2 * radius + 1;
  const weight = f32x4.splat(1 / <f32>size);
  const step = side * 4;
  let sum = f32x4.splat(0);
  for (let i = 0; i < radius; i++) sum = f32x4.add(sum, v128.load(from + i * step));
  for (let i = 0; i < side; i++) {
    if (i + radius < side) sum = f32x4.add(sum, v128.load(from + (i + radius) * step));
    v128.store(to + i * step, f32x4.mul(sum, weight));
    if (i >= radius) sum = f32x4.sub(sum, v128.load(from + (i - radius) * step));
  }
}
