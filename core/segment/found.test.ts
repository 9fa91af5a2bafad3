import { describe, expect, it } from 'vitest';
import { LEAST_COVERED, LEAST_VALUE } from './featureParameters';
import { foundPart } from './found';

const SIDE = 100;
const region = { x: 0, y: 0, width: SIDE, height: SIDE, outWidth: SIDE, outHeight: SIDE };
const even = (value: number) => new Float32Array(SIDE * SIDE).fill(value);

describe('a found part', () => {
  it('is not there where it is nowhere more than noise, however far that reaches', () => {
    const noise = 0.9 * LEAST_VALUE;
    expect(noise * SIDE * SIDE).toBeGreaterThan(LEAST_COVERED);
    expect(foundPart('hat', region, even(noise), undefined)).toBeUndefined();
    const little = even(0).fill(1, 0, LEAST_COVERED - 1);
    expect(foundPart('hat', region, little, undefined)).toBeUndefined();
  });

  it('keeps its coverage as codes, noise as none, and says how much of it is unsure', () => {
    const coverage = even(0.9 * LEAST_VALUE)
      .fill(1, 0, 300)
      .fill(0.5, 300, 400)
      .fill(1.2, 400, 410);
    const part = foundPart('clothes', region, coverage, undefined)!;
    expect([0, 300, 400, 410].map((i) => part.coverage8[i])).toEqual([255, 128, 255, 0]);
    expect(part.unsureShare).toBeCloseTo(100 / 410);
  });
});
