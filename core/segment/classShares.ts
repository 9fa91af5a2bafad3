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
export const NOT_ON_ALL = ['beard', 'glasses', 'hat', 'others'] as const satisfies readonly HeadClass[];

/** Probability of each class per pixel; they sum to 1. */
export type HeadClasses = Readonly<Record<HeadClass, Float32Array>>;

/** Makes the classes of every pixel sum to 1, none below 0. */
export function shareOut(classes: HeadClasses): void {
  const planes = HEAD_CLASSES.map((name) => classes[name]).filter(isAnywhere);
  const count = classes.skin.length;
  const sums = new Float64Array(BLOCK);
  // Plane after plane, of so many pixels that what is summed stays at hand.
  for (let from = 0; from < count; from += BLOCK) {
    const length = Math.min(BLOCK, count - from);
    sums.fill(0);
    for (const plane of planes) addPositive(plane, from, length, sums);
    for (let n = 0; n < length; n++) sums[n] = 1 / (sums[n]! || 1);
    for (const plane of planes) scalePositive(plane, from, length, sums);
  }
}
const BLOCK = 4096;

function scalePositive(plane: Float32Array, from: number, length: number, scales: Float64Array): void {
  for (let n = 0, i = from; n < length; n++, i++) plane[i] = Math.max(0, plane[i]!) * scales[n]!;
}

function addPositive(plane: Float32Array, from: number, length: number, sums: Float64Array): void {
  for (let n = 0, i = from; n < length; n++, i++) sums[n]! += Math.max(0, plane[i]!);
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
