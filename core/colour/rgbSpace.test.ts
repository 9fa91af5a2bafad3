import { describe, expect, it } from 'vitest';
import { transform } from './adaptation';
import { convertSrgbLinearToOklab } from './oklab';
import { RgbEncoder, displayP3Space, rgbSpace, srgbSpace } from './rgbSpace';
import type { RgbSpace } from './rgbSpace';
import type { Triple } from './triple';

const toLinear = ({ light, toSrgb }: RgbSpace, codes: Triple): Triple => {
  const own = codes.map((code, c) => light[c]![code]!) as unknown as Triple;
  return toSrgb ? transform(toSrgb, own) : own;
};
const encoded = (space: RgbSpace, colour: Triple, channels: 3 | 4 = 3): number[] => {
  const out = new Uint16Array(channels);
  new RgbEncoder(space, 16).encode(Float32Array.from(colour), out, channels);
  return [...out];
};

describe('codes of a space', () => {
  const steep = rgbSpace('a step', (code) => (code < 0.5 ? 0.1 * code : 0.2 + 0.6 * code), undefined);
  it.each([srgbSpace(), displayP3Space(), rgbSpace('a power', (code) => code ** 1.8, undefined), steep])(
    '$name: every one comes back from its light',
    (space) => {
      const codes = Uint16Array.from({ length: 3 * 2 ** 16 }, (_, i) => Math.floor(i / 3));
      const light = Float32Array.from(codes, (code) => space.light[0][code]!);
      const out = new Uint16Array(codes.length);
      new RgbEncoder({ ...space, toSrgb: undefined }, 16).encode(light, out, 3);
      expect(out).toEqual(codes);
    },
  );

  it('are the nearest ones between two lights, and the ends beyond them', () => {
    const { light } = srgbSpace();
    const between = (share: number) => light[0][40_000]! * (1 - share) + light[0][40_001]! * share;
    expect(encoded(srgbSpace(), [between(0.2), between(0.8), 0.5])).toEqual([
      40_000,
      40_001,
      expect.any(Number),
    ]);
    expect(encoded(srgbSpace(), [1, 0, 1], 4)).toEqual([65_535, 0, 65_535, 65_535]);
  });

  it('beyond the gamut lose chroma at their hue and lightness; what a wider space holds stays', () => {
    const beyond = toLinear(displayP3Space(), [5000, 60_000, 9000]);
    expect(Math.min(...beyond)).toBeLessThan(-0.01);
    expect(encoded(displayP3Space(), beyond)).toEqual([5000, 60_000, 9000]);
    const [l, a, b] = convertSrgbLinearToOklab(beyond);
    const brought = toLinear(srgbSpace(), encoded(srgbSpace(), beyond) as unknown as Triple);
    const [m, c, d] = convertSrgbLinearToOklab(brought);
    expect(m).toBeCloseTo(l, 3);
    expect(Math.atan2(d, c)).toBeCloseTo(Math.atan2(b, a), 2);
    expect(Math.hypot(c, d)).toBeLessThan(Math.hypot(a, b) - 0.01);
  });
});
