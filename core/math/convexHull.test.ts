import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { convexHull } from './convexHull';

const point = fc.tuple(fc.integer({ min: -20, max: 20 }), fc.integer({ min: -20, max: 20 }));

describe('the convex hull of points', () => {
  it('is their outermost, each once and none along an edge', () => {
    const square = [
      [0, 0],
      [4, 0],
      [4, 4],
      [0, 4],
    ] as const;
    const hull = convexHull([[2, 2], ...square, [2, 0], [4, 0], [1, 3]]);
    expect(hull).toHaveLength(4);
    expect(hull).toEqual(expect.arrayContaining([...square]));
  });

  it('holds every point to the left of all its edges, and has no corner of its own', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 3, maxLength: 40 }), (points) => {
        const hull = convexHull(points);
        expect(points).toEqual(expect.arrayContaining(hull));
        for (const [n, [ax, ay]] of hull.entries()) {
          const [bx, by] = hull[(n + 1) % hull.length]!;
          for (const [x, y] of points)
            expect((bx - ax) * (y - ay) - (by - ay) * (x - ax)).toBeGreaterThanOrEqual(0);
        }
      }),
    );
  });
});
