import { describe, expect, it } from 'vitest';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { Triple } from '#core/colour/triple';
import { patchInput, run } from '../../../tests/fixtures/plans';
import { compileBalance, measureBalance } from './compute';
import { NEUTRAL } from './schema';

/** A grey ramp. */
const RAMP = Float32Array.from({ length: 3000 }, (_, i) => 0.02 + (0.8 * Math.floor(i / 3)) / 1000);
const at = (pixels: Float32Array, share: number) => {
  const p = 3 * Math.floor((share * pixels.length) / 3);
  return [pixels[p]!, pixels[p + 1]!, pixels[p + 2]!] as unknown as Triple;
};

describe('balance per rung', () => {
  it('pushes each rung its own way and keeps luminance', () => {
    const kernel = compileBalance(
      { ...NEUTRAL, light: { hue: 90, amount: 30 }, shade: { hue: 270, amount: 30 } },
      measureBalance(patchInput(RAMP, 100)),
    );
    const out = run(kernel, RAMP);
    expect(convertSrgbLinearToOklab(at(out, 0.82))[2]).toBeGreaterThan(0.02);
    expect(convertSrgbLinearToOklab(at(out, 0.15))[2]).toBeLessThan(-0.02);
    for (const share of [0.1, 0.3, 0.5, 0.7, 0.9])
      expect(luminanceOfSrgbLinear(at(out, share))).toBeCloseTo(luminanceOfSrgbLinear(at(RAMP, share)), 4);
  });

  it('gives black and white no colour, and nothing to an empty area', () => {
    const measures = measureBalance(patchInput(RAMP, 100));
    const all = { hue: 30, amount: 60 };
    const out = run(compileBalance({ light: all, middle: all, shade: all }, measures), [0, 0, 0, 1, 1, 1]);
    [0, 0, 0, 1, 1, 1].forEach((value, i) => expect(out[i]).toBeCloseTo(value, 3));
    expect(compileBalance({ light: all, middle: all, shade: all }, [])).toBeUndefined();
  });
});
