import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { deltaDegrees } from '#core/colour/angles';
import { cielabLightnessOfLuminance } from '#core/colour/cielab';
import { isInGamut } from '#core/colour/gamut';
import { convertHsvToSrgbEncoded } from '#core/colour/hsv';
import { hsvHueOfSrgbLinear, hsvSaturationOfSrgbLinear } from '#core/colour/hueSolve';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { decodeSrgb } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import { meanLinear } from '#core/measure/reading';
import { portrait, truthMask } from '../../../tests/fixtures/truth';
import { area, photoOf, renderWhole, run, step } from '../../../tests/fixtures/plans';
import { changedOutside, textureCorrelation } from '../../../tests/references/measures';
import { compileHueToTarget } from './compute';
import type { HueToTargetMeasures } from './compute';
import { hueToTarget } from './index';
import { NO_TARGETS } from './schema';

/** Fixed noise about a colour, as sensors give it. */
function patch(encoded: Triple, count = 60): Float32Array {
  const random = (
    (state) => () =>
      (state = (state * 48271) % 2147483647) / 2147483647
  )(99);
  return Float32Array.from({ length: 3 * count }, (_, i) =>
    decodeSrgb(Math.min(1, Math.max(0, encoded[i % 3]! * (0.94 + 0.12 * random())))),
  );
}
const rungsOf = (
  hue: number,
  saturation: number,
  values: readonly [number, number, number],
): HueToTargetMeasures => {
  const [light, middle, shade] = values.map((value, i) =>
    patch(convertHsvToSrgbEncoded({ hueDegrees: hue + 3 * i, saturation: saturation + 0.05 * i, value })),
  );
  return { rungs: { light: light!, middle: middle!, shade: shade! }, bands: [] };
};
const TARGETS = { light: 26, middle: 23, shade: 16 };
const HUES = { ...NO_TARGETS, hue: TARGETS };
const RUNG_NAMES = ['light', 'middle', 'shade'] as const;

