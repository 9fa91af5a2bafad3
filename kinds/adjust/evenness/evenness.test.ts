import { describe, expect, it } from 'vitest';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { Triple } from '#core/colour/triple';
import { wholeRegion } from '#core/raster/raster';
import { sampleRegion } from '#core/raster/sampleRegion';
import { portrait, truthMask } from '../../../tests/fixtures/truth';
import { area, patchInput, photoOf, renderWhole, run, step } from '../../../tests/fixtures/plans';
import { changedOutside, meanDifference, textureCorrelation } from '../../../tests/references/measures';
import { compileEvenness, measureEvenness } from './compute';
import { evenness } from './index';

const FULL = { hue: 1, saturation: 1, lightness: 0, size: 12, blush: 0, marks: 1 };
const SIDE = 200;
const places = {
  x: Float32Array.from({ length: SIDE * SIDE }, (_, i) => (i % SIDE) + 0.5),
  y: Float32Array.from({ length: SIDE * SIDE }, (_, i) => Math.floor(i / SIDE) + 0.5),
};
/** A wall in one colour with what `redder` adds to OKLab a at each place. */
const wall = (redder: (x: number, y: number) => number) =>
  Float32Array.from(
    Array.from({ length: SIDE * SIDE }, (_, i) =>
      convertOklabToSrgbLinear([0.7, 0.03 + redder(i % SIDE, Math.floor(i / SIDE)), 0.04]),
    ).flat(),
  );
const at = (pixels: Float32Array, x: number, y: number) =>
  [...pixels.slice(3 * (y * SIDE + x), 3 * (y * SIDE + x) + 3)] as unknown as Triple;
const redness = (pixels: Float32Array, x: number, y: number) => convertSrgbLinearToOklab(at(pixels, x, y))[1];

