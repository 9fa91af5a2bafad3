import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SRGB8_TO_LINEAR } from '../colour/transfer';
import { guidedCoefficients, prepareGuide } from './guidedFilter';
import { maskGrow } from './maskGrow';
import { monotoneCubic } from './monotoneCubic';
import { buildPyramid } from './pyramid';
import { columnsIn, padRegion, pixelAt, pixelCentre, regionScale, rowIn, wholeRegion } from './raster';
import { sampleRegion } from './sampleRegion';
import { paintStroke } from './strokePath';

const SEED = { seed: 7, numRuns: 100 };

function photo(width: number, height: number, code: (column: number, row: number) => number) {
  const data = new Uint8Array(width * height * 4);
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++)
      data.fill(code(column, row), 4 * (row * width + column), 4 * (row * width + column) + 4);
  return { space: 'srgb8' as const, width, height, data };
}

describe('columns and rows of a region within another', () => {
  const region = fc.record({
    x: fc.integer({ min: -20, max: 20 }),
    y: fc.integer({ min: -20, max: 20 }),
    width: fc.integer({ min: 1, max: 40 }),
    height: fc.integer({ min: 1, max: 40 }),
    outWidth: fc.integer({ min: 1, max: 30 }),
    outHeight: fc.integer({ min: 1, max: 30 }),
  });

  it('are those of the pixel in which each centre lies, and below 0 beyond it', () => {
    fc.assert(
      fc.property(region, region, (within, of) => {
        const columns = columnsIn(within, of);
        for (let row = 0; row < of.outHeight; row++)
          for (let column = 0; column < of.outWidth; column++) {
            const [from, across] = [rowIn(within, of, row), columns[column]!];
            const at = from < 0 || across < 0 ? undefined : from + across;
            expect(at).toBe(pixelAt(within, pixelCentre(of, column, row)));
          }
      }),
      SEED,
    );
  });
});

describe('sampleRegion', () => {
  const pyramid = buildPyramid(photo(7, 5, (column, row) => 20 * column + row));

  it('gives the photo’s exact pixels at scale 1', () => {
    const { data } = sampleRegion(pyramid, { x: 2, y: 1, width: 3, height: 2, outWidth: 3, outHeight: 2 });
    expect([...data].filter((_, i) => i % 3 === 0)).toEqual(
      [41, 61, 81, 42, 62, 82].map((code) => SRGB8_TO_LINEAR[code]!),
    );
  });

  it('averages in linear light', () => {
    const { data } = sampleRegion(pyramid, { x: 0, y: 0, width: 2, height: 2, outWidth: 1, outHeight: 1 });
    expect(data[0]).toBeCloseTo([0, 20, 1, 21].reduce((sum, code) => sum + SRGB8_TO_LINEAR[code]!, 0) / 4, 7);
  });

  it('weighs pixels by the share that a footprint covers', () => {
    const { data } = sampleRegion(pyramid, {
      x: 0.5,
      y: 0,
      width: 1.5,
      height: 1,
      outWidth: 1,
      outHeight: 1,
    });
    expect(data[0]).toBeCloseTo((0.5 * SRGB8_TO_LINEAR[0]! + SRGB8_TO_LINEAR[20]!) / 1.5, 6);
  });

  it('goes on with the edge beyond the photo', () => {
    const { data } = sampleRegion(pyramid, { x: -1, y: 0, width: 2, height: 1, outWidth: 2, outHeight: 1 });
    expect(data[0]).toBe(data[3]);
  });

  it('keeps the mean of a large photo at any size', () => {
    const large = buildPyramid(photo(2400, 1200, (column) => (column % 2 ? 200 : 40)));
    expect(large.levels.length).toBe(2);
    const mean = (SRGB8_TO_LINEAR[200]! + SRGB8_TO_LINEAR[40]!) / 2;
    for (const longSide of [1200, 1000, 300]) {
      const { data } = sampleRegion(large, wholeRegion(2400, 1200, longSide));
      expect(data.reduce((sum, value) => sum + value, 0) / data.length).toBeCloseTo(mean, 2);
    }
  });
});

describe('regions', () => {
  it('fit a long side and never enlarge', () => {
    expect(wholeRegion(4000, 3000, 1000)).toMatchObject({ outWidth: 1000, outHeight: 750 });
    expect(wholeRegion(40, 30, 1000)).toMatchObject({ outWidth: 40, outHeight: 30 });
  });

  it('keep their scale when they are padded', () => {
    const region = { x: 10, y: 10, width: 100, height: 50, outWidth: 50, outHeight: 25 };
    expect(regionScale(padRegion(region, 7))).toBeCloseTo(regionScale(region), 12);
    expect(padRegion(region, 7)).toMatchObject({ x: -4, outWidth: 64 });
  });
});

describe('maskGrow', () => {
  it('shrinks as it grows the inverse, and mixes between whole pixels', () => {
    const row = Float32Array.from([0, 0, 0, 1, 1, 1, 1, 1, 0, 0, 0]);
    expect([...maskGrow(row, 11, 1, -1)]).toEqual([0, 0, 0, 0, 1, 1, 1, 0, 0, 0, 0]);
    expect([...maskGrow(row, 11, 1, 1.5)]).toEqual([0, 0.5, 1, 1, 1, 1, 1, 1, 1, 0.5, 0]);
  });
});

