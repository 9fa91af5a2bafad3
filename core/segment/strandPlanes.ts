import { isAnywhere } from '../raster/mapPlane';
import { HEAD_CLASSES } from './classShares';
import type { HeadClasses } from './classShares';
import { LEAST_REST } from './strandParameters';
import { GROUNDS } from './strandShares';

/** The shares that change where strands are looked for. */
export interface StrandPlanes {
  readonly hair: Float32Array;
  /** in the order of `GROUNDS` */
  readonly grounds: readonly Float32Array[];
  /** all but hair that are anywhere */
  readonly besides: readonly Float32Array[];
}

/** The planes of a head's classes as strands see them. */
export function strandPlanes(refined: HeadClasses): StrandPlanes {
  return {
    hair: refined.hair,
    grounds: GROUNDS.map(({ name }) => refined[name]),
    besides: HEAD_CLASSES.filter((name) => name !== 'hair')
      .map((name) => refined[name])
      .filter(isAnywhere),
  };
}

/**
 * Gives pixels their shares of hair; what each had besides shares the rest as before. Plane after plane: a walk over
 * all planes at every pixel takes longer. A share below 0 leaves a pixel as it is.
 * @param groundOf which of the grounds takes the rest of a pixel that was all hair
 */
export function setHairs(
  pixels: Int32Array,
  shares: Float32Array,
  { hair, grounds, besides }: StrandPlanes,
  groundOf: (i: number) => number,
): void {
  const scales = new Float32Array(pixels.length).fill(1);
  for (let n = 0; n < pixels.length; n++) {
    const i = pixels[n]!;
    const share = shares[n]!;
    if (share < 0) continue;
    const rest = 1 - hair[i]!;
    scales[n] = rest <= LEAST_REST ? 0 : (1 - share) / rest;
    hair[i] = share;
  }
  for (const plane of besides) scalePixels(plane, pixels, scales);
  for (let n = 0; n < pixels.length; n++)
    if (scales[n] === 0) grounds[groundOf(pixels[n]!)]![pixels[n]!] = 1 - shares[n]!;
}

function scalePixels(plane: Float32Array, pixels: Int32Array, scales: Float32Array): void {
  for (let n = 0; n < pixels.length; n++) plane[pixels[n]!]! *= scales[n]!;
}
