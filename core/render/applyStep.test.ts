import { describe, expect, it } from 'vitest';
import { applyStep } from './applyStep';
import type { PixelKernel } from './kinds';

const region = { x: 100, y: 40, width: 12, height: 8, outWidth: 6, outHeight: 4 };
/** Reddens by the place: what each pixel is told of where it lies shows in it. */
const byPlace: PixelKernel = (pixels, count, { x, y }) => {
  for (let i = 0; i < count; i++) {
    pixels[3 * i]! += x[i]! / 1000;
    pixels[3 * i + 1]! += y[i]! / 1000;
  }
};
const linear = () => Float32Array.from({ length: 3 * 12 }, (_, i) => i / 40);

describe('a step on a run', () => {
  it('is what its kernel says where all is covered in full, and each pixel knows its place', () => {
    const pixels = linear();
    const at = { region, first: 6, placed: true };
    applyStep(pixels, new Uint8Array(12).fill(255), byPlace, { strength: 1, at });
    const before = linear();
    // The run begins with the second row: pixels are two by two, their middles at 101, 103 and so on.
    expect(pixels[0]! - before[0]!).toBeCloseTo(0.101, 6);
    expect(pixels[1]! - before[1]!).toBeCloseTo(0.043, 6);
    expect(pixels[3 * 7]! - before[3 * 7]!).toBeCloseTo(0.103, 6);
    expect(pixels[3 * 7 + 1]! - before[3 * 7 + 1]!).toBeCloseTo(0.045, 6);
    expect(pixels[2]).toBe(before[2]);
  });

  it('gives covered pixels the same, whether their neighbours are covered or not', () => {
    const [full, part] = [linear(), linear()];
    const at = { region, first: 0, placed: true };
    const coverage = new Uint8Array(12).fill(255);
    applyStep(full, coverage, byPlace, { strength: 1, at });
    coverage[4] = 0;
    coverage[5] = 128;
    applyStep(part, coverage, byPlace, { strength: 1, at });
    const before = linear();
    for (const i of coverage.keys()) {
      const share = coverage[i]! / 255;
      for (let p = 3 * i; p < 3 * i + 3; p++)
        expect(part[p]).toBeCloseTo(before[p]! + share * (full[p]! - before[p]!), 6);
    }
    expect([...part.subarray(12, 15)]).toEqual([...before.subarray(12, 15)]);
  });

  it('of half the strength goes half the way', () => {
    const [full, half] = [linear(), linear()];
    const coverage = new Uint8Array(12).fill(255);
    const at = { region, first: 0, placed: true };
    applyStep(full, coverage, byPlace, { strength: 1, at });
    applyStep(half, coverage, byPlace, { strength: 0.5, at });
    const before = linear();
    half.forEach((value, p) => expect(value).toBeCloseTo((before[p]! + full[p]!) / 2, 6));
  });
});