describe('monotoneCubic (Fritsch and Carlson 1980)', () => {
  it('meets its points and never leaves the range of neighbours', () => {
    const points = fc
      .uniqueArray(fc.integer({ min: 0, max: 1000 }), { minLength: 2, maxLength: 6 })
      .chain((xs) =>
        fc.tuple(
          fc.constant(xs.toSorted((p, q) => p - q)),
          fc.array(fc.double({ min: -50, max: 50, noNaN: true }), {
            minLength: xs.length,
            maxLength: xs.length,
          }),
        ),
      );
    fc.assert(
      fc.property(points, ([xs, ys]) => {
        const curve = monotoneCubic(xs, ys);
        xs.forEach((x, i) => expect(curve(x)).toBeCloseTo(ys[i]!, 9));
        xs.slice(1).forEach((x, i) => {
          for (let t = 0; t <= 1; t += 0.1) {
            const y = curve(xs[i]! + t * (x - xs[i]!));
            expect(y).toBeGreaterThanOrEqual(Math.min(ys[i]!, ys[i + 1]!) - 1e-9);
            expect(y).toBeLessThanOrEqual(Math.max(ys[i]!, ys[i + 1]!) + 1e-9);
          }
        });
      }),
      SEED,
    );
  });

  it('is constant beyond its ends and refuses an empty curve', () => {
    const curve = monotoneCubic([1, 2], [10, 20]);
    expect([curve(0), curve(5)]).toEqual([10, 20]);
    expect(() => monotoneCubic([], [])).toThrow(RangeError);
  });
});

describe('guided filter (He, Sun, Tang 2013)', () => {
  it('fits a mask that is a linear function of its guide exactly', () => {
    const width = 24;
    const height = 20;
    const guide = Float32Array.from({ length: width * height * 3 }, (_, i) => 0.5 + 0.4 * Math.sin(i * 1.7));
    const mask = Float32Array.from(
      { length: width * height },
      (_, i) => 0.2 + 0.5 * guide[3 * i]! - 0.1 * guide[3 * i + 2]!,
    );
    const { data } = guidedCoefficients(
      prepareGuide(guide, { width, height, radius: 3, epsilon: 1e-7 }),
      mask,
    );
    mask.forEach((value, i) => {
      const fitted =
        data[4 * i]! * guide[3 * i]! +
        data[4 * i + 1]! * guide[3 * i + 1]! +
        data[4 * i + 2]! * guide[3 * i + 2]! +
        data[4 * i + 3]!;
      expect(fitted).toBeCloseTo(value, 2);
    });
  });
});

describe('paintStroke', () => {
  const size = { width: 70, height: 50 };

  it('covers a straight line out to its reach, with the distance to it', () => {
    const out = new Float32Array(12 * 12);
    paintStroke(
      [
        [2.5, 5.5, 0.5],
        [8.5, 5.5, 0.5],
      ],
      { width: 12, height: 12 },
      out,
      { reach: 2, value: (distance) => 1 - distance / 4 },
    );
    expect([out[5 * 12 + 5], out[7 * 12 + 5], out[8 * 12 + 5], out[5 * 12 + 10]]).toEqual([1, 0.5, 0, 0.5]);
  });

  it('gives every pixel the most that any piece of a scribble gives it, whatever the order', () => {
    const point = fc.tuple(
      fc.double({ min: -10, max: 80, noNaN: true }),
      fc.double({ min: -10, max: 60, noNaN: true }),
      fc.double({ min: 0, max: 1, noNaN: true }),
    );
    fc.assert(
      fc.property(
        fc.array(point, { minLength: 1, maxLength: 40 }),
        fc.double({ min: 0.5, max: 30, noNaN: true }),
        (points, reach) => {
          const value = (distance: number, pressure: number) =>
            Math.max(0, (1 + pressure) / 2 - distance / (2 * reach));
          const out = new Float32Array(size.width * size.height);
          paintStroke(points, size, out, { reach, value });
          for (let i = 0; i < out.length; i += 7) {
            const x = (i % size.width) + 0.5;
            const y = Math.floor(i / size.width) + 0.5;
            let most = 0;
            for (let n = 0; n < Math.max(1, points.length - 1); n++) {
              const [from, to] = [points[n]!, points[n + 1] ?? points[n]!];
              const dx = to[0] - from[0];
              const dy = to[1] - from[1];
              const square = dx * dx + dy * dy;
              const along =
                square === 0
                  ? 0
                  : Math.min(1, Math.max(0, ((x - from[0]) * dx + (y - from[1]) * dy) / square));
              const distance = Math.hypot(x - from[0] - along * dx, y - from[1] - along * dy);
              if (distance <= reach)
                most = Math.max(most, value(distance, from[2] + along * (to[2] - from[2])));
            }
            expect(Math.abs(out[i]! - most)).toBeLessThan(1 / 1000);
          }
        },
      ),
      { seed: 11, numRuns: 60 },
    );
  });
});
