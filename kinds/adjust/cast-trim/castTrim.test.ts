import { describe, expect, it } from 'vitest';
import { convertHsvToSrgbEncoded } from '#core/colour/hsv';
import { hsvHueOfSrgbLinear } from '#core/colour/hueSolve';
import { deltaDegrees } from '#core/colour/angles';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { decodeSrgb } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import { run } from '../../../tests/fixtures/plans';
import { compileCastTrim } from './compute';
import { NEUTRAL } from './schema';

const linear = (hueDegrees: number, saturation = 0.5) =>
  convertHsvToSrgbEncoded({ hueDegrees, saturation, value: 0.7 }).map(decodeSrgb) as unknown as Triple;
const oklchHue = (colour: Triple) => {
  const [, a, b] = convertSrgbLinearToOklab(colour);
  return ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360;
};
const trimmed = (change: Partial<typeof NEUTRAL>, pixel: Triple) =>
  [...run(compileCastTrim({ ...NEUTRAL, ...change }), pixel)] as unknown as Triple;

describe('cast trim', () => {
  // Common practice: yellow pushed toward cyan turns greener, away from it redder; and so round the circle.
  it.each([60, 120, 180, 240, 300, 0])(
    'a family at HSV %i° follows a push to either side of the colour circle',
    (hue) => {
      const pixel = linear(hue);
      const family = oklchHue(pixel);
      const ahead = oklchHue(linear(hue + 90));
      const behind = oklchHue(linear(hue - 90));
      expect(
        deltaDegrees(hue, hsvHueOfSrgbLinear(trimmed({ family, toward: ahead, amount: 0.4 }, pixel))!),
      ).toBeGreaterThan(2);
      expect(
        deltaDegrees(hue, hsvHueOfSrgbLinear(trimmed({ family, toward: behind, amount: 0.4 }, pixel))!),
      ).toBeLessThan(-2);
    },
  );

  it('leaves neutral pixels and other families, luminance, and chroma when asked', () => {
    const yellow = linear(60);
    const family = oklchHue(yellow);
    const push = { family, toward: (family + 120) % 360, amount: 0.5, width: 40 };
    trimmed(push, [0.3, 0.3, 0.3]).forEach((channel) => expect(channel).toBeCloseTo(0.3, 5));
    const blue = linear(240);
    trimmed(push, blue).forEach((channel, i) => expect(channel).toBeCloseTo(blue[i]!, 2));
    const out = trimmed(push, yellow);
    const chroma = (colour: Triple) => Math.hypot(...convertSrgbLinearToOklab(colour).slice(1));
    expect(luminanceOfSrgbLinear(out)).toBeCloseTo(luminanceOfSrgbLinear(yellow), 4);
    expect(chroma(out)).toBeCloseTo(chroma(yellow), 4);
    expect(
      chroma(trimmed({ ...push, toward: (family + 180) % 360, keepsSaturation: false }, yellow)),
    ).toBeCloseTo(0.5 * chroma(yellow), 3);
  });

  it('depth darkens the family by stops, neutral not at all', () => {
    const yellow = linear(60, 1);
    const family = oklchHue(yellow);
    expect(
      luminanceOfSrgbLinear(trimmed({ family, depth: -1 }, yellow)) / luminanceOfSrgbLinear(yellow),
    ).toBeCloseTo(0.5, 1);
    expect(trimmed({ family, depth: -1 }, [0.3, 0.3, 0.3])[0]).toBeCloseTo(0.3, 5);
  });
});
