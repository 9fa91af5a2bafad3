import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { polygonCoverage } from './polygonCoverage';
import type { PolygonPoint } from './polygonCoverage';

const sum = (values: Float32Array) => values.reduce((total, value) => total + value, 0);
const box = (left: number, top: number, right: number, bottom: number): PolygonPoint[] => [
  [left, top],
  [right, top],
  [right, bottom],
  [left, bottom],
];

describe('coverage of polygons', () => {
  it('is each pixel’s share, by hand', () => {
    expect([...polygonCoverage([box(0.25, 0.5, 2, 1)], 3, 2)]).toEqual([0.375, 0.5, 0, 0, 0, 0]);
    // Half a pixel lies on each side of its diagonal.
    const triangle: PolygonPoint[] = [
      [0, 0],
      [2, 2],
      [0, 2],
    ];
    expect([...polygonCoverage([triangle], 2, 2)]).toEqual([0.5, 0, 1, 0.5]);
  });

  it('holds what loops go round: all of it, or an odd number of times', () => {
    const loops = [box(0, 0, 6, 6), box(2, 2, 4, 4)];
    expect(sum(polygonCoverage(loops, 6, 6))).toBe(36);
    expect(sum(polygonCoverage(loops, 6, 6, 'even-odd'))).toBe(32);
    // A loop the other way round is a hole for both.
    expect(sum(polygonCoverage([loops[0]!, loops[1]!.toReversed()], 6, 6))).toBe(32);
  });

  it('goes on beyond the raster, and is nothing for lines without an inside', () => {
    expect(sum(polygonCoverage([box(-5, -5, 2, 3)], 4, 4))).toBe(6);
    expect(sum(polygonCoverage([box(2, 1, 9, 9)], 4, 4))).toBe(6);
    expect(sum(polygonCoverage([box(5, 0, 9, 9)], 4, 4))).toBe(0);
    const line: PolygonPoint[] = [
      [0, 0],
      [3, 3],
    ];
    expect(sum(polygonCoverage([line], 4, 4))).toBe(0);
  });

  it('is in all the area of the shoelace formula (Meister 1769), for any triangle on the raster', () => {
    const place = fc.tuple(
      fc.double({ min: 0, max: 20, noNaN: true }),
      fc.double({ min: 0, max: 20, noNaN: true }),
    );
    fc.assert(
      fc.property(place, place, place, (a, b, c) => {
        const area = Math.abs((b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1])) / 2;
        expect(Math.abs(sum(polygonCoverage([[a, b, c]], 20, 20)) - area)).toBeLessThan(1e-3);
      }),
      { seed: 3 },
    );
  });
});
