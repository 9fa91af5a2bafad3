import { describe, expect, it } from 'vitest';
import { colourModel, colourModelDistance } from './colourModel';
import { geodesicDistance } from './geodesic';

const WIDTH = 14;
const HEIGHT = 11;
const LIMIT = 30;
const features = Float32Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => ((i * 7919) % 13) / 9);
const entry = (index: number) => 0.02 + ((index * 31) % 5) / 20;

/** Bellman (1958) and Ford (1956): every step relaxed until nothing changes. */
function relaxed(seeds: readonly number[]): number[] {
  const distance = Array.from({ length: WIDTH * HEIGHT }, (_, i) => (seeds.includes(i) ? 0 : Infinity));
  for (let changed = true; changed;) {
    changed = false;
    for (let i = 0; i < distance.length; i++) {
      for (const [dx, dy] of [
        [-1, -1],
        [0, -1],
        [1, -1],
        [-1, 0],
        [1, 0],
        [-1, 1],
        [0, 1],
        [1, 1],
      ] as const) {
        const x = (i % WIDTH) + dx;
        const y = Math.floor(i / WIDTH) + dy;
        const next = y * WIDTH + x;
        if (x < 0 || y < 0 || x >= WIDTH || y >= HEIGHT) continue;
        const step = [0, 1, 2].reduce(
          (sum, channel) => sum + (features[3 * next + channel]! - features[3 * i + channel]!) ** 2,
          0,
        );
        const way = distance[i]! + step + entry(next) * Math.hypot(dx, dy);
        if (way < distance[next]! - 1e-9) {
          distance[next] = way;
          changed = true;
        }
      }
    }
  }
  return distance;
}

describe('geodesic distances', () => {
  it.each([[[0]], [[77]], [[5, 140]]])(
    'from %j are the shortest ways, as relaxing every step finds them',
    (seeds) => {
      const found = geodesicDistance(seeds, entry, features, { width: WIDTH, height: HEIGHT, limit: LIMIT });
      relaxed(seeds).forEach((way, i) => expect(found[i]).toBeCloseTo(way, 4));
    },
  );

  it('end at their limit, and nothing is nearer than no step at all', () => {
    const found = geodesicDistance([77], entry, features, { width: WIDTH, height: HEIGHT, limit: 1.5 });
    const all = relaxed([77]);
    all.forEach((way, i) =>
      way > 1.5 + 1e-6 ? expect(found[i]).toBe(Infinity) : expect(found[i]).toBeCloseTo(way, 4),
    );
    expect(Math.min(...found)).toBe(0);
    expect(
      geodesicDistance([], entry, features, { width: WIDTH, height: HEIGHT, limit: 1 }).every(
        (value) => value === Infinity,
      ),
    ).toBe(true);
  });
});

describe('colours under a stroke', () => {
  it('are near, others are as many standard deviations away as they are', () => {
    const cloud = Float32Array.from({ length: 300 }, (_, i) => 10 * (i % 3) + 2 * Math.sin(i * i));
    const model = colourModel(
      cloud,
      Array.from({ length: 100 }, (_, i) => i),
      1,
    );
    for (let i = 0; i < 100; i++) expect(colourModelDistance(model, cloud, i)).toBeLessThan(3);
    expect(colourModelDistance(model, Float32Array.of(100, 10, 20), 0)).toBeGreaterThan(30);
    const one = colourModel(Float32Array.of(1, 2, 3), [0], 0.5);
    expect(colourModelDistance(one, Float32Array.of(2, 2, 3), 0)).toBeCloseTo(2);
  });
});