describe('hue to target', () => {
  it('lands within 0.05° on random skin; luminance within 0.3 L*, chroma within 1 %', () => {
    const deep = fc.double({ min: 0.45, max: 0.95, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: 8, max: 48, noNaN: true }),
        fc.double({ min: 0.15, max: 0.5, noNaN: true }),
        deep,
        (hue, saturation, value) => {
          const measures = rungsOf(hue, saturation, [value, value * 0.8, value * 0.5]);
          const kernel = compileHueToTarget(HUES, measures)!;
          for (const rung of RUNG_NAMES) {
            const pixels = run(kernel, measures.rungs[rung]);
            expect(
              Math.abs(deltaDegrees(TARGETS[rung], hsvHueOfSrgbLinear(meanLinear(pixels))!)),
              rung,
            ).toBeLessThan(0.05);
            for (let i = 0; i < pixels.length; i += 3) {
              const before: Triple = [
                measures.rungs[rung][i]!,
                measures.rungs[rung][i + 1]!,
                measures.rungs[rung][i + 2]!,
              ];
              const after: Triple = [pixels[i]!, pixels[i + 1]!, pixels[i + 2]!];
              if (!isInGamut(after)) continue;
              expect(
                Math.abs(
                  cielabLightnessOfLuminance(luminanceOfSrgbLinear(after)) -
                    cielabLightnessOfLuminance(luminanceOfSrgbLinear(before)),
                ),
              ).toBeLessThan(0.3);
              const [, a0, b0] = convertSrgbLinearToOklab(before);
              const [, a1, b1] = convertSrgbLinearToOklab(after);
              expect(Math.abs(Math.hypot(a1, b1) / Math.hypot(a0, b0) - 1)).toBeLessThan(0.01);
            }
          }
        },
      ),
      { seed: 26, numRuns: 60 },
    );
  });

  it('turns every rung alike when one target is given', () => {
    const measures = rungsOf(40, 0.3, [0.9, 0.7, 0.4]);
    const kernel = compileHueToTarget(
      { ...NO_TARGETS, hue: { light: null, middle: 23, shade: null } },
      measures,
    )!;
    const turns = RUNG_NAMES.map((rung) => {
      const pixels = run(kernel, measures.rungs[rung]);
      const angle = (mean: Triple) =>
        Math.atan2(convertSrgbLinearToOklab(mean)[2], convertSrgbLinearToOklab(mean)[1]);
      return angle(meanLinear(pixels)) - angle(meanLinear(measures.rungs[rung]));
    });
    expect(Math.max(...turns) - Math.min(...turns)).toBeLessThan(0.01);
  });

  it('moves saturation alone, and lightness alone, onto their numbers', () => {
    const measures = rungsOf(30, 0.35, [0.9, 0.7, 0.45]);
    const paler = compileHueToTarget(
      { ...NO_TARGETS, saturation: { light: 20, middle: 24, shade: 30 } },
      measures,
    )!;
    const lighter = compileHueToTarget(
      { ...NO_TARGETS, lightness: { light: 84, middle: 70, shade: 52 } },
      measures,
    )!;
    for (const rung of RUNG_NAMES) {
      const before = meanLinear(measures.rungs[rung]);
      const pale = meanLinear(run(paler, measures.rungs[rung]));
      const light = meanLinear(run(lighter, measures.rungs[rung]));
      expect(100 * hsvSaturationOfSrgbLinear(pale)).toBeCloseTo(
        { light: 20, middle: 24, shade: 30 }[rung],
        1,
      );
      expect(luminanceOfSrgbLinear(pale)).toBeCloseTo(luminanceOfSrgbLinear(before), 3);
      expect(cielabLightnessOfLuminance(luminanceOfSrgbLinear(light))).toBeCloseTo(
        { light: 84, middle: 70, shade: 52 }[rung],
        1,
      );
      expect(Math.abs(deltaDegrees(hsvHueOfSrgbLinear(before)!, hsvHueOfSrgbLinear(light)!))).toBeLessThan(1);
    }
  });

  it('keeps HSV saturation instead of chroma where that is asked for', () => {
    const measures = rungsOf(45, 0.35, [0.9, 0.7, 0.45]);
    const kernel = compileHueToTarget({ ...HUES, keeps: 'saturation' }, measures)!;
    for (const rung of RUNG_NAMES) {
      const after = meanLinear(run(kernel, measures.rungs[rung]));
      expect(hsvSaturationOfSrgbLinear(after)).toBeCloseTo(
        hsvSaturationOfSrgbLinear(meanLinear(measures.rungs[rung])),
        2,
      );
      expect(Math.abs(deltaDegrees(TARGETS[rung], hsvHueOfSrgbLinear(after)!))).toBeLessThan(0.5);
    }
  });

  it('never turns the order of light round, whatever is asked for', () => {
    const kernel = compileHueToTarget(
      { ...NO_TARGETS, lightness: { light: 30, middle: 60, shade: 80 } },
      rungsOf(30, 0.3, [0.9, 0.6, 0.3]),
    )!;
    const ramp = run(
      kernel,
      Array.from({ length: 300 }, (_, i) => (Math.floor(i / 3) / 99) ** 2),
    );
    const levels = Array.from({ length: 100 }, (_, i) => ramp[3 * i]!);
    levels.slice(1).forEach((level, i) => expect(level).toBeGreaterThan(levels[i]! - 1e-4));
    expect(levels.every(Number.isFinite)).toBe(true);
  });

  it('takes a further rung at a lightness of the part', () => {
    const measures = rungsOf(40, 0.3, [0.9, 0.7, 0.5]);
    const deep = patch(convertHsvToSrgbEncoded({ hueDegrees: 44, saturation: 0.4, value: 0.25 }));
    const kernel = compileHueToTarget(
      { ...HUES, more: [{ at: 22, hue: 12, saturation: null, lightness: null }] },
      { ...measures, bands: [deep, measures.rungs.middle] },
    )!;
    expect(Math.abs(deltaDegrees(12, hsvHueOfSrgbLinear(meanLinear(run(kernel, deep)))!))).toBeLessThan(0.5);
  });

  it('brings parameters of version 1 up to date', () => {
    expect(hueToTarget.migrations[1]!(TARGETS)).toEqual(HUES);
  });

  it('leaves grey alone and says nothing of NaN', () => {
    const grey = patch([0.5, 0.5, 0.5], 1).fill(0.2);
    expect(
      compileHueToTarget(HUES, { rungs: { light: grey, middle: grey, shade: grey }, bands: [] }),
    ).toBeUndefined();
    const kernel = compileHueToTarget(HUES, rungsOf(40, 0.3, [0.9, 0.7, 0.4]))!;
    const pixels = run(kernel, [0, 0, 0, 0.5, 0.5, 0.5, 1, 1, 1]);
    [0, 0, 0, 0.5, 0.5, 0.5, 1, 1, 1].forEach((value, i) => expect(pixels[i]!).toBeCloseTo(value, 5));
  });

  it('works with two rungs at the same lightness: the middle counts', () => {
    const same = patch(convertHsvToSrgbEncoded({ hueDegrees: 40, saturation: 0.3, value: 0.7 }));
    const kernel = compileHueToTarget(HUES, {
      rungs: { light: same, middle: same, shade: same },
      bands: [],
    })!;
    const pixels = run(kernel, same);
    expect(hsvHueOfSrgbLinear(meanLinear(pixels))!).toBeCloseTo(23, 1);
  });

  it('on the green-cast portrait: readings on target, the area alone changed, texture kept', async () => {
    const pyramid = await portrait('marit', 'flare');
    const mask = await truthMask('marit', 'skin_face', 'skin_body');
    const readings = (
      [
        ['light', 480, 330],
        ['middle', 440, 620],
        ['shade', 560, 1060],
      ] as const
    ).map(([rung, x, y]) => ({ id: rung, areaId: 'area', rung, x, y, size: 31 }));
    const photo = photoOf(pyramid, area([]), [step('hue-to-target', HUES)], readings);
    const { before, after, resolver } = renderWhole(pyramid, photo, mask);
    for (const { id, result } of resolver.readings(photo, resolver.plan(photo, new Map([['area', mask]])))) {
      expect(
        Math.abs(deltaDegrees(TARGETS[id as keyof typeof TARGETS], hsvHueOfSrgbLinear(result)!)),
        id,
      ).toBeLessThan(0.5);
    }
    expect(changedOutside(before, after, mask)).toBe(0);
    expect(changedOutside(before, after, new Uint8Array(mask.length))).toBeGreaterThan(200_000);
    expect(textureCorrelation(before, after, mask, 4.5)).toBeGreaterThan(0.995);
  });
});
