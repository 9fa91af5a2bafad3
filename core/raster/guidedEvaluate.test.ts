import { describe, expect, it } from 'vitest';
import { evaluateGuided, guideOfLinear } from './guidedEvaluate';
import { guidedCoefficients, prepareGuide } from './guidedFilter';
import type { LinearRaster, Region } from './raster';

const grey = (region: Region, value: (x: number, y: number) => number): LinearRaster => {
  const { outWidth: width, outHeight: height } = region;
  const data = new Float32Array(width * height * 3);
  for (let i = 0; i < width * height; i++) {
    const x = region.x + (((i % width) + 0.5) * region.width) / width;
    const y = region.y + ((Math.floor(i / width) + 0.5) * region.height) / height;
    data.fill(value(x, y), 3 * i, 3 * i + 3);
  }
  return { space: 'srgbLinear', width, height, data };
};
const WINDOW = { x: 0, y: 0, width: 40, height: 40, outWidth: 10, outHeight: 10 };
const FINE = { ...WINDOW, outWidth: 40, outHeight: 40 };

describe('a guided filter at another size', () => {
  it('is bilinear where the mask does not follow the guide', () => {
    const data = new Float32Array(400);
    for (let cell = 0; cell < 100; cell++) data[4 * cell + 3] = (cell % 10) / 10;
    const out = new Float32Array(1600);
    const source = grey(FINE, () => 0.25);
    evaluateGuided([{ coefficients: { width: 10, height: 10, data }, out }], {
      window: WINDOW,
      region: FINE,
      source,
      firmFrom: 0,
    });
    // Cell centres lie at 2, 6, 10 …: column 19 is at 19.5, 4.375 cells from the first.
    expect(out[20 * 40 + 19]).toBeCloseTo(0.4375, 5);
    expect([out[0], out[39]]).toEqual([0, expect.closeTo(0.9, 5)]);
  });

  it('carries an edge of the photo that the coarse mask only knows roughly', () => {
    const step = (x: number) => (x < 21 ? 0.04 : 0.64);
    const coarse = grey(WINDOW, step);
    const guide = prepareGuide(coarse.data.map(guideOfLinear), {
      width: 10,
      height: 10,
      radius: 2,
      epsilon: 1e-4,
    });
    const mask = Float32Array.from({ length: 100 }, (_, cell) => (cell % 10 < 5 ? 0 : 1));
    const out = new Float32Array(1600);
    evaluateGuided([{ coefficients: guidedCoefficients(guide, mask), out }], {
      window: WINDOW,
      region: FINE,
      source: grey(FINE, step),
      firmFrom: 0,
    });
    // Bilinear, the mask would be 0.63 and 0.88 there.
    expect(out[20 * 40 + 20]).toBeLessThan(0.15);
    expect(out[20 * 40 + 21]).toBeGreaterThan(0.85);
  });

  it('writes nothing beyond its window, and clips what it writes', () => {
    const data = new Float32Array(400).fill(3);
    const out = new Float32Array(1600).fill(-1);
    const region = { ...FINE, x: 20 };
    evaluateGuided([{ coefficients: { width: 10, height: 10, data }, out }], {
      window: WINDOW,
      region,
      source: grey(region, () => 0.5),
      firmFrom: 0,
    });
    expect([out[0], out[19], out[21]]).toEqual([1, 1, -1]);
  });
});
