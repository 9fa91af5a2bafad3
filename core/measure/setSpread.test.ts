import { describe, expect, it } from 'vitest';
import { frameLight } from './frameLight';
import { medianOf, setSpread } from './setSpread';

describe('what stands out of a set', () => {
  it('is what lies four times the usual departure off the median, worked by hand', () => {
    // Median 22; departures 1, 0, 1, 2, 18, of which the median is 1: beyond 4 stands out.
    const { median, off, standsOut } = setSpread([21, 22, 23, 24, 40].toSorted(), 0.5);
    expect(median).toBe(23);
    expect(off).toEqual([-2, -1, 0, 1, 17]);
    expect(standsOut).toEqual([false, false, false, false, true]);
  });

  it('is nothing that is hardly seen, however even the others are', () => {
    expect(setSpread([22, 22, 22, 22, 23.9], 2).standsOut).not.toContain(true);
    expect(setSpread([22, 22, 22, 22, 24.1], 2).standsOut.at(-1)).toBe(true);
  });

  it('goes round for degrees', () => {
    const { median, spread, off } = setSpread([358, 0, 2], 1, true);
    expect(median).toBeCloseTo(0, 9);
    expect(off.map((value) => Math.round(value))).toEqual([-2, 0, 2]);
    expect(spread).toBeCloseTo(Math.sqrt(8 / 3), 9);
  });

  it('is nothing of nothing', () => {
    expect(setSpread([], 1)).toEqual({ median: 0, spread: 0, off: [], standsOut: [] });
    expect(medianOf([4, 1, 3, 2])).toBe(2.5);
  });
});

describe('the light of one frame against another', () => {
  const seen = (here: [number, number, number], gain: readonly number[]) => ({
    here,
    there: here.map((value, c) => value * gain[c]!) as unknown as [number, number, number],
  });
  const GAIN = [1.25, 0.9, 0.7];

  it('is what most things agree on: a jacket that was taken off says nothing', () => {
    const light = frameLight([
      seen([0.3, 0.2, 0.15], GAIN),
      seen([0.05, 0.04, 0.03], GAIN),
      seen([0.2, 0.2, 0.2], GAIN),
      seen([0.02, 0.02, 0.02], [20, 18, 25]),
    ]);
    light.forEach((factor, c) => expect(factor).toBeCloseTo(GAIN[c]!, 9));
  });

  it('is the mean of what nearly agrees', () => {
    const [even, other] = [
      [1.5, 1.5, 1.5],
      [1.56, 1.56, 1.56],
    ];
    const light = frameLight([
      seen([0.2, 0.2, 0.2], even),
      seen([0.1, 0.1, 0.1], even),
      seen([0.3, 0.3, 0.3], other),
    ]);
    for (const factor of light) expect(factor).toBeCloseTo(1.5 * Math.cbrt(1.04), 6);
  });

  it('does not listen to channels that are cut or hold noise alone, and leaves what nothing is known of', () => {
    const cut = frameLight([seen([0.98, 0.2, 0.001], [0.5, 2, 3])]);
    expect(cut).toEqual([1, 2, 1]);
    expect(frameLight([])).toEqual([1, 1, 1]);
  });
});
