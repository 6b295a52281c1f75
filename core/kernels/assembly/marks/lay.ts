import { coverBuildRows, coverEvenRows, tintBuildRows, tintBuildUnder, tintEvenRows } from "./law-ink";
import { ownBuildRows, ownEvenRows, tonedBuildRows, tonedEvenRows } from "./law-picture";
import { limitsOf, meetsGround } from "./ground";
import { coverBuildOnGrain, coverBuildUnder } from "./law-ground";
import { Mark, MARK_BYTES } from "../mark";
import { firstRow, touchBands } from "../rows";

// Returns the address of a new, cleared tile of the stroke and enters it in the tile table.
@external("tiles", "make")
declare function makeTile(index: i32): usize;

// From this height on, marks are laid tile by tile, so that a tile stays in the nearest cache for the whole batch.
const TILEWISE_FROM: i32 = 160;

/** Builds up `A ← A + m·flow·max(0, opacity − A)` on one-plane tiles. */
export function coverBuild(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize): void {
  lay(marks, count, table, columns, rows, dirty, 0);
}

/** Takes the maximum, `A ← max(A, m·flow·opacity)`, on one-plane tiles. */
export function coverEven(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize): void {
  lay(marks, count, table, columns, rows, dirty, 1);
}

/** As `coverBuild`, with a colour to each mark, on four-plane tiles: `S ← S + m·flow·(max(opacity, A)·(c, 1) − S)`. */
export function tintBuild(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize): void {
  lay(marks, count, table, columns, rows, dirty, 2);
}

/** As `coverEven`, with a colour to each mark: the stronger mark's colour stays. */
export function tintEven(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize): void {
  lay(marks, count, table, columns, rows, dirty, 3);
}

/** As `tintBuild` for tips that are pictures in colours of their own: planes of strength, red, green, blue. */
export function ownBuild(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize): void {
  lay(marks, count, table, columns, rows, dirty, 4);
}

/** As `tintEven` for tips that are pictures in colours of their own. */
export function ownEven(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize): void {
  lay(marks, count, table, columns, rows, dirty, 5);
}

/** As `tintBuild` for tips with a lightness map: planes of strength, share of the dark colour, share of the light one. */
export function tonedBuild(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize): void {
  lay(marks, count, table, columns, rows, dirty, 6);
}

/** As `tintEven` for tips with a lightness map. */
export function tonedEven(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize): void {
  lay(marks, count, table, columns, rows, dirty, 7);
}

@inline
function lay(marks: usize, count: i32, table: usize, columns: i32, rows: i32, dirty: usize, law: i32): void {
  // Where the batch lies, in tiles, and how tall its tallest mark is.
  let left = i32.MAX_VALUE;
  let top = i32.MAX_VALUE;
  let right = i32.MIN_VALUE;
  let bottom = i32.MIN_VALUE;
  let tallest = 0;
  for (let i = 0; i < count; i++) {
    const mark = changetype<Mark>(marks + i * MARK_BYTES);
    left = min(left, mark.x);
    top = min(top, mark.y);
    right = max(right, mark.x + mark.width);
    bottom = max(bottom, mark.y + mark.height);
    tallest = max(tallest, mark.height);
  }
  if (count > 1 && tallest >= TILEWISE_FROM) {
    const lastRow = (min(bottom, rows << 6) - 1) >> 6;
    const lastColumn = (min(right, columns << 6) - 1) >> 6;
    for (let row = max(top, 0) >> 6; row <= lastRow; row++)
      for (let column = max(left, 0) >> 6; column <= lastColumn; column++)
        for (let i = 0; i < count; i++) layOn(changetype<Mark>(marks + i * MARK_BYTES), row, column, table, columns, dirty, law);
    return;
  }
  for (let i = 0; i < count; i++) {
    const mark = changetype<Mark>(marks + i * MARK_BYTES);
    const lastRow = (min(mark.y + mark.height, rows << 6) - 1) >> 6;
    const lastColumn = (min(mark.x + mark.width, columns << 6) - 1) >> 6;
    for (let row = max(mark.y, 0) >> 6; row <= lastRow; row++)
      for (let column = max(mark.x, 0) >> 6; column <= lastColumn; column++) layOn(mark, row, column, table, columns, dirty, law);
  }
}

// Lays what of a mark falls on one tile, and makes the tile when anything does.
function layOn(mark: Mark, row: i32, column: i32, table: usize, columns: i32, dirty: usize, law: i32): void {
  const left = column << 6;
  const bottom = min(mark.y + mark.height, (row + 1) << 6);
  const first = firstRow(mark, max(mark.y, row << 6), bottom, left);
  if (first >= bottom) return;
  const index = row * columns + column;
  let tile = <usize>load<u32>(table + (index << 2));
  if (tile == 0) tile = makeTile(index);
  touchBands(dirty + index, first, bottom);
  let limits: usize = 0;
  if (meetsGround(mark)) {
    if (law == 0 && coverBuildOnGrain(mark, first, bottom, tile, row, column, columns)) return;
    limits = limitsOf(mark, first, bottom, row, column, columns, mark.opacity);
    if (law == 0) return coverBuildUnder(mark, first, bottom, tile, left, limits);
    if (law == 2) return tintBuildUnder(mark, first, bottom, tile, left, limits);
  }
  if (law == 0) coverBuildRows(mark, first, bottom, tile, left);
  else if (law == 1) coverEvenRows(mark, first, bottom, tile, left, limits);
  else if (law == 2) tintBuildRows(mark, first, bottom, tile, left);
  else if (law == 3) tintEvenRows(mark, first, bottom, tile, left, limits);
  else if (law == 4) ownBuildRows(mark, first, bottom, tile, left, limits);
  else if (law == 5) ownEvenRows(mark, first, bottom, tile, left, limits);
  else if (law == 6) tonedBuildRows(mark, first, bottom, tile, left, limits);
  else tonedEvenRows(mark, first, bottom, tile, left, limits);
}
