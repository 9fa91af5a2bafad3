import { describe, expect, it } from 'vitest';
import { measureLadder } from '#core/measure/ladder';
import type { Ladder } from '#core/measure/ladder';
import { ladderScale } from './ladderScale';
import { ladderLightness, ladderNumber, rungPlaces, trendPath } from './ladderShape';

/** An area of warm skin from dark to light; hues scatter by `scatter` about 25 degrees of HSV or so. */
function ladderOf(scatter: number) {
  const count = 4000;
  const data = Float32Array.from({ length: 3 * count }, (_, i) => {
    const pixel = Math.floor(i / 3);
    const light = 0.08 + (0.5 * pixel) / count;
    const green = 0.62 + scatter * Math.sin(pixel * 2.399);
    const share = [1, green, 0.42] as const;
    return light * share[i % 3]!;
  });
  return measureLadder(
    { space: 'srgbLinear', width: count, height: 1, data },
    { space: 'coverage8', width: count, height: 1, data: new Uint8Array(count).fill(255) },
  );
}
const ladder = ladderOf(0.06);
/** Before and after nothing was done. */
const same = (of: Ladder) => ({ before: of, after: of });
const scale = ladderScale({
  quantity: 'hue',
  size: { width: 300, height: 200 },
  skin: true,
  values: ladder.rungs.map(({ hsvHueDegrees }) => hsvHueDegrees!),
  lightness: ladderLightness(ladder),
});

describe('the shape of the ladder', () => {
  it('says what the plan makes of a rung while it has no target', () => {
    const after = {
      ...ladder,
      rungs: ladder.rungs.map((rung) => ({
        ...rung,
        hsvHueDegrees: rung.rung === 'shade' ? undefined : rung.hsvHueDegrees! - 7,
      })),
    };
    const rungs = rungPlaces({ before: ladder, after }, scale, { light: 24, middle: null, shade: null });
    const told = Object.fromEntries(rungs.map(({ rung, shown, now }) => [rung, [shown, now]]));
    expect(told.light![0]).toBe(24);
    expect(told.middle![0]).toBeCloseTo(told.middle![1]! - 7, 9);
    // Grey has no hue: it is said as it was.
    expect(told.shade![0]).toBe(told.shade![1]);
  });

  it('leaves out rungs without hue, yet not their saturation', () => {
    const grey = { ...ladder.rungs[0]!, hsvHueDegrees: undefined };
    expect([ladderNumber(grey, 'hue'), ladderNumber(grey, 'saturation')]).toEqual([undefined, undefined]);
    expect(ladderNumber(ladder.rungs[0]!, 'saturation')).toBeGreaterThan(20);
    expect(rungPlaces(same({ ...ladder, rungs: [grey] }), scale, undefined)).toEqual([]);
  });

  it('breaks the trend where the part holds nothing', () => {
    expect(trendPath(ladder, scale).match(/M/g)).toHaveLength(1);
    const trend = Float32Array.from(ladder.trend);
    const held = [...trend.keys()].filter((row) => !Number.isNaN(trend[row]!));
    trend[held[Math.floor(held.length / 2)]!] = NaN;
    expect(trendPath({ ...ladder, trend }, scale).match(/M/g)).toHaveLength(2);
  });
});
