import { describe, expect, it } from 'vitest';
import { exposed } from './exposed';

/** Greys from nothing to so much, each once. */
const greys = (most: number) =>
  Float32Array.from({ length: 3 * 101 }, (_, i) => (Math.floor(i / 3) / 100) * most);

describe('a crop shown to a network', () => {
  it('is brightened where it is dark, so that nine tenths lie below 0.8, and never beyond white', () => {
    const shown = exposed(greys(0.4));
    expect(shown[3 * 91]).toBeCloseTo(0.8, 2);
    expect(shown[3 * 45]).toBeCloseTo(0.4, 2);
    const bright = exposed(greys(0.4).map((value, i) => (i >= 300 ? 0.9 : value)));
    expect(bright[300]).toBe(1);
  });

  it('stays as it is where it is bright, and where nothing of the photo is in it', () => {
    for (const crop of [greys(0.95), new Float32Array(30)]) expect(exposed(crop)).toEqual(crop);
  });

  it('goes by what of it lies in the photo: what lies beyond is black', () => {
    const within = greys(0.4).subarray(3);
    const framed = new Float32Array(5 * within.length);
    framed.set(within);
    expect(exposed(framed).subarray(0, within.length)).toEqual(exposed(within));
  });

  it('is not brightened more than five times, as noise would pass for something', () => {
    expect(exposed(greys(0.02))[3 * 50]).toBeCloseTo(0.05, 5);
  });
});
