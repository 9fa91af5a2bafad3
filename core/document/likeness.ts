import { clamp } from '../math/clamp';
import type { Likeness } from './schema';

/** The numbers of a face lie within ±0.5; a byte holds them to a 256th. */
const STEPS = 256;
const MOST_BYTE = 127;
/** A difference of hair's or clothes' ratios counts so many times one of faces. */
const HAIR_WEIGHT = 0.5;
const CLOTHES_WEIGHT = 0.5;
/**
 * Hair and clothes that differ by less are the same ones, and whoever wears both is the same at a greater distance of
 * faces: a head that turns goes further than the colours of what is on it (chosen on heads of even number and on
 * portraits; on heads of odd number nobody was taken for another).
 */
const SAME_HAIR = 0.06;
const SAME_CLOTHES = 0.08;
const DRESSED_ALIKE = 0.33 / 0.45;

/** A face's numbers as the document holds them. @param values 128, within ±0.5 */
export function encodeFace(values: Float32Array): string {
  return Array.from(values, (value) => {
    const byte = clamp(Math.round(value * STEPS), -MOST_BYTE, MOST_BYTE);
    return (byte & 0xff).toString(16).padStart(2, '0');
  }).join('');
}

/** The numbers again. */
export function decodeFace(hex: string): number[] {
  return Array.from({ length: hex.length / 2 }, (_, n) => {
    const byte = Number.parseInt(hex.slice(2 * n, 2 * n + 2), 16);
    return (byte > MOST_BYTE ? byte - 256 : byte) / STEPS;
  });
}

/**
 * How unlike two sitters are: the distance of their faces, and how far hair and clothes differ where both show them.
 * Photographs of one person lie about 0.4 apart, of two people 0.6 and more (King 2017, dlib: same below 0.6).
 */
export function likenessDistance(first: Likeness, second: Likeness): number {
  const [p, q] = [numbersOf(first), numbersOf(second)];
  const face = p.reduce((sum, value, n) => sum + (value - q[n]!) ** 2, 0);
  const other = (name: 'hair' | 'clothes') => {
    const [one, two] = [first[name], second[name]];
    return one && two ? one.reduce((sum, value, c) => sum + (value - two[c]!) ** 2, 0) : undefined;
  };
  const [hair, clothes] = [other('hair'), other('clothes')];
  const isDressedAlike =
    hair !== undefined && clothes !== undefined && hair < SAME_HAIR ** 2 && clothes < SAME_CLOTHES ** 2;
  const apart = Math.sqrt(face + HAIR_WEIGHT ** 2 * (hair ?? 0) + CLOTHES_WEIGHT ** 2 * (clothes ?? 0));
  return isDressedAlike ? apart * DRESSED_ALIKE : apart;
}

/** Each is asked for against all the others. */
const decoded = new WeakMap<Likeness, readonly number[]>();
function numbersOf(likeness: Likeness): readonly number[] {
  const known = decoded.get(likeness) ?? decodeFace(likeness.face);
  decoded.set(likeness, known);
  return known;
}
