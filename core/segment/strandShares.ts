import { clampUnit } from '../math/clamp';
import { ALL_HAIR, BAND_DEEP_FROM, BESIDE, CLASS_DOUBT, LONE, POWER_STEPS } from './strandParameters';

/**
 * What hair lies over: how far a pixel's own colour may be off whatever its spread, how far the classes may
 * be off deep inside, and the powers by which a pixel's and a class's share count. Skin and cloth under the
 * first strands lie in their shade and look like more hair than there is. [tried] on heads of even number: skin's powers
 * and the open ground's noise against 2.6, 2 and 0.03 give hair 0.836 to 0.837, face 0.900 to 0.901
 */
export const GROUNDS = [
  { name: 'skin', noise: 0.3, deepDoubt: 0.05, ownPower: powers(3.2), classPower: powers(2.5), open: false },
  {
    name: 'clothes',
    noise: 0.15,
    deepDoubt: 0.05,
    ownPower: powers(1.5),
    classPower: powers(1.5),
    open: false,
  },
  {
    name: 'background',
    noise: 0.06,
    deepDoubt: 0.05,
    ownPower: powers(1),
    classPower: powers(3),
    open: true,
  },
  {
    name: 'others',
    noise: 0.15,
    deepDoubt: 0.05,
    ownPower: powers(1.5),
    classPower: powers(1.5),
    open: false,
  },
] as const;

/**
 * What the surroundings say of a pixel: share of hair near and close by, whether a strand would be seen, and
 * the class's own share.
 */
export interface Surroundings {
  readonly near: number;
  readonly within: number;
  readonly gate: number;
  readonly prior: number;
}

/**
 * A pixel's share of hair over one ground: its own colour and its class, weighed by how far either may be off
 * (means weighed by their inverse variances; the spread of a mixture goes with its shares).
 * @param own where its colour lies between the ground's and the hair's, 0..1
 * @param spread variance of that
 * @see Chuang, Curless, Salesin, Szeliski 2001, "A Bayesian approach to digital matting", from memory
 */
export function shareOver(
  { noise, deepDoubt, ownPower, classPower, open }: (typeof GROUNDS)[number],
  own: number,
  spread: number,
  { near, within, gate, prior }: Surroundings,
): number {
  const variance = spread + noise * noise;
  const deep = clampUnit((within - BAND_DEEP_FROM) / (1 - BAND_DEEP_FROM));
  const doubt = (CLASS_DOUBT + deep * (deepDoubt - CLASS_DOUBT)) ** 2;
  const beside = open ? 1 : clampUnit(near / BESIDE);
  const share =
    (classPower[Math.round(POWER_STEPS * clampUnit(prior))]! * variance +
      ownPower[Math.round(POWER_STEPS * own)]! * gate * beside * doubt) /
    (variance + doubt);
  return clampUnit(((open ? 1 : clampUnit(within / LONE)) * share) / ALL_HAIR);
}

/** Powers of 0..1, as looking them up is quicker. */
function powers(exponent: number): Float32Array {
  return Float32Array.from({ length: POWER_STEPS + 1 }, (_, i) => (i / POWER_STEPS) ** exponent);
}
