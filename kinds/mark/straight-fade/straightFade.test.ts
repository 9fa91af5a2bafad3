import { describe, expect, it } from 'vitest';
import { rasteriseStraightFade } from './rasterise';

const region = { x: 0, y: 0, width: 100, height: 20, outWidth: 100, outHeight: 20 };
const fade = (fromX: number, toX: number) => {
  const out = new Float32Array(2000);
  rasteriseStraightFade({ fromX, fromY: 10, toX, toY: 10 }, region, out);
  return out;
};

describe('straight fade', () => {
  it('is full before its first point, nothing beyond its second, half between, by hand', () => {
    const out = fade(20.5, 60.5);
    expect([out[5], out[20], out[40], out[60], out[90]]).toEqual([1, 1, 0.5, 0, 0]);
    expect(out[30]).toBeCloseTo(0.84375, 5); // t = 3/4: 3t² - 2t³
    expect(out[19 * 100 + 40]).toBe(0.5);
  });

  it('covers nothing when both points are one', () =>
    expect(fade(30, 30).every((value) => value === 0)).toBe(true));
});
