import { describe, expect, it } from 'vitest';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { Triple } from '#core/colour/triple';
import { run } from '../../../tests/fixtures/plans';
import { compileClear } from './compute';

const cleared = (brighten: number, clear: number, ...pixels: number[]) =>
  [...run(compileClear({ brighten, clear }), pixels)] as unknown as Triple;
const YELLOWED: Triple = [0.6, 0.52, 0.38];

describe('clear whites and teeth', () => {
  it('takes the asked share of yellow and red, at the same luminance', () => {
    const before = convertSrgbLinearToOklab(YELLOWED);
    const out = cleared(0, 0.5, ...YELLOWED);
    const after = convertSrgbLinearToOklab(out);
    expect(after[1] / before[1]).toBeCloseTo(0.5, 3);
    expect(after[2] / before[2]).toBeCloseTo(0.5, 3);
    expect(luminanceOfSrgbLinear(out)).toBeCloseTo(luminanceOfSrgbLinear(YELLOWED), 4);
  });

  it('leaves blue as it is, and white and black where they are', () => {
    const blue: Triple = [0.3, 0.35, 0.5];
    cleared(0, 1, ...blue).forEach((channel, i) => expect(channel).toBeCloseTo(blue[i]!, 4));
    cleared(1, 0, 1, 1, 1).forEach((channel) => expect(channel).toBeCloseTo(1, 4));
    cleared(1, 0, 0, 0, 0).forEach((channel) => expect(Math.abs(channel)).toBeLessThan(1e-5));
  });

  it('brightens the darker more than the lighter and keeps their order', () => {
    const levels = [0.1, 0.3, 0.6, 0.9].map((level) => cleared(1, 0, level, level, level)[0]);
    expect(levels).toEqual(levels.toSorted((p, q) => p - q));
    expect(levels[0]! / 0.1).toBeGreaterThan(levels[3]! / 0.9);
  });
});
