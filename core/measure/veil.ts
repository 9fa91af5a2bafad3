import { fastExp } from '../colour/fastLog';
import type { Triple } from '../colour/triple';

/** A haze that lies over a picture and adds to its light. */
export interface Veil {
  /** of its middle, pixels of the photo; may lie beyond it */
  readonly x: number;
  readonly y: number;
  /** distance at which it has fallen to 61 %, the standard deviation of a bell, pixels of the photo */
  readonly reach: number;
  /** what it adds at its middle, linear sRGB */
  readonly peak: Triple;
  /** what it adds everywhere besides, linear sRGB */
  readonly base: Triple;
}

/** The share of a veil's peak at a place, 0..1. */
export function veilShare(
  { x, y, reach }: Pick<Veil, 'x' | 'y' | 'reach'>,
  atX: number,
  atY: number,
): number {
  const across = atX - x;
  const down = atY - y;
  return fastExp((-0.5 * (across * across + down * down)) / (reach * reach));
}
