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

/** Gives a pixel its share of hair; what it had besides shares the rest as before. */
export function setHair(
  i: number,
  share: number,
  { hair, besides }: StrandPlanes,
  ground: Float32Array,
): void {
  const rest = 1 - hair[i]!;
  const scale = rest <= LEAST_REST ? 0 : (1 - share) / rest;
  for (const plane of besides) plane[i]! *= scale;
  hair[i] = share;
  if (scale === 0) ground[i] = 1 - share;
}
