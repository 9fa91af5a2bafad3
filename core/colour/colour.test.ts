import { fastExp, fastLog } from './fastLog';
import { clampRgb, converter, formatHex } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { invertMatrix, transform } from './adaptation';
import { deltaDegrees, wrapDegrees } from './angles';
import { convertSrgbLinearToCielabD50 } from './cielab';
import { isInGamut, mapIntoGamut, mapIntoSrgbGamut } from './gamut';
import { convertHsvToSrgbEncoded, convertSrgbEncodedToHsv } from './hsv';
import { hsvHueOfSrgbLinear, solveTurnToHsvHue, turnHueAtLuminance } from './hueSolve';
import { luminanceOfSrgbLinear } from './luminance';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab, fastCbrt } from './oklab';
import { displayP3Space } from './rgbSpace';
import { SRGB8_TO_LINEAR, decodeSrgb, encodeSrgb, encodeSrgb8 } from './transfer';
import type { Triple } from './triple';

const SEED = { seed: 20261124, numRuns: 400 };
const unit = fc.double({ min: 0, max: 1, noNaN: true });
const colour = fc.tuple(unit, unit, unit);
/** encoded sRGB of skin, from deep to very light */
const skin = fc
  .record({
    hueDegrees: fc.double({ min: 8, max: 50, noNaN: true }),
    saturation: fc.double({ min: 0.15, max: 0.65, noNaN: true }),
    value: fc.double({ min: 0.15, max: 0.92, noNaN: true }),
  })
  .map((hsv) => convertHsvToSrgbEncoded(hsv).map(decodeSrgb) as unknown as Triple);
const rgbOf = ([r, g, b]: Triple) => ({ mode: 'lrgb' as const, r, g, b });

describe('sRGB transfer', () => {
  it('brings every 8-bit code back', () => {
    for (let code = 0; code < 256; code++) expect(encodeSrgb8(SRGB8_TO_LINEAR[code]!)).toBe(code);
  });

  it('rounds as the exact curve does', () => {
    fc.assert(
      fc.property(fc.double({ min: -0.5, max: 1.5, noNaN: true }), (linear) => {
        const exact = Math.min(255, Math.max(0, 255 * encodeSrgb(linear)));
        expect(Math.abs(encodeSrgb8(linear) - exact)).toBeLessThanOrEqual(0.5 + 1e-6);
      }),
      SEED,
    );
  });

  it('clips what is no number or beyond', () => {
    expect([encodeSrgb8(Number.NaN), encodeSrgb8(-1), encodeSrgb8(2)]).toEqual([0, 0, 255]);
  });
});

describe('against an independent library (culori 4.0.2)', () => {
  it('agrees on OKLab to 1e-4', () => {
    const oklab = converter('oklab');
    fc.assert(
      fc.property(colour, (linear) => {
        const { l, a, b } = oklab(rgbOf(linear))!;
        const ours = convertSrgbLinearToOklab(linear);
        [l, a, b].forEach((value, i) => expect(ours[i]!).toBeCloseTo(value, 4));
      }),
      SEED,
    );
  });

  it('agrees on CIELAB D50 to 1e-3 of its 100 units', () => {
    const lab = converter('lab');
    fc.assert(
      fc.property(colour, (linear) => {
        const { l, a, b } = lab(rgbOf(linear))!;
        const ours = convertSrgbLinearToCielabD50(linear);
        [l, a, b].forEach((value, i) => expect(Math.abs(ours[i]! - value)).toBeLessThan(0.01));
      }),
      SEED,
    );
  });

  it('agrees on HSV to 1e-4', () => {
    const hsv = converter('hsv');
    fc.assert(
      fc.property(colour, ([r, g, b]) => {
        fc.pre(Math.max(r, g, b) > 1e-3);
        const theirs = hsv({ mode: 'rgb', r, g, b })!;
        const ours = convertSrgbEncodedToHsv([r, g, b]);
        expect(ours.saturation).toBeCloseTo(theirs.s, 4);
        expect(ours.value).toBeCloseTo(theirs.v, 4);
        if (ours.hueDegrees !== undefined && ours.saturation > 1e-3)
          expect(Math.abs(deltaDegrees(ours.hueDegrees, theirs.h!))).toBeLessThan(1e-3);
      }),
      SEED,
    );
  });

  it('agrees on 8-bit codes', () => {
    expect(formatHex(clampRgb(converter('rgb')(rgbOf([0.2, 0.5, 0.05]))!))).toBe(
      `#${[0.2, 0.5, 0.05].map((v) => encodeSrgb8(v).toString(16).padStart(2, '0')).join('')}`,
    );
  });
});

describe('HSV facts (Smith 1978)', () => {
  it.each([
    [[1, 0, 0], 0],
    [[1, 1, 0], 60],
    [[0, 1, 0], 120],
    [[0, 1, 1], 180],
    [[0, 0, 1], 240],
    [[1, 0, 1], 300],
  ] as const)('%j has hue %d', (encoded, hue) => {
    expect(convertSrgbEncodedToHsv(encoded)).toEqual({ hueDegrees: hue, saturation: 1, value: 1 });
  });

  it('gives grey no hue, not 0', () => {
    expect(convertSrgbEncodedToHsv([0.4, 0.4, 0.4]).hueDegrees).toBeUndefined();
    expect(hsvHueOfSrgbLinear([0, 0, 0])).toBeUndefined();
  });

  it('comes back from HSV', () => {
    fc.assert(
      fc.property(colour, (encoded) => {
        convertHsvToSrgbEncoded(convertSrgbEncodedToHsv(encoded)).forEach((value, i) =>
          expect(value).toBeCloseTo(encoded[i]!, 6),
        );
      }),
      SEED,
    );
  });
});

