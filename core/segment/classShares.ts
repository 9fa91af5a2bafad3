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

/** Probability of each class per pixel; they sum to 1. */
export type HeadClasses = Readonly<Record<HeadClass, Float32Array>>;

/** Makes the classes of every pixel sum to 1, none below 0. */
export function shareOut(classes: HeadClasses): void {
  const planes = HEAD_CLASSES.map((name) => classes[name]);
  for (let i = 0; i < classes.skin.length; i++) {
    let sum = 0;
    for (const plane of planes) sum += Math.max(0, plane[i]!);
    for (const plane of planes) plane[i] = Math.max(0, plane[i]!) / (sum || 1);
  }
}

/** A record with a value for every class. */
export function ofEachClass<Value>(make: (name: HeadClass) => Value): Record<HeadClass, Value> {
  return Object.fromEntries(HEAD_CLASSES.map((name) => [name, make(name)])) as Record<HeadClass, Value>;
}

/** Whether a class is nowhere. */
export function isAbsent(shares: Float32Array): boolean {
  return shares.every((share) => share < LEAST_PRESENT);
}
