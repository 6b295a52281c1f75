import { times } from "../q15";

/** A row between two others: `above + share·(below − above)`, so many px. */
export function mixRows(out: usize, above: usize, below: usize, share: i32, count: i32): void {
  const part = i16x8.splat(<i16>share);
  let x: usize = 0;
  const end = <usize>(count << 1);
  for (; x + 16 <= end; x += 16) v128.store(out + x, mixed(above + x, below + x, part));
  // The last px of a row, without touching what lies behind it.
  for (; x < end; x += 2) {
    const from = <i32>load<u16>(above + x);
    store<u16>(out + x, <u16>(from + (((<i32>load<u16>(below + x) - from) * share + 16384) >> 15)));
  }
}

@inline
function mixed(above: usize, below: usize, share: v128): v128 {
  const from = v128.load(above);
  return i16x8.add(from, times(i16x8.sub(v128.load(below), from), share));
}

/**
 * Blurs a plane in place to the mean over 2·half px each way, the two at the ends counting half: what one px of a mask sees
 * of a level that is so much finer. Means are taken of two, of two such means, and so on, eight px at a time; each rounds
 * up by half a step at most. Around the picture must lie `half` empty px or more, and before the plane `half` rows and px,
 * empty and of no further use; `half` is 1, 2 or 4.
 */
export function meanOver(at: usize, stride: i32, rows: i32, half: i32): void {
  const before = half * stride + half;
  const from = at - (before << 1);
  const words = stride * rows + before;
  for (let reach = 1; reach < 2 * half; reach <<= 1) pairs(from, words, reach);
  middle(from, words, half, 1);
  for (let reach = 1; reach < 2 * half; reach <<= 1) pairs(from, words, reach * stride);
  middle(from, words, half * stride, stride);
}

/** Each number becomes the mean of itself and of the one so far ahead; the last ones, empty, stay. */
function pairs(at: usize, words: i32, ahead: i32): void {
  const reach = <usize>(ahead << 1);
  let x = at;
  const end = at + ((words - ahead) << 1);
  for (; x + 16 <= end; x += 16) v128.store(x, i16x8.avgr_u(v128.load(x), v128.load(x + reach)));
  for (; x < end; x += 2) store<u16>(x, <u16>((<u32>load<u16>(x) + load<u16>(x + reach) + 1) >> 1));
}

/** Each number becomes the mean of the one so far behind it and that one's next; the first ones, which have none, become empty. */
function middle(at: usize, words: i32, behind: i32, next: i32): void {
  const back = <usize>(behind << 1);
  const step = <usize>(next << 1);
  const begin = at + back;
  let x = at + (words << 1);
  for (; x - 16 >= begin; ) {
    x -= 16;
    v128.store(x, i16x8.avgr_u(v128.load(x - back), v128.load(x - back + step)));
  }
  for (; x > begin; ) {
    x -= 2;
    store<u16>(x, <u16>((<u32>load<u16>(x - back) + load<u16>(x - back + step) + 1) >> 1));
  }
  memory.fill(at, 0, back);
}