describe('OKLab', () => {
  it('comes back within 1e-6', () => {
    fc.assert(
      fc.property(colour, (linear) => {
        convertOklabToSrgbLinear(convertSrgbLinearToOklab(linear)).forEach((value, i) =>
          expect(Math.abs(value - linear[i]!)).toBeLessThan(1e-6),
        );
      }),
      SEED,
    );
  });

  it('takes cube roots as Math.cbrt does', () => {
    fc.assert(
      fc.property(fc.double({ min: -4, max: 4, noNaN: true }), (value) => {
        expect(Math.abs(fastCbrt(value) - Math.cbrt(value))).toBeLessThan(1e-8 + 1e-7 * Math.abs(value));
      }),
      SEED,
    );
    expect(fastCbrt(0)).toBe(0);
  });
});

describe('gamut', () => {
  it('keeps hue and lightness and lands inside', () => {
    fc.assert(
      fc.property(
        fc.tuple(
          fc.double({ min: 0.05, max: 0.98, noNaN: true }),
          fc.double({ min: -0.3, max: 0.3, noNaN: true }),
          fc.double({ min: -0.3, max: 0.3, noNaN: true }),
        ),
        (oklab) => {
          const linear = convertOklabToSrgbLinear(oklab);
          const mapped = mapIntoSrgbGamut(linear);
          const [l, a, b] = convertSrgbLinearToOklab(mapped);
          expect(isInGamut(mapped, 1e-4)).toBe(true);
          expect(l).toBeCloseTo(oklab[0], 3);
          expect(Math.abs(a * oklab[2] - b * oklab[1])).toBeLessThan(1e-4);
        },
      ),
      SEED,
    );
  });

  it('keeps as much chroma as fits, in sRGB and in the gamut of other primaries', () => {
    const wide = invertMatrix(displayP3Space().toSrgb!);
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
        (lightness, hue) => {
          const linear = convertOklabToSrgbLinear([lightness, 0.45 * Math.cos(hue), 0.45 * Math.sin(hue)]);
          for (const [mapped, from] of [
            [mapIntoSrgbGamut(linear), undefined],
            [mapIntoGamut(linear, wide), wide],
          ] as const) {
            const [l, a, b] = convertSrgbLinearToOklab(from ? transform(invertMatrix(from), mapped) : mapped);
            const more = convertOklabToSrgbLinear([l, 1.01 * a, 1.01 * b]);
            expect(isInGamut(mapped, 1e-4)).toBe(true);
            expect(isInGamut(from ? transform(from, more) : more)).toBe(false);
          }
        },
      ),
      SEED,
    );
  });

  it('leaves what is inside alone', () => {
    const inside: Triple = [0.3, 0.2, 0.1];
    expect(mapIntoSrgbGamut(inside)).toBe(inside);
  });
});

describe('hue to a number', () => {
  it('lands within 0.05° on skin colours, at unchanged luminance and chroma', () => {
    fc.assert(
      fc.property(skin, fc.double({ min: 10, max: 45, noNaN: true }), (linear, wanted) => {
        const turn = solveTurnToHsvHue(linear, wanted)!;
        const turned = turnHueAtLuminance(linear, turn);
        fc.pre(isInGamut(turned));
        expect(Math.abs(deltaDegrees(wanted, hsvHueOfSrgbLinear(turned)!))).toBeLessThan(0.05);
        expect(luminanceOfSrgbLinear(turned)).toBeCloseTo(luminanceOfSrgbLinear(linear), 6);
        const chroma = (c: Triple) => Math.hypot(...convertSrgbLinearToOklab(c).slice(1));
        expect(chroma(turned) / chroma(linear)).toBeCloseTo(1, 4);
      }),
      SEED,
    );
  });

  it('has nothing to turn in grey', () => {
    expect(solveTurnToHsvHue([0.2, 0.2, 0.2], 20)).toBeUndefined();
  });
});

describe('angles', () => {
  it('takes the shorter way round', () => {
    expect([deltaDegrees(350, 10), deltaDegrees(10, 350), wrapDegrees(-30), wrapDegrees(720)]).toEqual([
      20, -20, 330, 0,
    ]);
  });
});

describe('fast logarithm and power', () => {
  it('agree with the exact ones over the range of linear light', () => {
    for (let i = 0; i < 4000; i++) {
      const value = Math.fround(1e-6 * 1.00443 ** i);
      const power = -30 + i * 0.012;
      expect(Math.abs(fastLog(value) - Math.log(value))).toBeLessThan(1e-7);
      expect(Math.abs(fastExp(power) / Math.exp(power) - 1)).toBeLessThan(1e-7);
    }
    expect(fastExp(-200)).toBe(0);
  });
});
