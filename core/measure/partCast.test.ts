import { describe, expect, it } from 'vitest';
import { neutralise, transform } from '../colour/adaptation';
import type { Triple } from '../colour/triple';
import { patchInput } from '../../tests/fixtures/plans';
import { partCast } from './partCast';

const of = (colour: Triple) => patchInput(Array.from({ length: 30 }, () => colour).flat());
const SKIN: Triple = [0.5, 0.34, 0.25];

describe('light on lips, brows and hair', () => {
  it('is not found where they are as people are, dyed pink and grey hair included', () => {
    expect(partCast('lips', of([0.35, 0.15, 0.13]), of(SKIN))).toBeUndefined();
    expect(partCast('brows', of([0.06, 0.045, 0.03]), of(SKIN))).toBeUndefined();
    for (const hair of [
      [0.4, 0.1, 0.13],
      [0.3, 0.31, 0.33],
      [0.5, 0.4, 0.2],
    ] as const)
      expect(partCast('hair', of(hair), of(SKIN))).toBeUndefined();
  });

  it('is told by its hue, and its light made neutral takes most of it away', () => {
    const green: Triple = [0.3, 0.24, 0.15];
    const found = partCast('lips', of(green), of(SKIN))!;
    expect(found).toMatchObject({ part: 'lips', towards: 'green', asks: undefined });
    const mended = transform(neutralise(found.light), green);
    const left = partCast('lips', of(mended), of(SKIN))?.amount ?? 0;
    expect(left).toBeLessThan(found.amount / 3);
    expect(partCast('brows', of([0.03, 0.05, 0.02]), of(SKIN))).toMatchObject({ towards: 'green' });
    expect(partCast('lips', of([0.35, 0.15, 0.05]), of(SKIN))).toMatchObject({ towards: 'yellow' });
  });

  it('on hair is asked about, as hair may be dyed', () => {
    expect(partCast('hair', of([0.1, 0.2, 0.12]), of(SKIN))).toMatchObject({
      towards: 'green',
      asks: 'dyed',
    });
  });
});
