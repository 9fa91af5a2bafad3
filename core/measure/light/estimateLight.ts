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

/** What was found of a picture's light. */
export interface LightEstimate {
  /** linear sRGB, luminance 1 */
  readonly light: Triple;
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
 * The light and the veil that explain best what is known of a picture.
 * @param diagonal of the photo, pixels
 */
export function estimateLight(samples: LightSamples, diagonal: number): LightEstimate {
  const { alone, veiled, agreement } = fitLight(samples);
  const { parameters: p } = alone.cost - veiled.cost > VEIL_GAIN ? veiled : alone;
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
  return {
    light: lightOfCones(...cones),
    veil,
    lightDifference: change(samples.cells, diagonal, undefined, cones),
    veilDifference: veil ? change(samples.cells, diagonal, veil, undefined) : 0,
    skinDifference: Math.max(
      0,
      ...samples.sitters.map(({ skin }) => change(skin, diagonal, undefined, cones)),
    ),
    agreement: agreement(p),
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
  let sum = 0;
  for (let i = 0; i < cells.count; i++) {
    const now = [...cells.colours.subarray(3 * i, 3 * i + 3)] as unknown as Triple;
    const share = veil ? veilShare(veil, cells.x[i]! * diagonal, cells.y[i]! * diagonal) : 0;
    const clear = veil
      ? (now.map((value, c) =>
          Math.max(0, value - veil.base[c as 0]! - share * veil.peak[c as 0]!),
        ) as unknown as Triple)
      : now;
    const then = matrix ? transform(matrix, clear) : clear;
    sum += ciede2000(convertSrgbLinearToCielabD50(now), convertSrgbLinearToCielabD50(then));
  }
  return cells.count > 0 ? sum / cells.count : 0;
}
