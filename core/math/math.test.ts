import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clamp, clampUnit } from './clamp';
import { sigmoid } from './sigmoid';
import { smoothstep } from './smoothstep';
import { adjugateSymmetric3 } from './symmetric3';
import { quantile } from './quantile';

describe('spans', () => {
  it('hold what lies in them and give the nearer end otherwise', () => {
    expect([clamp(3, 1, 2), clamp(-3, 1, 2), clamp(1.5, 1, 2), clampUnit(7), clampUnit(-7)]).toEqual([
      2, 1, 1.5, 1, 0,
    ]);
    expect(clamp(Number.NaN, 0, 1)).toBeNaN();
  });

  it('are passed smoothly, level at both ends', () => {
    expect([smoothstep(-1), smoothstep(0), smoothstep(0.5), smoothstep(1), smoothstep(2)]).toEqual([
      0, 0, 0.5, 1, 1,
    ]);
    expect(smoothstep(1e-4)).toBeLessThan(1e-7);
    expect([sigmoid(0), sigmoid(800), sigmoid(-800)]).toEqual([0.5, 1, 0]);
    // 1 / (1 + e^-1), by hand.
    expect(sigmoid(1)).toBeCloseTo(0.731058578630005, 14);
  });
});

describe('symmetric matrices', () => {
  it('times their adjugate are the determinant on the diagonal', () => {
    const entries = fc.array(fc.double({ min: -50, max: 50, noNaN: true }), { minLength: 6, maxLength: 6 });
    fc.assert(
      fc.property(entries, (values) => {
        const [xx, xy, xz, yy, yz, zz] = values as [number, number, number, number, number, number];
        const { adjugate, determinant } = adjugateSymmetric3([xx, xy, xz, yy, yz, zz]);
        const [a, b, c, d, e, f] = adjugate;
        const rows = [
          [xx, xy, xz],
          [xy, yy, yz],
          [xz, yz, zz],
        ] as const;
        const columns = [
          [a, b, c],
          [b, d, e],
          [c, e, f],
        ] as const;
        rows.forEach((row, r) =>
          columns.forEach((column, n) => {
            const product = row[0] * column[0] + row[1] * column[1] + row[2] * column[2];
            expect(Math.abs(product - (r === n ? determinant : 0))).toBeLessThan(1e-6);
          }),
        );
      }),
      { seed: 5 },
    );
  });
});

describe('a value by its rank', () => {
  it('is one that the share lies below, by number and not by spelling', () => {
    const values = [10, 9, 100, 1, 30];
    expect([0, 0.5, 0.9].map((share) => quantile(values, share))).toEqual([1, 10, 100]);
    expect(values[0]).toBe(10);
    expect(quantile([], 0.5)).toBeUndefined();
  });
});
