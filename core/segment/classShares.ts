import { isAnywhere } from '../raster/mapPlane';
import { LEAST_PRESENT } from './headParameters';

/**
 * What a head and its surroundings divide into before the features of the face are looked at; `others` are
 * the other sitters.
 */
export const HEAD_CLASSES = [
  'skin',
  'hair',
  'beard',
  'clothes',
  'glasses',
  'hat',
  'background',
  'others',
] as const;
export type HeadClass = (typeof HEAD_CLASSES)[number];

/** What not every head shows: it is nowhere unless the parser is sure of it somewhere. */
export const NOT_ON_ALL: readonly HeadClass[] = ['beard', 'glasses', 'hat', 'others'];

/** Probability of each class per pixel; they sum to 1. */
export type HeadClasses = Readonly<Record<HeadClass, Float32Array>>;

/** Makes the classes of every pixel sum to 1, none below 0. */
export function shareOut(classes: HeadClasses): void {
  const planes = HEAD_CLASSES.map((name) => classes[name]).filter(isAnywhere);
  // Plane after plane: a walk over all planes at every pixel takes twice as long.
  const sums = new Float64Array(classes.skin.length);
  for (const plane of planes) for (let i = 0; i < sums.length; i++) sums[i]! += Math.max(0, plane[i]!);
  for (const plane of planes)
    for (let i = 0; i < sums.length; i++) plane[i] = Math.max(0, plane[i]!) / (sums[i]! || 1);
}

/** A record with a value for every class. */
export function ofEachClass<Value>(make: (name: HeadClass) => Value): Record<HeadClass, Value> {
  return Object.fromEntries(HEAD_CLASSES.map((name) => [name, make(name)])) as Record<HeadClass, Value>;
}

/** Whether a class is nowhere. */
export function isAbsent(shares: Float32Array): boolean {
  for (let i = 0; i < shares.length; i++) if (!(shares[i]! < LEAST_PRESENT)) return false;
  return true;
}
