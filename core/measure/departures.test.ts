import { describe, expect, it } from 'vitest';
import { patchInput } from '../../tests/fixtures/plans';
import { convertOklabToSrgbLinear } from '../colour/oklab';
import { DEPARTURE, measureDepartures } from './departures';

const SIDE = 200;
const SIZE = 5;
/** A bell about a place: 1 there, spread as blotches of that size are. */
const bell = (x: number, y: number, [atX, atY]: readonly [number, number]) =>
  Math.exp(-((x - atX) ** 2 + (y - atY) ** 2) / (2 * SIZE ** 2));
/** A wall of one colour with so many bells on a grid: by how much each is redder and lighter. */
const wall = (
  bells: readonly { readonly every: number; readonly redder: number; readonly lighter: number }[],
) =>
  Float32Array.from(
    Array.from({ length: SIDE * SIDE }, (_, i) => {
      const [x, y] = [i % SIDE, Math.floor(i / SIDE)];
      const lab = [0.7, 0.03, 0.04] as [number, number, number];
      bells.forEach(({ every, redder, lighter }, n) => {
        const middle = (value: number) => every * (Math.floor(value / every) + 0.5) + (n * every) / 4;
        const here = bell(x, y, [middle(x), middle(y)]);
        lab[0] += lighter * here;
        lab[1] += redder * here;
      });
      return convertOklabToSrgbLinear(lab);
    }).flat(),
  );
/** By how much what is red is held to darken, at most: 0 where redness is not taken for blood. */
const darkened = (pixels: Float32Array) => {
  const field = measureDepartures(patchInput(pixels, SIDE), SIZE)!;
  let most = 0;
  for (let at = DEPARTURE.blushLightness; at < field.data.length; at += DEPARTURE.channels)
    most = Math.min(most, field.data[at]!);
  return most;
};

describe('what departs from skin', () => {
  it('is blood where the redder is the darker, and none where it is as light as the rest, as rouge is', () => {
    expect(darkened(wall([{ every: 50, redder: 0.03, lighter: -0.05 }]))).toBeLessThan(-0.005);
    expect(darkened(wall([{ every: 50, redder: 0.03, lighter: 0 }]))).toBeCloseTo(0, 9);
  });

  it('is judged by the reddest of it: shine that is a little warm, however much of it, hides no blood', () => {
    const shine = { every: 20, redder: 0.012, lighter: 0.05 };
    const blotches = { every: 100, redder: 0.03, lighter: -0.05 };
    expect(darkened(wall([shine]))).toBeCloseTo(0, 9);
    expect(darkened(wall([shine, blotches]))).toBeLessThan(-0.005);
  });
});
