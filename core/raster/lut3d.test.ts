import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lookUp, prepareCells, tabulate } from './lut3d';

const SIZE = 9;
/** A function that is linear in the square roots: interpolation meets it exactly. */
const linear = (pixels: Float32Array, count: number) => {
  for (let p = 0; p < 3 * count; p += 3) {
    const [r, g, b] = [0, 1, 2].map((c) => Math.sqrt(pixels[p + c]!)) as [number, number, number];
    pixels[p] = (0.2 + 0.5 * r + 0.1 * g) ** 2;
    pixels[p + 1] = (0.1 * r + 0.7 * g + 0.1 * b) ** 2;
    pixels[p + 2] = (0.3 * r + 0.6 * b) ** 2;
  }
};

describe('a table of colours', () => {
  it('meets functions that are linear in its axes exactly, in every tetrahedron and at the ends', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(share, share, share, (red, green, blue) => {
        const colour = Float32Array.of(red, green, blue);
        const wanted = colour.slice();
        lookUp(tabulate(linear, SIZE), colour, 1);
        linear(wanted, 1);
        colour.forEach((value, c) => expect(Math.abs(value - wanted[c]!)).toBeLessThan(1e-5));
      }),
      {
        seed: 3,
        numRuns: 300,
        examples: [
          [0, 0, 0],
          [1, 1, 1],
          [1, 0, 1],
        ],
      },
    );
  });

  it('works nodes out once, and only those that are near', () => {
    let evaluated = 0;
    const table = tabulate((pixels, count) => {
      evaluated += count;
      linear(pixels, count);
    }, SIZE);
    expect(evaluated).toBe(0);
    lookUp(table, Float32Array.of(0.3, 0.2, 0.1, 0.3, 0.2, 0.1), 2);
    expect(evaluated).toBe(8);
    lookUp(table, Float32Array.of(0.3, 0.2, 0.1), 1);
    expect(evaluated).toBe(8);
  });

  it('keeps the sign of what lies below black', () => {
    const colour = Float32Array.of(0.25, 0.25, 0.25);
    lookUp(
      tabulate((pixels) => void pixels.fill(-0.04), SIZE),
      colour,
      1,
    );
    colour.forEach((value) => expect(value).toBeCloseTo(-0.04, 5));
  });

  it('works out many cells at a time as it does one by one', () => {
    const colours = Float32Array.from({ length: 60 }, (_, i) => ((i * 37) % 61) / 61);
    const [one, many] = [tabulate(linear, SIZE), tabulate(linear, SIZE)];
    const looked = colours.slice();
    lookUp(one, looked, 20);
    const before = many.fillings;
    prepareCells(many, one.ready);
    expect(many.data).toEqual(one.data);
    expect(many.known).toEqual(one.known);
    expect(many.readyCells).toBe(one.ready.reduce((sum, ready) => sum + ready, 0));
    expect(one.readyCells).toBe(many.readyCells);
    expect(many.fillings).toBe(before + 1);
    const again = colours.slice();
    lookUp(many, again, 20);
    expect(again).toEqual(looked);
    // Nothing was missing any more.
    expect(many.fillings).toBe(before + 1);
  });
});
