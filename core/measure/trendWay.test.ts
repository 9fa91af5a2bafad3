import { describe, expect, it } from 'vitest';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '../colour/oklab';
import type { Triple } from '../colour/triple';
import type { RankedTrend } from './rankedTrend';
import { goAlong, wayBetween } from './trendWay';

const OWN: RankedTrend = [
  [0.3, 0.03, 0.04],
  [0.5, 0.05, 0.06],
  [0.7, 0.06, 0.08],
];
const OTHER: RankedTrend = [
  [0.4, 0.01, 0.05],
  [0.6, 0.02, 0.08],
  [0.8, 0.02, 0.1],
];
function moved(oklab: Triple, light: number, tint: number): Triple {
  const pixels = Float32Array.from(convertOklabToSrgbLinear(oklab));
  goAlong(wayBetween(OWN, OTHER), pixels, 0, { light, tint });
  return convertSrgbLinearToOklab([pixels[0]!, pixels[1]!, pixels[2]!]);
}
const close = (got: Triple, wanted: readonly number[]) =>
  got.forEach((value, c) => expect(value).toBeCloseTo(wanted[c]!, 3));

describe('the way from one trend to another', () => {
  it('brings each rank of the one to the same rank of the other', () =>
    OWN.forEach((row, n) => close(moved(row as Triple, 1, 1), OTHER[n]!)));
  it('keeps what lies beside the trend, in proportion to lightness', () => {
    const off = 0.01;
    const [lightness, a, b] = moved([0.5, 0.05 + off, 0.06], 1, 1);
    close([lightness, a, b], [0.6, 0.02 + off * (0.6 / 0.5), 0.08]);
  });
  it('goes no way at all when told to, and light alone leaves a/L and b/L', () => {
    close(moved([0.5, 0.06, 0.05], 0, 0), [0.5, 0.06, 0.05]);
    close(moved([0.5, 0.06, 0.05], 1, 0), [0.6, 0.06 * 1.2, 0.05 * 1.2]);
  });
  it('leaves black and white where they are', () => {
    close(moved([0, 0, 0], 1, 0), [0, 0, 0]);
    expect(moved([1, 0, 0], 1, 0)[0]).toBeCloseTo(1, 3);
  });
  it('takes rows that do not rise as if they rose by a little', () => {
    const flat: RankedTrend = [
      [0.5, 0, 0],
      [0.5, 0, 0],
      [0.4, 0, 0],
    ];
    expect(Number.isFinite(wayBetween(flat, OTHER).light(0.5))).toBe(true);
  });
});
