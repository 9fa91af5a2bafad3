import { describe, expect, it } from 'vitest';
import { neutralise, transform } from '#core/colour/adaptation';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { decodeSrgb, encodeSrgb } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import { run } from '../../../tests/fixtures/plans';
import { compilePrepare, isStronglyColoured } from './compute';
import { NEUTRAL } from './schema';

const prepared = (change: Partial<typeof NEUTRAL>, ...pixels: number[]) => [
  ...run(compilePrepare({ ...NEUTRAL, ...change }), pixels),
];

describe('prepare', () => {
  it('makes the picked patch neutral at its luminance', () => {
    const patch: [number, number, number] = [0.34, 0.3, 0.2];
    const out = prepared({ neutral: patch }, ...patch) as unknown as Triple;
    out.forEach((channel) => expect(channel).toBeCloseTo(luminanceOfSrgbLinear(patch), 5));
  });

  it('gives no colour to what is at white in every channel, and its colour to what is not', () => {
    const patch: [number, number, number] = [0.34, 0.3, 0.2];
    const [red, green, blue] = prepared({ neutral: patch }, 1, 1, 1);
    expect(Math.max(red!, green!, blue!) - Math.min(red!, green!, blue!)).toBeLessThan(1e-4);
    const below = prepared({ neutral: patch }, 0.6, 0.6, 0.6);
    expect(below[2]! / below[0]!).toBeGreaterThan(1.3);
  });

  it('adapts as Bradford does: illuminant A to D65 (Lindbloom, Chromatic Adaptation, matrix A to D65)', () => {
    // XYZ of illuminant A (ASTM E308) and its Bradford matrix to D65; sRGB's own matrices stand around it.
    const aToD65 = [
      0.8446965, -0.1179225, 0.3948108, -0.1366303, 1.1041226, 0.1291718, 0.0798489, -0.1348999, 3.1924009,
    ];
    const toXyz = [
      0.4123908, 0.3575843, 0.1804808, 0.212639, 0.7151687, 0.0721923, 0.0193308, 0.1191948, 0.9505322,
    ];
    const toSrgb = [
      3.2409699, -1.5373832, -0.4986108, -0.9692436, 1.8759675, 0.0415551, 0.0556301, -0.203977, 1.0569715,
    ];
    const white = transform(toSrgb, [1.0985, 1, 0.35585]);
    const matrix = neutralise(white);
    const colour: Triple = [0.3, 0.4, 0.2];
    const expected = transform(toSrgb, transform(aToD65, transform(toXyz, colour)));
    transform(matrix, colour).forEach((channel, i) => expect(channel).toBeCloseTo(expected[i]!, 3));
  });

  it('moves exposure by stops, and black and white to their codes', () => {
    expect(prepared({ exposure: 1 }, 0.1, 0.2, 0.3).map((value) => value.toFixed(4))).toEqual([
      '0.2000',
      '0.4000',
      '0.6000',
    ]);
    const [black, , white] = prepared(
      { black: 20, white: 240 },
      decodeSrgb(20 / 255),
      0.2,
      decodeSrgb(240 / 255),
    );
    expect(black).toBeCloseTo(0, 6);
    expect(white).toBeCloseTo(1, 6);
  });

  it('contrast leaves middle grey and hue; temperature warms; tint turns to magenta', () => {
    expect(prepared({ contrast: 0.5 }, 0.18, 0.18, 0.18)[0]).toBeCloseTo(0.18, 5);
    const [, a, b] = convertSrgbLinearToOklab(
      prepared({ temperature: 0.5 }, 0.2, 0.2, 0.2) as unknown as Triple,
    );
    const [, magenta] = convertSrgbLinearToOklab(prepared({ tint: 0.5 }, 0.2, 0.2, 0.2) as unknown as Triple);
    expect(b).toBeGreaterThan(0.01);
    expect(Math.abs(a)).toBeLessThan(b);
    expect(magenta).toBeGreaterThan(0.005);
  });

  it('gentle saturation spares skin and what is saturated already', () => {
    const gain = (pixel: Triple, change: Partial<typeof NEUTRAL>) =>
      Math.hypot(...convertSrgbLinearToOklab(prepared(change, ...pixel) as unknown as Triple).slice(1)) /
      Math.hypot(...convertSrgbLinearToOklab(pixel).slice(1));
    const skin: Triple = [0.5, 0.32, 0.22];
    const pale: Triple = [0.2, 0.25, 0.3];
    const strong: Triple = [0.02, 0.05, 0.5];
    expect(gain(pale, { gentle: 0.5 })).toBeGreaterThan(gain(skin, { gentle: 0.5 }) + 0.1);
    expect(gain(pale, { gentle: 0.5 })).toBeGreaterThan(gain(strong, { gentle: 0.5 }) + 0.1);
    expect(gain(skin, { saturation: 0.5 })).toBeCloseTo(1.5, 3);
    expect(gain(strong, { saturation: -1 })).toBeCloseTo(0, 3);
  });

  it('stays finite on black and keeps black and white under contrast', () => {
    const out = prepared(
      { contrast: 1, saturation: 1, gentle: 1, temperature: 1, black: 10, white: 200 },
      0,
      0,
      0,
      1,
      1,
      1,
    );
    expect(out.every(Number.isFinite)).toBe(true);
    expect(encodeSrgb(out[0]!)).toBeLessThan(0.01);
  });

  it('tells a place that is no grey from grey in daylight', () => {
    const grass: Triple = [0.1, 0.2, 0.05];
    expect(
      [grass, [0.2, 0.24, 0.2], [0.25, 0.22, 0.17]].map((colour) => isStronglyColoured(colour as Triple)),
    ).toEqual([true, false, false]);
  });
});
