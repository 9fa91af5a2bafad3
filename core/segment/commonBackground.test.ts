import { describe, expect, it } from 'vitest';
import { headOval, uprightFrame } from '../../tests/fixtures/faceFrames';
import { wholeRegion } from '../raster/raster';
import { commonBackground } from './commonBackground';
import type { Ground } from './commonBackground';
import { PERSON_SIZE } from './networks';

const [WIDTH, HEIGHT] = [400, 200];

const frameAt = (x: number) => uprightFrame([x, 60], 40, { oval: headOval(0.5, 0.7) });

/** A sitter about whom all is background to some share, and beyond the surroundings somebody to another. */
function groundAt(x: number, background: number, person: number): Ground {
  const region = { x: x - 50, y: 10, width: 100, height: 100, outWidth: 50, outHeight: 50 };
  const square = { centreX: WIDTH / 2, centreY: HEIGHT / 2, side: 10 * WIDTH, tiltRadians: 0 };
  const [shares, deep] = [
    new Float32Array(PERSON_SIZE ** 2).fill(person),
    new Float32Array(PERSON_SIZE ** 2),
  ];
  const answer = { square, shares, deep };
  return {
    frame: frameAt(x),
    region,
    background: new Float32Array(50 * 50).fill(background),
    answers: { frame: frameAt(x), whole: answer, head: answer, body: undefined },
    beyond: undefined,
  };
}

describe('the background of the whole photo', () => {
  const region = wholeRegion(WIDTH, HEIGHT, WIDTH);
  const at = (coverage: Float32Array, x: number, y: number) => coverage[y * WIDTH + x]!;

  it('is what one sitter’s surroundings say, and beyond them where nobody is', () => {
    const coverage = commonBackground(region, [groundAt(100, 0.3, 0.1)]);
    expect(at(coverage, 100, 60)).toBeCloseTo(0.3);
    expect(at(coverage, 300, 150)).toBeCloseTo(0.9);
  });

  it('is as the nearer sitter sees it; between two it goes over from one to the other', () => {
    const coverage = commonBackground(region, [groundAt(100, 0.2, 0), groundAt(300, 0.8, 0)]);
    expect(at(coverage, 100, 60)).toBeCloseTo(0.2);
    expect(at(coverage, 300, 60)).toBeCloseTo(0.8);
    const near = commonBackground(region, [groundAt(180, 0.2, 0), groundAt(220, 0.8, 0)]);
    expect(at(near, 150, 60)).toBeCloseTo(0.2, 1);
    expect(Math.abs(at(near, 200, 60) - 0.5)).toBeLessThan(0.03);
    const row = Array.from({ length: 40 }, (_, n) => at(near, 180 + n, 60));
    expect(row).toEqual(row.toSorted((p, q) => p - q));
  });

  it('stays between what sitters say, however many there are', () => {
    const grounds = [60, 140, 220, 300, 360].map((x, n) => groundAt(x, 0.1 + 0.2 * n, 0.5));
    const coverage = commonBackground(region, grounds);
    expect(Math.min(...coverage)).toBeGreaterThan(0.1 - 1e-5);
    expect(Math.max(...coverage)).toBeLessThan(0.9 + 1e-5);
  });
});
