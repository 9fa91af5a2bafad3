import { describe, expect, it } from 'vitest';
import { HAIR } from './lightPriors';
import { LightResiduals } from './lightResiduals';
import type { LightGroup, LightSamples } from './lightSamples';

const groupOf = (colours: readonly (readonly [number, number, number])[]): LightGroup => ({
  count: colours.length,
  x: new Float64Array(colours.length),
  y: new Float64Array(colours.length),
  colours: Float64Array.from(colours.flat()),
});
const NONE = groupOf([]);
/** A picture of which nothing but one head's hair is known: its places depart from one colour by so much. */
const hairApart = (apart: number): LightSamples => ({
  width: 1,
  height: 1,
  sitters: [
    {
      skin: NONE,
      body: NONE,
      whites: NONE,
      teeth: NONE,
      eyeDarks: NONE,
      browDarks: NONE,
      hair: groupOf(
        Array.from({ length: 9 }, (_, i) => {
          const red = Math.exp(HAIR.red + apart * ((i % 3) - 1));
          return [0.1 * red, 0.1, 0.1 * Math.exp(HAIR.blue)];
        }),
      ),
      hairDarks: NONE,
    },
  ],
  grounds: NONE,
  minima: NONE,
  cells: NONE,
});
/** What a neutral light costs, as the sum of its squares. */
const costOf = (samples: LightSamples) => {
  const neutral = new Float64Array(2);
  const residuals = new LightResiduals(samples);
  const out = new Float64Array(residuals.countOf(neutral));
  residuals.residuals(neutral, out);
  return out.reduce((sum, value) => sum + value ** 2, 0);
};

describe('what speaks against a light', () => {
  it('is nothing where hair has one colour, and that a natural one', () => {
    expect(costOf(hairApart(0))).toBeLessThan(0.01);
  });

  it('is hair of several colours, the more the farther they lie apart', () => {
    const costs = [0, 0.1, 0.3, 0.6].map((apart) => costOf(hairApart(apart)));
    expect(costs).toEqual(costs.toSorted((p, q) => p - q));
    // A spread of one makes 1 of each of the six places that lie off, less by how little far ones count.
    expect(costOf(hairApart(HAIR.spread))).toBeGreaterThan(4);
    expect(costOf(hairApart(HAIR.spread))).toBeLessThan(6.1);
  });
});
