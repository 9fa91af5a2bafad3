import { describe, expect, it } from 'vitest';
import { hsvHueOfSrgbLinear } from '#core/colour/hueSolve';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import type { Triple } from '#core/colour/triple';
import { run } from '../../../tests/fixtures/plans';
import { compileLight } from './compute';
import { NEUTRAL } from './schema';

const lit = (change: Partial<typeof NEUTRAL>, ...pixels: number[]) =>
  [...run(compileLight({ ...NEUTRAL, ...change }), pixels)] as unknown as Triple;
const SKIN: Triple = [0.5, 0.32, 0.22];

describe('light', () => {
  it('gamma lifts the middle as its exponent says, leaves black and white, and keeps hue', () => {
    const luminance = luminanceOfSrgbLinear(SKIN);
    expect(luminanceOfSrgbLinear(lit({ gamma: 2 }, ...SKIN))).toBeCloseTo(Math.sqrt(luminance), 5);
    expect(hsvHueOfSrgbLinear(lit({ gamma: 1.4 }, ...SKIN))!).toBeCloseTo(hsvHueOfSrgbLinear(SKIN)!, 0);
    expect([...lit({ gamma: 2 }, 0, 0, 0)]).toEqual([0, 0, 0]);
    lit({ gamma: 2 }, 1, 1, 1).forEach((channel) => expect(channel).toBeCloseTo(1, 6));
  });

  it('warmth leaves luminance alone', () => {
    const warm = lit({ warmth: 0.6 }, ...SKIN);
    expect(luminanceOfSrgbLinear(warm)).toBeCloseTo(luminanceOfSrgbLinear(SKIN), 5);
    expect(warm[0] / warm[2]).toBeGreaterThan(SKIN[0] / SKIN[2]);
  });

  it('exposure is in stops, and saturation to grey leaves luminance', () => {
    expect(lit({ exposure: -1 }, ...SKIN)[0]).toBeCloseTo(0.25, 6);
    const grey = lit({ saturation: -1 }, ...SKIN);
    expect(Math.max(...grey) - Math.min(...grey)).toBeLessThan(1e-3);
  });
});
