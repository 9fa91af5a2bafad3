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
  const planes = HEAD_CLASSES.map((name) => classes[name]).filter((plane) =>
    plane.some((share) => share !== 0),
  );
  for (let i = 0; i < classes.skin.length; i++) {
    let sum = 0;
    for (const plane of planes) if (plane[i]! > 0) sum += plane[i]!;
    const scale = 1 / (sum || 1);
    for (const plane of planes) plane[i] = plane[i]! > 0 ? plane[i]! * scale : 0;
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
