import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ladderScale, ladderTicks, ladderValueAt, ladderX, ladderY, spreadPlaces } from './ladderScale';

const SIZE = { width: 304, height: 200 };
const hue = (values: readonly number[], skin = true) =>
  ladderScale({ quantity: 'hue', size: SIZE, skin, values, lightness: [30, 85] });
const saturation = (values: readonly number[]) =>
  ladderScale({ quantity: 'saturation', size: SIZE, skin: true, values, lightness: [30, 85] });

describe('the ladder’s scale', () => {
  it('shows skin from 0 to 60 degrees, wider where its hues lie beyond, and other parts about their own', () => {
    expect([hue([24, 22]).centre, hue([24, 22]).reach]).toEqual([30, 30]);
    expect(hue([24, 95]).reach).toBeGreaterThanOrEqual(65);
    expect(hue([210, 205], false).centre).toBe(210);
  });

  it('keeps saturation between 0 and 100', () => {
    for (const values of [
      [2, 5],
      [40, 60],
      [97, 99],
      [0, 100],
    ]) {
      const { centre, reach } = saturation(values);
      expect(centre - reach).toBeGreaterThanOrEqual(0);
      expect(centre + reach).toBeLessThanOrEqual(100);
    }
  });

  it('gives back the value of a place, to half a unit', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 59, noNaN: true }),
        (value) => Math.abs(ladderValueAt(hue([24]), ladderX(hue([24]), value)) - value) <= 0.26,
      ),
      { seed: 5 },
    );
    fc.assert(
      fc.property(
        fc.double({ min: 21, max: 59, noNaN: true }),
        (value) =>
          Math.abs(ladderValueAt(saturation([40]), ladderX(saturation([40]), value)) - value) <= 0.26,
      ),
      { seed: 5 },
    );
  });

  it('goes round the circle of hue: 350 lies left of 10', () => {
    const scale = hue([2], false);
    expect(ladderX(scale, 350)).toBeLessThan(ladderX(scale, 10));
    expect(ladderValueAt(scale, ladderX(scale, 350))).toBe(350);
  });

  it('has light above dark, and ticks within its reach', () => {
    expect(ladderY(hue([24]), 80)).toBeLessThan(ladderY(hue([24]), 40));
    for (const scale of [hue([24]), hue([24, 200]), saturation([40])]) {
      const xs = ladderTicks(scale).map((tick) => ladderX(scale, tick));
      expect(xs.every((x) => x >= -1e-6 && x <= SIZE.width + 1e-6)).toBe(true);
      expect(xs.length).toBeGreaterThan(2);
    }
  });

  it('spreads labels that would overlap, in their order', () => {
    const places = spreadPlaces([100, 104, 98], 20);
    expect(places[2]!).toBeLessThan(places[0]!);
    expect(places[0]!).toBeLessThan(places[1]!);
    expect(places[0]! - places[2]!).toBeGreaterThan(18);
    expect(spreadPlaces([10, 60, 110], 20)).toEqual([10, 60, 110]);
  });
});
