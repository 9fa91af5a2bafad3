import { describe, expect, it } from 'vitest';
import { apart, numbers } from '../../tests/fixtures/loops';
import { boxMeans } from '../raster/boxMeans';
import { maskSoften } from '../raster/maskSoften';
import { evaluateGuided } from '../raster/guidedEvaluate';
import { guidedCoefficients, prepareGuide } from '../raster/guidedFilter';
import type { LinearRaster } from '../raster/raster';
import { fitMixture, mixtureDensities } from '../segment/mixture';
import { loopRoom, withPlainLoops } from './compiledLoops';

/** Widths that no vector divides, a single pixel, windows wider than the raster. */
const SIZES = [
  [1, 1, 1],
  [1, 9, 2],
  [13, 1, 4],
  [7, 5, 20],
  [61, 43, 3],
] as const;

describe('the compiled loops', () => {
  it('run here, unless they are told not to', () => {
    expect(loopRoom(8)!.loops.memory.buffer.byteLength).toBeGreaterThan(8);
    expect(withPlainLoops(() => loopRoom(8))).toBeUndefined();
    expect(() =>
      withPlainLoops(() => {
        throw new Error('in between');
      }),
    ).toThrow('in between');
    expect(loopRoom(8)).toBeDefined();
  });

  it.each(SIZES)('give the means that the plain ones give: %i × %i, radius %i', (width, height, radius) => {
    for (const channels of [1, 2, 3, 4, 5, 6, 10]) {
      const data = numbers(channels * width * height, 7 + channels);
      expect(apart(() => boxMeans(data, { channels, width, height, radius }))).toBeLessThan(1e-6);
    }
  });

  it.each(SIZES)(
    'soften a mask to the bit as the plain ones do: %i × %i, sigma %i',
    (width, height, sigma) => {
      const mask = numbers(width * height, 23);
      const softened = () => {
        const out = mask.slice();
        maskSoften(out, width, height, sigma);
        return out;
      };
      expect(apart(softened)).toBe(0);
      if (mask.length > 1) expect(softened()).not.toEqual(mask);
    },
  );

  it.each(SIZES)('fit and evaluate a guided filter alike: %i × %i, radius %i', (width, height, radius) => {
    const window = { x: 3, y: 5, width: 4 * width, height: 4 * height, outWidth: width, outHeight: height };
    const region = { ...window, x: 2, outWidth: 3 * width + 1, outHeight: 3 * height + 2 };
    const source: LinearRaster = {
      space: 'srgbLinear',
      width: region.outWidth,
      height: region.outHeight,
      data: numbers(3 * region.outWidth * region.outHeight, 11),
    };
    const guide = numbers(3 * width * height, 5);
    const masks = [numbers(width * height, 3), new Float32Array(width * height)];
    const evaluated = () => {
      const prepared = prepareGuide(guide, { width, height, radius, epsilon: 1e-3 });
      const fits = masks.map((mask) => ({
        coefficients: guidedCoefficients(prepared, mask),
        out: new Float32Array(source.width * source.height).fill(0.5),
      }));
      evaluateGuided(fits, { window, region, source, firmFrom: 0.06 });
      return fits.flatMap(({ out }) => [...out]);
    };
    expect(apart(evaluated)).toBeLessThan(1e-5);
  });

  it('tell the densities of colours alike', () => {
    const features = numbers(3 * 1001, 17);
    const mixture = fitMixture(
      features,
      Array.from({ length: 500 }, (_, i) => 2 * i),
      5,
      [0.05, 0.05, 0.05],
    );
    const most = withPlainLoops(() => mixtureDensities(mixture, features)).reduce((p, q) => Math.max(p, q));
    expect(apart(() => mixtureDensities(mixture, features)) / most).toBeLessThan(1e-5);
  });

  it('leave to the plain ones what is too large for their memory', () => {
    const before = loopRoom(8)!.loops.memory.buffer.byteLength;
    expect(loopRoom(2 ** 28)).toBeUndefined();
    expect(loopRoom(8)!.loops.memory.buffer.byteLength).toBe(before);
  });
});
