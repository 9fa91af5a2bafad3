import { describe, expect, it } from 'vitest';
import { srgbLinearOfHex } from '#core/colour/hex';
import type { Triple } from '#core/colour/triple';
import { apartFromSwatch, depthAsPerson, depthAsSwatch } from './swatchDepth';

const SWATCH = '#6b7d6e';
const darker = (by: number) => srgbLinearOfHex(SWATCH).map((channel) => channel * by) as unknown as Triple;

describe('a part and its swatch', () => {
  it('are apart by nothing where they are one colour, and by more the darker the part is', () => {
    const off = (by: number) => apartFromSwatch(SWATCH, { now: darker(1), result: darker(by) });
    expect(off(1)).toBeCloseTo(0, 6);
    expect(off(0.25)).toBeGreaterThan(off(0.5));
  });

  it('come to one lightness by the stops that lie between them, on top of the depth there is', () => {
    const middle = { now: darker(0.125), result: darker(0.5) };
    expect(depthAsSwatch(SWATCH, middle, -0.5)).toBe(0.5);
    expect(depthAsPerson(middle, -0.5)).toBe(-2.5);
    expect(depthAsPerson({ now: [0, 0, 0], result: darker(1) }, 0)).toBe(-3);
  });
});