describe('evenness', () => {
  it('says in the plan by how much it evens, in one number where that is one', () => {
    const words = (hue: number, lightness: number) =>
      evenness.brief!({ ...evenness.neutral, hue, saturation: 0.85, lightness }, 'skin', undefined).words;
    expect(words(0.85, 0.85)).toBe('by 85 %');
    expect(words(0.85, 0.5)).toBe('hue 85, saturation 85, lightness 50 %');
  });

  it('draws a blotch on a plain wall to the wall’s own colour, by the share asked for', () => {
    const blotch = wall((x, y) => 0.03 * Math.exp(-((x - 60) ** 2 + (y - 100) ** 2) / 400));
    const measures = measureEvenness(patchInput(blotch, SIDE), FULL);
    for (const share of [0.5, 1]) {
      const out = run(compileEvenness({ ...FULL, hue: share, saturation: share }, measures), blotch, places);
      expect(redness(out, 60, 100) - redness(out, 160, 100)).toBeCloseTo(0.03 * (1 - share), 2);
      expect(Math.abs(redness(out, 160, 100) - 0.03)).toBeLessThan(0.003);
    }
  });

  it('does not look at what is finer than blotches', () => {
    const grain = wall((x, y) => 0.01 * ((x + y) % 2 ? 1 : -1));
    const out = run(compileEvenness(FULL, measureEvenness(patchInput(grain, SIDE), FULL)), grain, places);
    expect(redness(out, 101, 100) - redness(out, 100, 100)).toBeCloseTo(
      redness(grain, 101, 100) - redness(grain, 100, 100),
      2,
    );
  });

  it('keeps the broad redness of cheeks when asked', () => {
    const flush = wall((x, y) => 0.02 * Math.exp(-((x - 60) ** 2 + (y - 100) ** 2) / 2600));
    const measures = measureEvenness(patchInput(flush, SIDE), FULL);
    const gone = run(compileEvenness(FULL, measures), flush, places);
    const kept = run(compileEvenness({ ...FULL, blush: 1 }, measures), flush, places);
    expect(redness(gone, 60, 100) - redness(gone, 190, 100)).toBeLessThan(0.004);
    expect(redness(kept, 60, 100) - redness(kept, 190, 100)).toBeGreaterThan(0.01);
  });

  it('keeping blush never makes it stronger than it was, whichever quantity is evened', () => {
    const flush = wall((x, y) => 0.02 * Math.exp(-((x - 60) ** 2 + (y - 100) ** 2) / 2600));
    const measures = measureEvenness(patchInput(flush, SIDE), FULL);
    for (const shares of [
      { hue: 1, saturation: 0 },
      { hue: 0, saturation: 1 },
      { hue: 1, saturation: 1 },
    ]) {
      const kept = run(compileEvenness({ ...FULL, ...shares, blush: 1 }, measures), flush, places);
      expect(redness(kept, 60, 100)).toBeLessThan(redness(flush, 60, 100) + 0.001);
    }
  });

  it('keeps a mole, or takes it away, as asked', () => {
    const mole = Float32Array.from(
      Array.from({ length: SIDE * SIDE }, (_, i) => {
        const dark = Math.exp(-(((i % SIDE) - 100) ** 2 + (Math.floor(i / SIDE) - 100) ** 2) / 8);
        return convertOklabToSrgbLinear([0.7 - 0.25 * dark, 0.03, 0.04]);
      }).flat(),
    );
    const asked = { ...FULL, lightness: 1 };
    const measures = measureEvenness(patchInput(mole, SIDE), asked);
    const light = (marks: number) =>
      convertSrgbLinearToOklab(
        at(run(compileEvenness({ ...asked, marks }, measures), mole, places), 100, 100),
      )[0];
    expect(light(1)).toBeCloseTo(0.45, 1);
    expect(light(0)).toBeGreaterThan(light(1) + 0.05);
  });

  it('takes a speck that is dark as blood is dark for a blotch, not for a mark to keep', () => {
    const spot = (x: number, y: number, atX: number, atY: number, radius: number) =>
      Math.exp(-((x - atX) ** 2 + (y - atY) ** 2) / (2 * radius ** 2));
    const bloody = Float32Array.from(
      Array.from({ length: SIDE * SIDE }, (_, i) => {
        const [x, y] = [i % SIDE, Math.floor(i / SIDE)];
        const red =
          0.03 * spot(x, y, 60, 60, 14) + 0.03 * spot(x, y, 140, 140, 14) + 0.04 * spot(x, y, 150, 40, 3);
        return convertOklabToSrgbLinear([0.75 - 2.1 * red, 0.03 + red, 0.04]);
      }).flat(),
    );
    const out = run(compileEvenness(FULL, measureEvenness(patchInput(bloody, SIDE), FULL)), bloody, places);
    expect(redness(bloody, 150, 40)).toBeGreaterThan(0.065);
    expect(redness(out, 150, 40)).toBeLessThan(0.045);
  });

  it('calms blotchy skin by 70 %: nearer to the even truth, residual down, pores kept', async () => {
    const [blotchy, truthPyramid, mask] = [
      await portrait('marit', 'blotchy'),
      await portrait('marit', 'photo'),
      await truthMask('marit', 'skin_face', 'skin_body'),
    ];
    const truth = sampleRegion(truthPyramid, wholeRegion(1080, 1350));
    const parameters = { hue: 0.7, saturation: 0.7, lightness: 0.7, size: null, blush: 0, marks: 1 };
    const { before, after } = renderWhole(
      blotchy,
      photoOf(blotchy, area([]), [step('evenness', parameters)]),
      mask,
    );
    expect(meanDifference(after, truth, mask) / meanDifference(before, truth, mask)).toBeLessThan(0.65);
    // The outlines of blotches go with them: what is left is more like the texture of even skin than before.
    expect(textureCorrelation(before, after, mask, 4.5)).toBeGreaterThan(0.98);
    expect(textureCorrelation(after, truth, mask, 4.5)).toBeGreaterThan(
      textureCorrelation(before, truth, mask, 4.5) + 0.005,
    );
    expect(changedOutside(before, after, mask)).toBe(0);
  });
});
