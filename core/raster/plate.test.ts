import { describe, expect, it } from 'vitest';
import { coverage8Of, sharesOf } from './coverage8';
import { plateCoverage, rasterisePlate } from './plate';
import { buildPyramid } from './pyramid';
import { sampleRegion } from './sampleRegion';

/** A dark disc on a bright ground, 120 x 120, and its coverage at two sizes. */
const SIZE = 120;
const RADIUS = 37.3;
const share = (x: number, y: number, scale: number) =>
  Math.min(
    1,
    Math.max(0, (RADIUS - Math.hypot((x + 0.5) / scale - 60, (y + 0.5) / scale - 60)) * scale + 0.5),
  );
const truth = Float32Array.from({ length: SIZE * SIZE }, (_, i) => share(i % SIZE, Math.floor(i / SIZE), 1));
const pyramid = buildPyramid({
  space: 'srgb8',
  width: SIZE,
  height: SIZE,
  data: Uint8Array.from({ length: SIZE * SIZE * 4 }, (_, p) =>
    p % 4 === 3 ? 255 : 220 - 160 * truth[p >> 2]!,
  ),
});
const plate = (scale: number) => {
  const side = SIZE * scale;
  return {
    region: { x: 0, y: 0, width: SIZE, height: SIZE, outWidth: side, outHeight: side },
    coverage8: Uint8Array.from({ length: side * side }, (_, i) =>
      Math.round(255 * share(i % side, Math.floor(i / side), scale)),
    ),
  };
};
const draw = (
  scale: number,
  region: { x: number; y: number; width: number; height: number; outWidth: number; outHeight: number },
) => {
  const out = new Float32Array(region.outWidth * region.outHeight);
  rasterisePlate(plate(scale), region, (part) => sampleRegion(pyramid, part), out);
  return out;
};
const WHOLE = { x: 0, y: 0, width: SIZE, height: SIZE, outWidth: SIZE, outHeight: SIZE };

describe('plate', () => {
  it('is itself at its own size, wherever the region begins', () => {
    expect([...draw(1, WHOLE)]).toEqual([...Float32Array.from(plate(1).coverage8, (value) => value / 255)]);
    const part = draw(1, { x: 31, y: 20, width: 40, height: 30, outWidth: 40, outHeight: 30 });
    part.forEach((value, i) =>
      expect(Math.abs(value - truth[(20 + Math.floor(i / 40)) * SIZE + 31 + (i % 40)]!)).toBeLessThan(0.003),
    );
  });

  it.each([
    ['within it', 31, 20],
    ['over its left and upper borders', -12, -7],
    ['over its right and lower borders', 95, 101],
    ['beyond it', 300, -90],
    ['between its pixels', 10.5, 3],
  ])('as coverage is what it is as shares, copied or not: %s', (_, x, y) => {
    const region = { x, y, width: 40, height: 30, outWidth: 40, outHeight: 30 };
    const copied = plateCoverage(plate(1), region, (part) => sampleRegion(pyramid, part));
    expect([...copied]).toEqual([...coverage8Of(draw(1, region))]);
    expect([...coverage8Of(sharesOf(copied))]).toEqual([...copied]);
  });

  it('keeps its mean at a third of the size', () => {
    const mean = (values: Float32Array) => values.reduce((sum, value) => sum + value, 0) / values.length;
    expect(mean(draw(1, { ...WHOLE, outWidth: 40, outHeight: 40 }))).toBeCloseTo(mean(truth), 3);
  });

  it('from a quarter of the size it finds the photo’s own edge again', () => {
    const fine = draw(0.25, WHOLE);
    const error = fine.reduce((sum, value, i) => sum + Math.abs(value - truth[i]!), 0);
    const area = truth.reduce((sum, value) => sum + value, 0);
    expect(error / area).toBeLessThan(0.02);
  });

  it('pieces of an enlarged plate fit together', () => {
    const whole = draw(0.25, WHOLE);
    const piece = draw(0.25, { x: 20, y: 30, width: 50, height: 40, outWidth: 50, outHeight: 40 });
    piece.forEach((value, i) =>
      expect(Math.abs(value - whole[(30 + Math.floor(i / 50)) * SIZE + 20 + (i % 50)]!)).toBeLessThan(1e-3),
    );
  });

  it('covers nothing beside itself', () => {
    const out = new Float32Array(100);
    rasterisePlate(
      { ...plate(1), region: { ...WHOLE, x: 500, y: 500 } },
      { ...WHOLE, width: 10, height: 10, outWidth: 10, outHeight: 10 },
      (part) => sampleRegion(pyramid, part),
      out,
    );
    expect(out.every((value) => value === 0)).toBe(true);
  });
});
