import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { hueDeltaDegrees } from '#core/colour/angles';
import { cielabLightnessOfLuminance } from '#core/colour/cielab';
import { isInSrgbGamut } from '#core/colour/gamut';
import { convertHsvToSrgbEncoded } from '#core/colour/hsv';
import { hsvHueOfSrgbLinear } from '#core/colour/hueSolve';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { decodeSrgb } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import { meanLinear } from '#core/measure/reading';
import { portrait, truthMask } from '../../../tests/fixtures/truth';
import { area, photoOf, renderWhole, step } from '../../../tests/fixtures/plans';
import { colourAt, textureCorrelation } from '../../../tests/references/measures';
import { compileHueToTarget } from './compute';
import type { HueToTargetMeasures } from './compute';

/** Fixed noise about a colour, as sensors give it. */
function patch(encoded: Triple, count = 60): Float32Array {
  const random = ((state) => () => (state = (state * 48271) % 2147483647) / 2147483647)(99);
  return Float32Array.from({ length: 3 * count }, (_, i) => decodeSrgb(Math.min(1, Math.max(0, encoded[i % 3]! * (0.94 + 0.12 * random())))));
}
const rungsOf = (hue: number, saturation: number, values: readonly [number, number, number]): HueToTargetMeasures => {
  const [light, middle, shade] = values.map((value, i) => patch(convertHsvToSrgbEncoded({ hueDegrees: hue + 3 * i, saturation: saturation + 0.05 * i, value })));
  return { light: light!, middle: middle!, shade: shade! };
};
const TARGETS = { light: 26, middle: 23, shade: 16 };
const RUNG_NAMES = ['light', 'middle', 'shade'] as const;

describe('hue to target', () => {
  it('lands within 0.5° on random skin; luminance within 0.3 L*, chroma within 1 %', () => {
    const deep = fc.double({ min: 0.45, max: 0.95, noNaN: true });
    fc.assert(fc.property(fc.double({ min: 8, max: 48, noNaN: true }), fc.double({ min: 0.15, max: 0.5, noNaN: true }), deep, (hue, saturation, value) => {
      const measures = rungsOf(hue, saturation, [value, value * 0.8, value * 0.5]), kernel = compileHueToTarget(TARGETS, measures)!;
      for (const rung of RUNG_NAMES) {
        const pixels = measures[rung].slice();
        kernel(pixels, pixels.length / 3);
        expect(Math.abs(hueDeltaDegrees(TARGETS[rung], hsvHueOfSrgbLinear(meanLinear(pixels))!)), rung).toBeLessThan(0.5);
        for (let i = 0; i < pixels.length; i += 3) {
          const before: Triple = [measures[rung][i]!, measures[rung][i + 1]!, measures[rung][i + 2]!], after: Triple = [pixels[i]!, pixels[i + 1]!, pixels[i + 2]!];
          if (!isInSrgbGamut(after)) continue;
          expect(Math.abs(cielabLightnessOfLuminance(luminanceOfSrgbLinear(after)) - cielabLightnessOfLuminance(luminanceOfSrgbLinear(before)))).toBeLessThan(0.3);
          const [, a0, b0] = convertSrgbLinearToOklab(before), [, a1, b1] = convertSrgbLinearToOklab(after);
          expect(Math.abs(Math.hypot(a1, b1) / Math.hypot(a0, b0) - 1)).toBeLessThan(0.01);
        }
      }
    }), { seed: 26, numRuns: 60 });
  });

  it('turns every rung alike when one target is given', () => {
    const measures = rungsOf(40, 0.3, [0.9, 0.7, 0.4]), kernel = compileHueToTarget({ light: null, middle: 23, shade: null }, measures)!;
    const turns = RUNG_NAMES.map((rung) => {
      const pixels = measures[rung].slice();
      kernel(pixels, pixels.length / 3);
      const angle = (mean: Triple) => Math.atan2(convertSrgbLinearToOklab(mean)[2], convertSrgbLinearToOklab(mean)[1]);
      return angle(meanLinear(pixels)) - angle(meanLinear(measures[rung]));
    });
    expect(Math.max(...turns) - Math.min(...turns)).toBeLessThan(0.01);
  });

  it('leaves grey alone and says nothing of NaN', () => {
    const grey = patch([0.5, 0.5, 0.5], 1).fill(0.2);
    expect(compileHueToTarget(TARGETS, { light: grey, middle: grey, shade: grey })).toBeUndefined();
    const kernel = compileHueToTarget(TARGETS, rungsOf(40, 0.3, [0.9, 0.7, 0.4]))!, pixels = Float32Array.of(0, 0, 0, 0.5, 0.5, 0.5, 1, 1, 1);
    kernel(pixels, 3);
    [0, 0, 0, 0.5, 0.5, 0.5, 1, 1, 1].forEach((value, i) => expect(pixels[i]!).toBeCloseTo(value, 5));
  });

  it('works with two rungs at the same lightness: the middle counts', () => {
    const same = patch(convertHsvToSrgbEncoded({ hueDegrees: 40, saturation: 0.3, value: 0.7 }));
    const kernel = compileHueToTarget(TARGETS, { light: same, middle: same, shade: same })!, pixels = same.slice();
    kernel(pixels, pixels.length / 3);
    expect(hsvHueOfSrgbLinear(meanLinear(pixels))!).toBeCloseTo(23, 1);
  });

  it('on the green-cast portrait: readings on target, the area alone changed, texture kept', async () => {
    const pyramid = await portrait('marit', 'flare'), mask = await truthMask('marit', 'skin_face', 'skin_body');
    const readings = ([['light', 480, 330], ['middle', 440, 620], ['shade', 560, 1060]] as const).map(([rung, x, y]) => ({ id: rung, areaId: 'area', rung, x, y, size: 31 }));
    const photo = photoOf(pyramid, area([]), [step('hue-to-target', TARGETS)], readings);
    const { before, after, resolver } = renderWhole(pyramid, photo, mask);
    for (const { id, result } of resolver.readings(photo, resolver.plan(photo, new Map([['area', mask]])))) {
      expect(Math.abs(hueDeltaDegrees(TARGETS[id as keyof typeof TARGETS], hsvHueOfSrgbLinear(result)!)), id).toBeLessThan(0.5);
    }
    let changed = 0;
    mask.forEach((value, i) => {
      const same = colourAt(after, i).every((channel, n) => channel === colourAt(before, i)[n]);
      if (value === 0) expect(same).toBe(true);
      else if (!same) changed++;
    });
    expect(changed).toBeGreaterThan(200_000);
    expect(textureCorrelation(before, after, mask, 4.5)).toBeGreaterThan(0.995);
  });
});
