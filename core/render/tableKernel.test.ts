import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compileHueToTarget } from '#kinds/adjust/hue-to-target/compute';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { encodeSrgb } from '../colour/transfer';
import { NO_PLACES } from './kinds';
import { tableKernel } from './tableKernel';

const flat = (red: number, green: number, blue: number) =>
  Float32Array.from({ length: 30 }, (_, i) => [red, green, blue][i % 3]!);
const exact = compileHueToTarget(
  { ...NO_TARGETS, hue: { light: 26, middle: 23, shade: 16 } },
  {
    rungs: { light: flat(0.6, 0.5, 0.3), middle: flat(0.3, 0.24, 0.14), shade: flat(0.1, 0.075, 0.04) },
    bands: [],
  },
)!;
const { kernel: table } = tableKernel(exact, 49);

describe('a kernel as a table', () => {
  it('stays within half a code of the exact one on colours of skin', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(share, share, share, (light, green, blue) => {
        const red = light ** 2;
        const colour = Float32Array.of(
          red,
          red * (0.4 + 0.6 * green),
          red * (0.2 + 0.8 * blue) * (0.4 + 0.6 * green),
        );
        const same = colour.slice();
        exact(colour, 1, NO_PLACES);
        table(same, 1, NO_PLACES);
        for (let channel = 0; channel < 3; channel++)
          expect(Math.abs(encodeSrgb(colour[channel]!) - encodeSrgb(same[channel]!)) * 255).toBeLessThan(0.5);
      }),
      { seed: 49, numRuns: 2000 },
    );
  });

  it('hands colours outside its cube to the exact one, to the bit', () => {
    const colours = Float32Array.of(1.2, 0.8, 0.5, -0.01, 0.2, 0.1, 0.3, 0.24, 0.14);
    const same = colours.slice();
    exact(colours, 3, NO_PLACES);
    table(same, 3, NO_PLACES);
    expect([...same.slice(0, 6)]).toEqual([...colours.slice(0, 6)]);
  });
});
