import type { TameSample } from "../hand/tame";
import { length } from "../numeric/length";

/**
 * The stroke laid on the line from its first place to its last: each sample lies as far along it, as a share, as it lay
 * along its own way. A stroke that ends where it began becomes a tap.
 */
export function straighten(samples: readonly TameSample[]): TameSample[] {
  const first = samples[0];
  const last = samples[samples.length - 1];
  if (!first || !last) return [];
  const ways: number[] = [];
  let way = 0;
  samples.forEach((sample, i) => {
    const before = samples[i - 1] ?? sample;
    way += length(sample.x - before.x, sample.y - before.y);
    ways.push(way);
  });
  return samples.map((sample, i) => {
    const share = way > 0 ? ways[i] / way : 0;
    return { ...sample, x: first.x + share * (last.x - first.x), y: first.y + share * (last.y - first.y) };
  });
}
