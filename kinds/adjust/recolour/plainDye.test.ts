import { describe, expect, it } from 'vitest';
import { srgbLinearOfHex } from '#core/colour/hex';
import { decodeSrgb, encodeSrgb } from '#core/colour/transfer';
import { patchInput, run } from '../../../tests/fixtures/plans';
import { compileRecolour, measureRecolour } from './compute';
import { RECOLOUR_DEFAULTS } from './schema';

const UNDER = [0.3, 0.6, 0.9];
const OVER = '#804020';

describe('dyeing plainly', () => {
  it.each([
    ['darken', (under: number, over: number) => under * over],
    ['lighten', (under: number, over: number) => under + over - under * over],
  ] as const)('%ss as W3C Compositing and Blending Level 1 says', (way, blend) => {
    const pixels = UNDER.map(decodeSrgb);
    const kernel = compileRecolour(
      { ...RECOLOUR_DEFAULTS, colour: OVER, way },
      measureRecolour(patchInput(pixels)),
    );
    run(kernel, pixels).forEach((value, c) =>
      expect(encodeSrgb(value)).toBeCloseTo(blend(UNDER[c]!, encodeSrgb(srgbLinearOfHex(OVER)[c]!)), 4),
    );
  });
});
