import { convertSrgbLinearToOklab } from '../../colour/oklab';
import type { Triple } from '../../colour/triple';
import type { Veil } from '../veil';
import { estimateLight } from './estimateLight';
import type { LightEstimate } from './estimateLight';
import type { LightGroup, LightSamples } from './lightSamples';
import type { TonePair } from './tonePairs';

/** How sure a finding is: several things that agree, few, or things that contradict each other. */
export type Sureness = 'sure' | 'fairly sure' | 'unsure';

interface Measured {
  readonly difference: number;
  readonly sure: Sureness;
  /**
   * why it is asked about and not mended with the rest: it looks wanted, or it is unsure, or skin alone says so, or
   * little does
   */
  readonly asks: 'deep' | 'unsure' | 'skin-alone' | 'hardly-told' | undefined;
}

/** What check found of the light of the whole picture: numbers only. */
export type LightFinding =
  /** a haze that adds to the picture; ΔE00 by which taking it off changes the picture on the mean */
  | (Measured & { readonly is: 'veil'; readonly veil: Veil })
  /** the colour of the light, linear sRGB of luminance 1 */
  | (Measured & { readonly is: 'light'; readonly light: Triple })
  /** lights and shades tinted apart: readings from dark to light, and what each is to be */
  | (Measured & { readonly is: 'tones'; readonly pairs: readonly TonePair[] })
  /** lights of several colours, which no one correction takes out */
  | { readonly is: 'lights' }
  /** one colour alone: black and white, toned, or under one coloured lamp */
  | { readonly is: 'one-colour' };

/*
 * Chosen on the heads of even number. Neutral: light changes up to 2.1, places of one skin differ by up to
 * 0.10, of one hair by 0.19. Lit by two or three colours: 0.41 and more of skin, or 0.33 and more of hair.
 */
const LEAST_LIGHT = 3.5;
/** Beside a veil less is believed, as something is off for certain. */
const LEAST_BESIDE_VEIL = 1.5;
/** Curves through fewer readings would be guessed for the most part. */
const LEAST_READINGS = 3;
/** Where no whites can be seen the light is told by skin alone, which differs between people. */
const LEAST_BY_SKIN = 6;
/** Photographs in one light reach 0.24 of skin, as heads do not. */
const MOST_SKIN_SPREAD = 0.28;
const MOST_HAIR_SPREAD = 0.3;
/** Whites or skin that lie farther from what they should be contradict the rest; lids' red is in whites of photographs. */
const MOST_WHITES_OFF = 0.7;
const MOST_SKIN_OFF = 0.4;
/** ΔE00 on skin from which a light looks wanted: sunset, stage. */
const DEEP = 30;
/** OKLab distance from the one colour within which nineteen of twenty places lie, when there is one alone. */
const ONE_COLOUR = 0.012;

/**
 * Whether the light of a picture, its tones, or a veil over it, are off.
 * @param diagonal of the photo, pixels
 */
export function findLight(samples: LightSamples, diagonal: number): LightFinding[] {
  if (samples.sitters.every(({ skin, whites }) => skin.count + whites.count === 0)) return [];
  if (isOneColour(samples.cells)) return [{ is: 'one-colour' }];
  const estimate = estimateLight(samples, diagonal);
  const { tones, veil, light, agreement, lightDifference, veilDifference, skinDifference } = estimate;
  if (agreement.skinSpread > MOST_SKIN_SPREAD || agreement.hairSpread > MOST_HAIR_SPREAD)
    return [{ is: 'lights' }];
  const sure = surenessOf(estimate);
  const doubt = sure === 'unsure' ? ('unsure' as const) : undefined;
  const asks = skinDifference >= DEEP ? ('deep' as const) : doubt;
  if (tones && tones.length >= LEAST_READINGS && estimate.toneDifference >= LEAST_BESIDE_VEIL) {
    const doubted = estimate.tonesBySkinAlone
      ? { sure: 'unsure' as const, asks: asks ?? ('skin-alone' as const) }
      : { sure, asks };
    return [{ is: 'tones', pairs: tones, difference: estimate.toneDifference, ...doubted }];
  }
  const alone = agreement.whites > 0 ? LEAST_LIGHT : LEAST_BY_SKIN;
  const told = estimate.isLightTold
    ? { sure, asks }
    : { sure: 'unsure' as const, asks: asks ?? ('hardly-told' as const) };
  const lit = lightDifference >= (veil ? LEAST_BESIDE_VEIL : alone);
  return [
    ...(veil ? [{ is: 'veil' as const, veil, difference: veilDifference, sure, asks }] : []),
    ...(lit ? [{ is: 'light' as const, light, difference: lightDifference, ...told }] : []),
  ];
}

function surenessOf({ agreement }: LightEstimate): Sureness {
  if (agreement.whitesOff > MOST_WHITES_OFF || agreement.skinOff > MOST_SKIN_OFF) return 'unsure';
  return agreement.whites > 0 ? 'sure' : 'fairly sure';
}

/** Whether all colours are one, lighter and darker: OKLab a and b in proportion to its lightness. */
function isOneColour({ count, colours }: LightGroup): boolean {
  const labs = Array.from({ length: count }, (_, i) =>
    convertSrgbLinearToOklab([colours[3 * i]!, colours[3 * i + 1]!, colours[3 * i + 2]!]),
  );
  const sum = (read: (lab: Triple) => number) => labs.reduce((total, lab) => total + read(lab), 0);
  const square = sum(([light]) => light * light);
  if (square === 0) return false;
  const a = sum(([light, red]) => light * red) / square;
  const b = sum(([light, , yellow]) => light * yellow) / square;
  const apart = labs
    .map(([light, red, yellow]) => Math.hypot(red - a * light, yellow - b * light))
    .sort((p, q) => p - q);
  return apart[Math.floor(0.95 * (count - 1))]! < ONE_COLOUR;
}

/** Whether a finding is about the light of the whole picture. */
export function isOfLight<Other extends { readonly is: string }>(
  finding: LightFinding | Other,
): finding is LightFinding {
  return ['veil', 'light', 'tones', 'lights', 'one-colour'].includes(finding.is);
}
