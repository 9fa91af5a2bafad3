import { deltaDegrees } from '../colour/angles';
import { cielabLightnessOfLuminance } from '../colour/cielab';
import { hsvHueOfSrgbLinear } from '../colour/hueSolve';
import { luminanceOfSrgbLinear } from '../colour/luminance';
import type { Triple } from '../colour/triple';
import type { AreaInput } from './areaInput';
import { areaMean } from './areaMean';
import { meanLinear } from './reading';
import { lightnessSamples } from './rungs';

/**
 * Neck and limbs against the face: L* of their means, and HSV degrees at equal lightness; negative is darker,
 * redder.
 */
export interface NeckApart {
  readonly is: 'apart';
  readonly lightness: number;
  readonly hueDegrees: number;
}

/** Less than this is how portraits are. */
const LEAST_DEGREES = 5;

/**
 * Whether neck and limbs are in another light than the face. Colours are compared band by band of lightness,
 * as a neck in shadow is redder than a face in light by nature.
 */
export function neckApart(face: AreaInput, neck: AreaInput): NeckApart | undefined {
  const faceMean = areaMean(face.pixels, face.coverage);
  const neckMean = areaMean(neck.pixels, neck.coverage);
  const faceBands = lightnessSamples(face.pixels, face.coverage);
  const neckBands = lightnessSamples(neck.pixels, neck.coverage);
  if (!faceMean || !neckMean) return undefined;
  let sum = 0;
  let weight = 0;
  faceBands.forEach((band, i) => {
    const other = neckBands[i]!;
    if (band.length === 0 || other.length === 0) return;
    const here = hsvHueOfSrgbLinear(meanLinear(band));
    const there = hsvHueOfSrgbLinear(meanLinear(other));
    if (here === undefined || there === undefined) return;
    sum += other.length * deltaDegrees(here, there);
    weight += other.length;
  });
  const lightness = lightnessOf(neckMean) - lightnessOf(faceMean);
  const hueDegrees = weight > 0 ? sum / weight : 0;
  return Math.abs(hueDegrees) >= LEAST_DEGREES ? { is: 'apart', lightness, hueDegrees } : undefined;
}

function lightnessOf(mean: Triple): number {
  return cielabLightnessOfLuminance(luminanceOfSrgbLinear(mean));
}
