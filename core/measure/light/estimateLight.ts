import { adaptTo, lightOfCones, transform } from '../../colour/adaptation';
import { convertSrgbLinearToCielabD50 } from '../../colour/cielab';
import { ciede2000 } from '../../colour/ciede2000';
import type { Triple } from '../../colour/triple';
import { veilShare } from '../veil';
import type { Veil } from '../veil';
import { fitLight } from './lightFit';
import { LIGHT_PARAMETERS } from './lightResiduals';
import type { LightAgreement } from './lightResiduals';
import type { LightGroup, LightSamples } from './lightSamples';
import { tonePairs } from './tonePairs';
import type { TonePair } from './tonePairs';

/** What was found of a picture's light. */
export interface LightEstimate {
  /** readings with what each is to be, where lights and shades are tinted apart: they stand for the light too */
  readonly tones: readonly TonePair[] | undefined;
  readonly toneDifference: number;
  /** whether skin alone speaks for them */
  readonly tonesBySkinAlone: boolean;
  /** linear sRGB, luminance 1 */
  readonly light: Triple;
  /** whether what is known of the picture speaks for that light enough to be believed unasked */
  readonly isLightTold: boolean;
  readonly veil: Veil | undefined;
  /** mean ΔE00 by which taking each away changes the picture, and the light the skin */
  readonly lightDifference: number;
  readonly veilDifference: number;
  readonly skinDifference: number;
  readonly agreement: LightAgreement;
}

/**
 * By how much a fit must be better with a veil to be believed (chosen on heads of even number: neutral ones
 * reach 23, veiled ones begin at 33).
 */
const VEIL_GAIN = 28;
/**
 * By how much a fit must be better with crossed tones, for each sitter (chosen on heads of even number: neutral
 * ones reach 24, those with crossed tones begin at 31), and better than with a veil.
 */
const TONE_GAIN = 28;
/**
 * Skins differ in how they redden toward the shade: by what else is known the gain must be as much, for each
 * sitter (heads of even number: six of fourteen with crossed tones reach 19; a photograph in plain light reaches 16).
 */
const TONE_GAIN_BESIDES_SKIN = 17;
/**
 * By how much a fit must be better with a light than without to be believed unasked, by the root of how many sitters
 * there are (photographs in plain light that are said to be lit reach 13, one of two people 17, two in warm rooms 28;
 * heads of even number under lights of ΔE00 12 and more 62, and two people in neutral light 6).
 */
const LIGHT_GAIN = 14;

/**
 * The light and the veil that explain best what is known of a picture.
 * @param diagonal of the photo, pixels
 */
export function estimateLight(samples: LightSamples, diagonal: number): LightEstimate {
  const { alone, lightGain, veiled, toned, toneGain, toneGainBesidesSkin, agreement, cleared } =
    fitLight(samples);
  const seen = Math.max(1, samples.sitters.filter(({ skin }) => skin.count > 0).length);
  const veilGain = alone.cost - veiled.cost;
  const isToned = toneGain > Math.max(veilGain, TONE_GAIN * seen);
  const { parameters: p } = !isToned && veilGain > VEIL_GAIN ? veiled : alone;
  const { long, short, base, peak, x, y, reach } = LIGHT_PARAMETERS;
  const squares = (from: number): Triple => [p[from]! ** 2, p[from + 1]! ** 2, p[from + 2]! ** 2];
  const veil: Veil | undefined =
    p.length > 2
      ? {
          x: p[x]! * diagonal,
          y: p[y]! * diagonal,
          reach: Math.exp(p[reach]!) * diagonal,
          peak: squares(peak),
          base: squares(base),
        }
      : undefined;
  const cones = [Math.exp(p[long]!), Math.exp(p[short]!)] as const;
  const clear = (group: LightGroup) => cleared(toned.parameters, group);
  return {
    tones: isToned ? tonePairs(samples, clear) : undefined,
    tonesBySkinAlone: isToned && toneGainBesidesSkin() <= TONE_GAIN_BESIDES_SKIN * seen,
    toneDifference: isToned ? meanApart(samples.cells, clear(samples.cells)) : 0,
    light: lightOfCones(...cones),
    isLightTold: veil !== undefined || lightGain >= LIGHT_GAIN * Math.sqrt(seen),
    veil,
    lightDifference: change(samples.cells, diagonal, undefined, cones),
    veilDifference: veil ? change(samples.cells, diagonal, veil, undefined) : 0,
    skinDifference: Math.max(
      0,
      ...samples.sitters.map(({ skin }) => change(skin, diagonal, undefined, cones)),
    ),
    agreement: agreement(isToned ? toned.parameters : p),
  };
}

/** Mean ΔE00 over a group between its cells as they are and without a veil and a light. */
function change(
  cells: LightGroup,
  diagonal: number,
  veil: Veil | undefined,
  cones: readonly [number, number] | undefined,
): number {
  const matrix = cones && adaptTo(...cones);
  const then = new Float64Array(3 * cells.count);
  for (let i = 0; i < cells.count; i++) {
    const now = [...cells.colours.subarray(3 * i, 3 * i + 3)] as unknown as Triple;
    const share = veil ? veilShare(veil, cells.x[i]! * diagonal, cells.y[i]! * diagonal) : 0;
    const clear = veil
      ? (now.map((value, c) =>
          Math.max(0, value - veil.base[c as 0]! - share * veil.peak[c as 0]!),
        ) as unknown as Triple)
      : now;
    then.set(matrix ? transform(matrix, clear) : clear, 3 * i);
  }
  return meanApart(cells, then);
}

/** Mean ΔE00 between a group's cells as they are and other colours for them, interleaved linear sRGB. */
function meanApart({ count, colours }: LightGroup, others: ArrayLike<number>): number {
  const at = (of: ArrayLike<number>, i: number) =>
    convertSrgbLinearToCielabD50([of[3 * i]!, of[3 * i + 1]!, of[3 * i + 2]!]);
  let sum = 0;
  for (let i = 0; i < count; i++) sum += ciede2000(at(colours, i), at(others, i));
  return count > 0 ? sum / count : 0;
}
