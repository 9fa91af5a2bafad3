import { hexOfSrgbLinear } from '#core/colour/hex';
import { areaMean } from '#core/measure/areaMean';
import { startRecolour } from '#kinds/adjust/recolour/schema';
import { area, photoOf, renderWhole, step } from '../tests/fixtures/plans';
import { SITTERS, portrait, truthMask } from '../tests/fixtures/truth';
import type { Sitter } from '../tests/fixtures/truth';
import { meanDifference } from '../tests/references/measures';
import type { Row } from './report';
import { coverage, whole } from './truth';

/** ΔE00 of linear gains per channel, and of the three plain ways as they were given to us. */
const PLAIN: Readonly<
  Record<string, readonly [flat: number, turned: number, blended: number, gain: number]>
> = {
  'marit iris': [10.3, 14.2, 13.4, 8.2],
  'marit lips': [11.8, 3.8, 11.7, 2.4],
  'marit hair': [11.7, 3.2, 14.5, 2.7],
  'adaeze iris': [15.5, 6.3, 15.9, 7.5],
  'adaeze lips': [3.4, 1.8, 6.2, 1.9],
  'adaeze hair': [12.6, 5.8, 17.2, 4.2],
  'jonas iris': [19.9, 6.5, 19.3, 13.3],
  'jonas hair': [11.4, 7.3, 14.3, 4],
  'linnea iris': [10.5, 11.7, 11.9, 4.9],
  'linnea lips': [13.8, 3.7, 14.6, 2.5],
  'linnea hair': [31.5, 4.2, 32.9, 2.9],
};
const PARTS = { iris: 'irises', lips: 'lips', hair: 'hair' } as const;

/**
 * Recolouring against the same scene rendered with another pigment, on the true mask, given the truth's mean
 * colour.
 */
async function recolourToTruth(
  sitter: Sitter,
  part: keyof typeof PARTS,
): Promise<{ row: Row; value: number; plain: number; gain: number } | undefined> {
  const plain = PLAIN[`${sitter} ${part}`];
  if (!plain) return undefined;
  const [photo, recoloured, mask] = [
    await portrait(sitter, 'photo'),
    await portrait(sitter, 'recoloured'),
    await truthMask(sitter, part),
  ];
  const clear = mask.map((value) => (value >= 230 ? 255 : 0));
  const truth = whole(recoloured);
  const colour = hexOfSrgbLinear(areaMean(truth, coverage(recoloured, clear))!);
  const { before, after } = renderWhole(
    photo,
    photoOf(photo, area([]), [step('recolour', { ...startRecolour(PARTS[part], colour) })]),
    mask,
  );
  const value = meanDifference(after, truth, clear);
  return {
    value,
    plain: Math.min(...plain.slice(0, 3)),
    gain: plain[3],
    row: {
      what: `${sitter} ${part}: recoloured, ΔE00 to the truth (before ${meanDifference(before, truth, clear).toFixed(1)}, best of four plain ways ${Math.min(...plain)})`,
      value,
      unit: 'ΔE00',
      must: `≤ ${(1.05 * Math.min(...plain)).toFixed(1)}`,
    },
  };
}

export async function recoloured(): Promise<Row[]> {
  const cases = [];
  for (const sitter of SITTERS)
    for (const part of ['iris', 'lips', 'hair'] as const) cases.push(await recolourToTruth(sitter, part));
  const known = cases.filter((entry) => entry !== undefined);
  const sum = (read: (entry: (typeof known)[number]) => number) =>
    known.reduce((total, entry) => total + read(entry), 0);
  const ours = sum(({ value }) => value);
  return [
    ...known.map(({ row }) => row),
    {
      what: 'recoloured: all cases against the best of three plain ways',
      value: (100 * ours) / sum(({ plain }) => plain),
      unit: '%',
      must: '≤ 65',
    },
    {
      what: 'recoloured: all cases against one gain per channel',
      value: (100 * ours) / sum(({ gain }) => gain),
      unit: '%',
      must: '≤ 90',
    },
  ];
}
