import { luminanceOfSrgbLinear } from '../colour/luminance';
import type { Triple } from '../colour/triple';
import type { AreaInput } from './areaInput';
import { areaMean } from './areaMean';
import { tintTowards } from './tintTowards';
import type { TintColour } from './tintTowards';

/** A part whose colour no person has, and which nobody chose: light of a colour lies on it. */
export interface CastFinding {
  readonly is: 'cast';
  readonly part: 'lips' | 'brows' | 'hair';
  readonly towards: TintColour;
  /** by how much it lies beyond what is natural, 0..1 and more */
  readonly amount: number;
  /** linear sRGB of luminance 1: what lies on it beyond that */
  readonly light: Triple;
  /** hair may be dyed: then it is left until it is asked for */
  readonly asks: 'dyed' | undefined;
}

interface Range {
  readonly least: number;
  readonly most: number;
}

/**
 * Natural logarithms of red and blue against green: of lips against those of the skin, of brows and hair for
 * themselves. Natural ones of 16 heads of even number and 8 portraits lie within by 0.07 and more: lips 0.20
 * to 1.35 and -0.10 to 0.69, brows -0.02 to 0.9 of red, hair -0.06 to 1.48 (dyed pink).
 */
const NATURAL: Readonly<Record<CastFinding['part'], { readonly red: Range; readonly blue: Range }>> = {
  lips: { red: { least: 0.1, most: 1.6 }, blue: { least: -0.3, most: 0.9 } },
  brows: { red: { least: -0.15, most: 1.6 }, blue: { least: -1.5, most: 0.5 } },
  hair: { red: { least: -0.15, most: 1.8 }, blue: { least: -1.7, most: 0.6 } },
};
/** Beyond a range by less, it is left. */
const LEAST_BEYOND = 0.05;
const LEAST_CHANNEL = 1e-4;

/**
 * Whether lips, brows or hair are tinted by light.
 * @param skin of the same sitter, which lips are judged against
 * @returns undefined when they are as people are, or cover nothing
 */
export function partCast(
  part: CastFinding['part'],
  area: AreaInput,
  skin: AreaInput,
): CastFinding | undefined {
  const mean = areaMean(area.pixels, area.coverage);
  const beside = part === 'lips' ? areaMean(skin.pixels, skin.coverage) : ([1, 1, 1] as const);
  if (!mean || !beside) return undefined;
  const chroma = (channel: 0 | 2) => logRatio(mean, channel) - logRatio(beside, channel);
  const { red, blue } = NATURAL[part];
  const offRed = beyond(chroma(0), red);
  const offBlue = beyond(chroma(2), blue);
  const { towards, off } = tintTowards(offRed, offBlue);
  if (off < LEAST_BEYOND) return undefined;
  return {
    is: 'cast',
    part,
    towards,
    amount: Math.expm1(off),
    light: lightOf(Math.exp(offRed), Math.exp(offBlue)),
    asks: part === 'hair' ? 'dyed' : undefined,
  };
}

function lightOf(red: number, blue: number): Triple {
  const luminance = luminanceOfSrgbLinear([red, 1, blue]);
  return [red / luminance, 1 / luminance, blue / luminance];
}

function logRatio(colour: Readonly<Triple>, channel: 0 | 2): number {
  return Math.log(Math.max(LEAST_CHANNEL, colour[channel]) / Math.max(LEAST_CHANNEL, colour[1]));
}

function beyond(value: number, { least, most }: Range): number {
  return Math.min(0, value - least) + Math.max(0, value - most);
}
