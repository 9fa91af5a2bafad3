import { describe, expect, it } from 'vitest';
import type { LinearRaster, Region } from '../raster/raster';
import { flowBetween, flowFrame } from './flow';
import { isStill, joinMotions, meanSure, motionsBetween, moveByMotion, noMotion } from './motion';

const [width, height] = [160, 200];
const region: Region = { x: 0, y: 0, width: 320, height: 400, outWidth: width, outHeight: height };

/** A texture of waves of several lengths, seen where `place` says. */
function frame(place: (x: number, y: number) => readonly [number, number], light = 1): LinearRaster {
  const data = new Float32Array(3 * width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = place(x + 0.5, y + 0.5);
      for (let c = 0; c < 3; c++, i++)
        data[i] =
          light *
          (0.3 +
            0.08 * Math.sin(0.31 * u + 0.17 * v + c) +
            0.07 * Math.sin(0.23 * v - 0.11 * u + 2 * c) +
            0.06 * Math.sin(0.07 * u + 0.05 * v));
    }
  return { space: 'srgbLinear', width, height, data };
}
const still = flowFrame(frame((x, y) => [x, y]));
/** How far a flow is off what it should be in most places, in pixels: away from the border, nine of ten. */
function off(flow: Float32Array, should: (x: number, y: number) => readonly [number, number]): number {
  const errors: number[] = [];
  for (let y = 20; y < height - 20; y++)
    for (let x = 20; x < width - 20; x++) {
      const i = 2 * (y * width + x);
      const [u, v] = should(x + 0.5, y + 0.5);
      errors.push(Math.hypot(flow[i]! - u, flow[i + 1]! - v));
    }
  return errors.sort((p, q) => p - q)[Math.floor(0.9 * errors.length)]!;
}

describe('dense flow, against motion that was made by hand', () => {
  it.each([
    [0.4, -0.3],
    [3.3, 2.2],
    [-9, 6.5],
  ])('finds a shift by %f, %f within a tenth of a pixel', (dx, dy) => {
    const moved = flowFrame(frame((x, y) => [x - dx, y - dy]));
    expect(off(flowBetween(still, moved), () => [dx, dy])).toBeLessThan(0.1);
  });

  it('finds nearing and turning', () => {
    const [scale, turn] = [1.04, 0.03];
    const to = (x: number, y: number): readonly [number, number] => {
      const [u, v] = [x - 80, y - 100];
      return [80 + scale * (u - turn * v), 100 + scale * (v + turn * u)];
    };
    const size = scale * scale * (1 + turn * turn);
    const from = (x: number, y: number): readonly [number, number] => {
      const [u, v] = [x - 80, y - 100];
      return [80 + (scale * (u + turn * v)) / size, 100 + (scale * (v - turn * u)) / size];
    };
    const flow = flowBetween(still, flowFrame(frame(from)));
    const should = (x: number, y: number) => [to(x, y)[0] - x, to(x, y)[1] - y] as const;
    expect(off(flow, should)).toBeLessThan(0.15);
    const { onward } = motionsBetween(still, flowFrame(frame(from)), region);
    const box = { left: 80, top: 100, right: 240, bottom: 300 };
    expect(moveByMotion(onward, box).scale).toBeCloseTo(Math.sqrt(size), 2);
  });

  it('is not led astray by light that rises by a twelfth', () => {
    const moved = flowFrame(frame((x, y) => [x - 2, y - 1], 1.08));
    expect(off(flowBetween(still, moved), () => [2, 1])).toBeLessThan(0.25);
  });

  it('finds no motion at all between frames that are the same, and is sure', () => {
    const { onward, back } = motionsBetween(still, flowFrame(frame((x, y) => [x, y])), region);
    expect(isStill(onward)).toBe(true);
    expect(isStill(back)).toBe(true);
  });
});

describe('motions', () => {
  it('joined with the way back, end where they began; steps join to the whole way', () => {
    const one = flowFrame(frame((x, y) => [x - 2, y - 1]));
    const two = flowFrame(frame((x, y) => [x - 4, y - 2]));
    const first = motionsBetween(still, one, region);
    const second = motionsBetween(one, two, region);
    const whole = joinMotions(first.onward, second.onward);
    const { place } = moveByMotion(whole, { left: 0, top: 0, right: 320, bottom: 400 });
    const [x, y] = place(150, 180);
    // Two pixels of the photo are one of the grid.
    expect(x).toBeCloseTo(158, 0);
    expect(y).toBeCloseTo(184, 0);
    const there = joinMotions(first.onward, first.back);
    expect(meanSure(there)).toBeGreaterThan(0.8);
    expect(meanSure(noMotion(region))).toBe(1);
  });

  it('are unsure where something else came before the scene', () => {
    const hidden = (x: number, y: number): readonly [number, number] =>
      x > 60 && x < 100 && y > 70 && y < 130 ? [3 * y + 40, 2 * x - 77] : [x, y];
    const { onward } = motionsBetween(still, flowFrame(frame(hidden)), region);
    const sure = (x: number, y: number) => onward.data[3 * (y * width + x) + 2]!;
    expect(sure(80, 100)).toBeLessThan(0.5);
    expect(sure(30, 100)).toBeGreaterThan(0.9);
  });
});
