import { deltaDegrees, wrapDegrees } from '../colour/angles';

/** What a set shows of one number: its middle, and which photos stand out. */
export interface SetSpread {
  readonly median: number;
  /** standard deviation */
  readonly spread: number;
  /** the number less the median, for each that was given */
  readonly off: readonly number[];
  readonly standsOut: readonly boolean[];
}

/** Departures from the median are compared with this many of their own median (theirs is 5.2; a set is small). */
const MOST_DEPARTURES = 4;

/**
 * Which numbers stand out of a set.
 * @param least nothing that is less than this off stands out
 * @param turns whether they are degrees, which go round
 * @see Iglewicz and Hoaglin 1993, "How to detect and handle outliers", for the median of departures
 */
export function setSpread(numbers: readonly number[], least: number, turns = false): SetSpread {
  const [first = 0] = numbers;
  // Angles by how far they lie from one of them, which takes the seam away.
  const values = turns ? numbers.map((value) => first + deltaDegrees(first, value)) : numbers;
  const median = medianOf(values);
  const off = values.map((value) => value - median);
  const usual = Math.max(least, MOST_DEPARTURES * medianOf(off.map(Math.abs)));
  const mean = values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
  const variance = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / Math.max(1, values.length);
  return {
    median: turns ? wrapDegrees(median) : median,
    spread: Math.sqrt(variance),
    off,
    standsOut: off.map((value) => Math.abs(value) > usual),
  };
}

/** The middle of numbers, or the mean of the two about it; 0 of none. */
export function medianOf(values: readonly number[]): number {
  const sorted = values.toSorted((p, q) => p - q);
  const half = (sorted.length - 1) / 2;
  return sorted.length === 0 ? 0 : (sorted[Math.floor(half)]! + sorted[Math.ceil(half)]!) / 2;
}
