import { describe, expect, it } from 'vitest';
import { RUN_PIXELS } from '../loops/runMemory';
import { takeSureRuns } from './cardRuns';

const RUNS = 3;
const drawnWith = (unsure: readonly number[]) => {
  const drawn = new Uint8Array(4 * RUN_PIXELS * RUNS - 40).fill(200);
  for (const pixel of unsure) drawn[4 * pixel + 3] = 0;
  return drawn;
};
const firstOf = (codes: Uint8Array) => Array.from({ length: RUNS }, (_, run) => codes[4 * RUN_PIXELS * run]);

describe('runs that a card drew', () => {
  it('are taken where they are wanted and sure in all pixels', () => {
    const codes = new Uint8Array(4 * RUN_PIXELS * RUNS - 40).fill(7);
    const unsure = takeSureRuns(drawnWith([RUN_PIXELS + 5]), Uint8Array.of(1, 1, 0), codes);
    expect([...unsure]).toEqual([0, 1, 0]);
    expect(firstOf(codes)).toEqual([200, 7, 7]);
  });

  it('are looked through to the last pixel of a run that is cut short', () => {
    const last = RUN_PIXELS * RUNS - 11;
    const codes = new Uint8Array(4 * RUN_PIXELS * RUNS - 40).fill(7);
    expect([...takeSureRuns(drawnWith([last]), Uint8Array.of(1, 1, 1), codes)]).toEqual([0, 0, 1]);
    expect(firstOf(codes)).toEqual([200, 200, 7]);
  });
});
