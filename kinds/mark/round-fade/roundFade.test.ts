import { describe, expect, it } from 'vitest';
import { rasteriseRoundFade } from './rasterise';

const draw = (soft: number) => {
  const out = new Float32Array(101 * 101);
  rasteriseRoundFade(
    { x: 50.5, y: 50.5, radius: 40, soft },
    { x: 0, y: 0, width: 101, height: 101, outWidth: 101, outHeight: 101 },
    out,
  );
  return out;
};

describe('round fade', () => {
  it('is full at its centre, half half-way through its soft rim, nothing beyond', () => {
    const out = draw(0.5);
    const row = 50 * 101;
    expect([out[row + 50], out[row + 70], out[row + 91]]).toEqual([1, 1, 0]);
    expect(out[row + 80]).toBeCloseTo(0.5, 5);
  });

  it('with a hard rim covers the circle’s area', () =>
    expect(draw(0).reduce((sum, value) => sum + value, 0) / (Math.PI * 40 * 40)).toBeCloseTo(1, 1));
});
