import { luminanceOfSrgbLinear } from '../colour/luminance';
import type { AreaInput } from './areaInput';
import { TEETH, WHITES } from './light/lightPriors';
import type { ChromaPrior } from './light/lightPriors';
import { tintTowards } from './tintTowards';
import type { TintColour } from './tintTowards';

/** A part whose colour should be known, and is off. */
export interface TintFinding {
  readonly is: 'tint';
  readonly part: 'whites' | 'teeth';
  readonly towards: TintColour;
  /** by how much that channel is off against green, or green against red, 0..1 and more */
  readonly amount: number;
  /** the share of it that is more than usual, 0..1 */
  readonly excess: number;
}

/**
 * Logarithms of chroma within which a part is as usual: what lies beyond is looked for well outside of what
 * neutral heads of even number show.
 */
const USUAL: Readonly<Record<TintFinding['part'], { readonly prior: ChromaPrior; readonly most: number }>> = {
  whites: { prior: WHITES, most: 0.3 },
  teeth: { prior: TEETH, most: 0.38 },
};
const LEAST_COVERAGE8 = 200;
const LEAST_PIXELS = 20;
/** Ranks of luminance between which pixels tell: neither in the lid's shade nor in a glint. */
const TELLING = [0.35, 0.95] as const;
const CLIPPED = 0.97;
const ELSE = 1;

/**
 * Whether whites or teeth are tinted.
 * @returns undefined when they are as usual, or too small to tell
 */
export function partTint(
  part: TintFinding['part'],
  { pixels: { data }, coverage }: AreaInput,
): TintFinding | undefined {
  const seen: (readonly [number, number, number])[] = [];
  for (let i = 0; i < coverage.data.length; i++) {
    const colour = [data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!] as const;
    if (coverage.data[i]! >= LEAST_COVERAGE8 && Math.max(...colour) < CLIPPED) seen.push(colour);
  }
  if (seen.length < LEAST_PIXELS) return undefined;
  seen.sort((p, q) => luminanceOfSrgbLinear(p) - luminanceOfSrgbLinear(q));
  const telling = seen.slice(Math.floor(TELLING[0] * seen.length), Math.ceil(TELLING[1] * seen.length));
  const sum = (c: 0 | 1 | 2) => telling.reduce((total, colour) => total + Math.max(0, colour[c]), 0) + 1e-6;
  const { prior, most } = USUAL[part];
  const red = Math.log(sum(0) / sum(1)) - prior.red;
  const blue = Math.log(sum(2) / sum(1)) - prior.blue;
  const { towards, off } = tintTowards(red, blue);
  // Farther off it is no longer the part: lips, tongue or the dark of a mouth.
  if (off <= most || off > ELSE) return undefined;
  return { is: 'tint', part, towards, amount: Math.expm1(off), excess: 1 - most / off };
}
