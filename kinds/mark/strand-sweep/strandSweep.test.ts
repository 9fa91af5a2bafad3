import { describe, expect, it } from 'vitest';
import { buildPyramid } from '#core/raster/pyramid';
import { encodeSrgb } from '#core/colour/transfer';
import { area, mark, photoOf, renderWhole } from '../../../tests/fixtures/plans';
import { points, pressed } from '../../../tests/fixtures/points';

const SIDE = 160;
const HAIR = [0.1, 0.05, 0.025];
const GROUND = [0.35, 0.37, 0.4];
/**
 * Left of 60 hair; strands of 3 pixels run out of it every 16 rows to 120 and thin out on the way; known
 * coverage.
 */
const truth = Float32Array.from({ length: SIDE * SIDE }, (_, i) => {
  const x = i % SIDE;
  const y = Math.floor(i / SIDE);
  const strand = y % 16 < 3 && x < 120 ? 0.9 - 0.5 * ((x - 60) / 60) : 0;
  return x < 60 ? 1 : strand;
});
/** A made-up noise of about one code, the same each time. */
const noise = (n: number) => 0.006 * Math.sin(n * 78.233 + 43758.5453 * Math.sin(n * 12.9898));
const pyramid = buildPyramid({
  space: 'srgb8',
  width: SIDE,
  height: SIDE,
  data: Uint8Array.from({ length: 4 * SIDE * SIDE }, (_, p) => {
    const c = p % 4;
    const share = truth[p >> 2]!;
    return c === 3
      ? 255
      : Math.round(255 * encodeSrgb(share * HAIR[c]! + (1 - share) * GROUND[c]! + noise(p)));
  }),
});
const BLOCK = mark('lasso', {
  loops: [points('0,0 58,0 58,160 0,160')],
});
const SWEEP = mark('strand-sweep', {
  solver: 1,
  strokes: [
    {
      takes: true,
      radius: 44,
      points: pressed('90,20 90,140'),
    },
  ],
});
const coverageOf = (marks: Parameters<typeof area>[0]) =>
  renderWhole(pyramid, photoOf(pyramid, area(marks), [])).coverage.data;
const missOf = (coverage: Uint8Array) => {
  let sum = 0;
  let count = 0;
  for (let y = 24; y < 136; y++)
    for (let x = 66; x < 114; x++, count++)
      sum += Math.abs(coverage[y * SIDE + x]! / 255 - truth[y * SIDE + x]!);
  return sum / count;
};

describe('strand sweep', () => {
  it('takes strands of known coverage that a hard edge misses', () => {
    const swept = coverageOf([BLOCK, SWEEP]);
    expect(missOf(coverageOf([BLOCK]))).toBeGreaterThan(0.1);
    expect(missOf(swept)).toBeLessThan(0.03);
    expect(swept[(48 + 1) * SIDE + 80]!).toBeGreaterThan(150);
    expect(swept[(48 + 8) * SIDE + 80]!).toBeLessThan(12);
  });

  it('leaves what was not swept as it was, and hair whole', () => {
    const [plain, swept] = [coverageOf([BLOCK]), coverageOf([BLOCK, SWEEP])];
    for (let y = 0; y < SIDE; y++)
      for (let x = 0; x < 46; x++) expect(swept[y * SIDE + x]).toBe(plain[y * SIDE + x]);
    expect(swept[80 * SIDE + 150]).toBe(0);
  });

  it('does nothing without hair to learn from, or without a sweep', () => {
    expect(coverageOf([SWEEP]).every((value) => value === 0)).toBe(true);
    expect(coverageOf([BLOCK, { ...SWEEP, parameters: { solver: 1, strokes: [] } }])).toEqual(
      coverageOf([BLOCK]),
    );
  });

  it('is solved anew when the marks before it change', () => {
    const wide = mark('lasso', {
      loops: [points('0,0 40,0 40,160 0,160')],
    });
    expect(coverageOf([wide, SWEEP])).not.toEqual(coverageOf([BLOCK, SWEEP]));
  });
});
