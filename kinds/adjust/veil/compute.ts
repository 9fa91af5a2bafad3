import { veilShare } from '#core/measure/veil';
import type { PixelKernel } from '#core/render/kinds';
import { veilOf } from './schema';
import type { VeilParameters } from './schema';

/** Nothing is measured: the veil is numbers of the plan. */
export type VeilMeasures = null;
/** Nothing is measured of the area. */
export const measureVeil = (): VeilMeasures => null;

/** What is left may run softly into black over this much linear light, so that grain is not cut off. */
const TOE = 0.003;

/**
 * Subtracts the veil in linear light. What is darker than the veil runs into black.
 * @see Talvala et al. 2007, "Veiling glare in high dynamic range imaging": glare adds to the light of a scene
 */
export function compileVeil(parameters: VeilParameters): PixelKernel | undefined {
  if (parameters.amount === 0 && parameters.haze === 0) return undefined;
  const veil = veilOf(parameters);
  return (pixels, count, { x, y }) => {
    for (let i = 0; i < count; i++) {
      const share = veilShare(veil, x[i]!, y[i]!);
      for (let c = 0; c < 3; c++) {
        const seen = pixels[3 * i + c]!;
        const added = veil.base[c as 0]! + share * veil.peak[c as 0]!;
        const left = seen - added;
        const toe = Math.min(TOE, added);
        if (left >= toe) pixels[3 * i + c] = left;
        else if (seen > 0) pixels[3 * i + c] = Math.min(seen, toe * Math.exp(left / toe - 1));
      }
    }
  };
}
