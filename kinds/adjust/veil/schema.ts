import { z } from 'zod';
import { hexOfSrgbLinear, srgbLinearOfHex } from '#core/colour/hex';
import type { Triple } from '#core/colour/triple';
import { COORDINATE_REACH } from '#core/document/schema';
import type { Veil } from '#core/measure/veil';

const coordinate = z.number().min(-COORDINATE_REACH).max(COORDINATE_REACH);
const colour = z.string().regex(/^#[0-9a-f]{6}$/i);
const amount = z.number().min(0).max(1);

/** The parameters of a step or mark of this kind. */
export const veilParameters = z.strictObject({
  /** of its middle, pixels of the photo */
  x: coordinate,
  y: coordinate,
  /** distance at which it has fallen to 61 %, pixels of the photo */
  reach: z.number().min(1).max(COORDINATE_REACH),
  /** of its middle; how light it is does not count */
  colour,
  /** linear light that it adds to its strongest channel at its middle */
  amount,
  /** of what lies over the whole picture evenly */
  hazeColour: colour,
  /** linear light that this adds to its strongest channel */
  haze: amount,
});
export type VeilParameters = z.infer<typeof veilParameters>;

/** Changes no pixel. */
export const NEUTRAL: VeilParameters = {
  x: 0,
  y: 0,
  reach: 1000,
  colour: '#ffffff',
  amount: 0,
  hazeColour: '#ffffff',
  haze: 0,
};

/** A veil that a hand goes on from: a little grey haze over everything. */
export const START: VeilParameters = { ...NEUTRAL, haze: 0.02 };

/** The step that takes off a veil that was found. */
export function takeOff({ x, y, reach, peak, base }: Veil): VeilParameters {
  const [amountOf, hazeOf] = [Math.max(...peak), Math.max(...base)];
  return {
    x: Math.round(x),
    y: Math.round(y),
    reach: Math.max(1, Math.round(reach)),
    colour: hueOf(peak),
    amount: Math.min(1, rounded(amountOf)),
    hazeColour: hueOf(base),
    haze: Math.min(1, rounded(hazeOf)),
  };
}

/** The veil that the parameters describe. */
export function veilOf({ x, y, reach, colour, amount, hazeColour, haze }: VeilParameters): Veil {
  return { x, y, reach, peak: light(colour, amount), base: light(hazeColour, haze) };
}

function light(hex: string, amount: number): Triple {
  const linear = srgbLinearOfHex(hex);
  const most = Math.max(...linear);
  // Black has no hue: a veil of it would be none.
  return linear.map((channel) => (most > 0 ? (amount * channel) / most : amount)) as unknown as Triple;
}

function hueOf(linear: Triple): string {
  const most = Math.max(...linear);
  return most > 0
    ? hexOfSrgbLinear(linear.map((channel) => channel / most) as unknown as Triple)
    : NEUTRAL.colour;
}

function rounded(value: number): number {
  return Math.round(10_000 * value) / 10_000;
}
