import { times } from "../q15";
import { fineBelow } from "../rows";

/**
 * Multiplies a mask by a flow once for all the marks that will use both. `out` is laid out as the mask; for each row
 * `strong` says from where to where (two i16) no strength needs fine rounding.
 */
export function strengthsOf(mask: usize, spans: usize, stride: i32, height: i32, flow: i32, out: usize, strong: usize): void {
  const least = fineBelow(flow);
  const flows = i16x8.splat(<i16>flow);
  for (let y = 0; y < height; y++) {
    const from = <i32>load<i16>(spans + (y << 3));
    const to = <i32>load<i16>(spans + (y << 3), 2);
    const row = mask + ((y * stride) << 1);
    const outRow = out + ((y * stride) << 1);
    for (let x = from & ~7; x < to; x += 8) v128.store(outRow + (x << 1), times(v128.load(row + (x << 1)), flows));
    // The longest run without a weak pixel.
    let best = 0;
    let bestEnd = 0;
    let begun = from;
    for (let x = from; x <= to; x++) {
      if (x < to && <i32>load<u16>(row + (x << 1)) >= least) continue;
      if (x - begun > bestEnd - best) {
        best = begun;
        bestEnd = x;
      }
      begun = x + 1;
    }
    store<i16>(strong + (y << 2), <i16>best);
    store<i16>(strong + (y << 2), <i16>bestEnd, 2);
  }
}
