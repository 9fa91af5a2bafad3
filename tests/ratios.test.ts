import { describe, expect, it } from 'vitest';
import { keptRatios, ratiosOf, worsened } from '../bench/ratios';

describe('ratios of speed', () => {
  it('that became worse by more than a fifth are said; others, and what is new, are not', () => {
    const row = (what: string, value: number) => ({ what, value, unit: 'times', must: '' });
    const now = ratiosOf([row('dye', 1.59), row('codes', 3.3), row('smaller', 9), row('new', 1)]);
    expect(worsened({ dye: 2, codes: 4, smaller: 5, gone: 3 }, now)).toEqual(['dye: 1.59 times, 2 before']);
  });

  it('that are kept are above 1: compiled loops gain', () => {
    const kept = Object.values(keptRatios());
    expect(kept.length).toBeGreaterThan(5);
    for (const ratio of kept) expect(ratio).toBeGreaterThan(1);
  });
});
