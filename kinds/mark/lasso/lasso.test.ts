import { describe, expect, it } from 'vitest';
import { noPhoto } from '../../../tests/fixtures/marks';
import { lasso } from './index';

const REGION = { x: 10, y: 20, width: 40, height: 30, outWidth: 40, outHeight: 30 };
const draw = (loops: (readonly (readonly [number, number])[])[], region = REGION) => {
  const out = new Float32Array(region.outWidth * region.outHeight);
  lasso.rasterise({ loops: loops.map((loop) => loop.map(([x, y]) => [x, y])) }, region, out, noPhoto);
  return out;
};
const sum = (values: Float32Array) => values.reduce((total, value) => total + value, 0);
const SQUARE = [
  [15.5, 25],
  [35.5, 25],
  [35.5, 40],
  [15.5, 40],
] as const;

describe('lasso', () => {
  it('covers a rectangle to the share of each pixel (hand sum: 20 by 15, halves at both ends)', () => {
    const out = draw([SQUARE]);
    expect(sum(out)).toBeCloseTo(300, 3);
    expect([out[5 * 40 + 5], out[5 * 40 + 6], out[5 * 40 + 25], out[5 * 40 + 26], out[4 * 40 + 10]]).toEqual([
      0.5, 1, 0.5, 0, 0,
    ]);
  });

  it('leaves a hole where a second piece lies within the first, whichever way round it was drawn', () => {
    const hole = [
      [20, 30],
      [25, 30],
      [25, 35],
      [20, 35],
    ] as const;
    expect(sum(draw([SQUARE, hole]))).toBeCloseTo(275, 3);
    expect(sum(draw([SQUARE, hole.toReversed()]))).toBeCloseTo(275, 3);
  });
});
