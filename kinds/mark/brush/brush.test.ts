import { describe, expect, it } from 'vitest';
import { brush } from './index';
import { rasteriseBrush } from './rasterise';
import { brushParameters } from './schema';
import type { BrushParameters } from './schema';

const REGION = { x: 0, y: 0, width: 60, height: 40, outWidth: 60, outHeight: 40 };
const stroke = (
  takes: boolean,
  fade: number,
  ...points: (readonly [number, number, number])[]
): BrushParameters['strokes'][number] => ({
  takes,
  radius: 8,
  fade,
  build: 1,
  points: points.map((point) => [...point]),
});
const draw = (...strokes: BrushParameters['strokes']) => {
  const out = new Float32Array(60 * 40);
  rasteriseBrush({ strokes }, REGION, out);
  return (column: number, row: number) => out[row * 60 + column]!;
};

describe('brush', () => {
  it('covers a band as wide as its size, and no more', () => {
    const at = draw(stroke(true, 0, [10, 20, 0.5], [50, 20, 0.5]));
    expect([at(30, 20), at(30, 13), at(30, 10), at(30, 30)]).toEqual([1, 1, 0, 0]);
  });

  it('fades towards its edge when it is soft', () => {
    const at = draw(stroke(true, 1, [10, 20, 0.5], [50, 20, 0.5]));
    expect(at(30, 20)).toBeGreaterThan(0.95);
    expect(at(30, 16)).toBeGreaterThan(at(30, 14));
    expect(at(30, 14)).toBeGreaterThan(0);
  });

  it('takes away what a later stroke removes, and builds nothing up where it crosses itself', () => {
    const crossing = stroke(true, 1, [10, 10, 0.5], [50, 30, 0.5], [50, 10, 0.5], [10, 30, 0.5]);
    const once = draw(crossing);
    const cut = draw(crossing, stroke(false, 0, [30, 0, 0.5], [30, 40, 0.5]));
    expect(once(30, 20)).toBeLessThanOrEqual(1);
    expect(cut(30, 20)).toBe(0);
    expect(cut(12, 11)).toBe(once(12, 11));
  });

  it('builds up: each stroke covers its share of what is left, and takes its share away', () => {
    const half = { ...stroke(true, 0, [10, 20, 0.5], [50, 20, 0.5]), build: 0.5 };
    expect(draw(half)(30, 20)).toBeCloseTo(0.5);
    expect(draw(half, half, half)(30, 20)).toBeCloseTo(0.875);
    expect(draw(half, { ...half, takes: false })(30, 20)).toBeCloseTo(0.25);
  });

  it('a stroke from before there was a build-up covers in full', () => {
    const { build, ...old } = stroke(true, 0.5, [10, 20, 0.5]);
    expect(brushParameters.parse(brush.migrations[1]!({ strokes: [old] }))).toEqual({
      strokes: [{ ...old, build }],
    });
  });

  it('grows with pressure', () => {
    const light = draw(stroke(true, 0, [30, 20, 0.1]));
    const firm = draw(stroke(true, 0, [30, 20, 0.9]));
    expect([light(30, 26), firm(30, 26)]).toEqual([0, 1]);
  });
});
