import { SLOTS_PER_UNIT } from './strokeParameters';

const SQRT2 = Math.SQRT2;

/**
 * Cheapest way from the seeds to every pixel, over eight neighbours, up to a limit (Dijkstra's
 * algorithm on buckets of 1/64; Bai and Sapiro 2007 use such distances to select by strokes).
 * @param seeds indices at distance 0
 * @param entry cost of entering a pixel per pixel of way, at least 0
 * @param features interleaved triples; a squared step between neighbours of 1 costs 1
 * @param limit distances beyond stay Infinity
 */
export function geodesicDistance(
  seeds: readonly number[],
  entry: (index: number) => number,
  features: Float32Array,
  { width, height, limit }: { readonly width: number; readonly height: number; readonly limit: number },
): Float32Array {
  const distance = new Float32Array(width * height).fill(Infinity);
  const price = new Float32Array(width * height).fill(-1);
  const buckets: number[][] = Array.from({ length: Math.ceil(limit * SLOTS_PER_UNIT) + 1 }, () => []);
  for (const seed of seeds) {
    distance[seed] = 0;
    buckets[0]!.push(seed);
  }
  for (let slot = 0; slot < buckets.length; slot++) {
    const bucket = buckets[slot]!;
    for (let n = 0; n < bucket.length; n++) {
      const index = bucket[n]!;
      const here = distance[index]!;
      if (((here * SLOTS_PER_UNIT) | 0) < slot) continue;
      const column = index % width;
      const row = (index - column) / width;
      const x = features[3 * index]!;
      const y = features[3 * index + 1]!;
      const z = features[3 * index + 2]!;
      for (let down = row > 0 ? -1 : 0; down <= (row < height - 1 ? 1 : 0); down++) {
        for (let right = column > 0 ? -1 : 0; right <= (column < width - 1 ? 1 : 0); right++) {
          if (down === 0 && right === 0) continue;
          const next = index + down * width + right;
          if (distance[next]! <= here) continue;
          const dx = features[3 * next]! - x;
          const dy = features[3 * next + 1]! - y;
          const dz = features[3 * next + 2]! - z;
          if (price[next]! < 0) price[next] = entry(next);
          const way =
            here + (dx * dx + dy * dy + dz * dz) + price[next]! * (down !== 0 && right !== 0 ? SQRT2 : 1);
          if (way < distance[next]! && way <= limit) {
            distance[next] = way;
            buckets[Math.max(slot, (way * SLOTS_PER_UNIT) | 0)]!.push(next);
          }
        }
      }
    }
    buckets[slot] = EMPTY;
  }
  return distance;
}
const EMPTY: number[] = [];
