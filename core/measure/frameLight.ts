import type { Triple } from '../colour/triple';

/** The same thing in two frames: its colours, linear sRGB, and how much it is trusted to be the same. */
export interface SeenTwice {
  readonly here: Triple;
  readonly there: Triple;
  readonly weight: number;
}

/** Linear light below which a channel holds more noise than colour. */
const LEAST = 0.002;
/** Linear light above which a channel may have been cut. */
const MOST = 0.93;

/**
 * By which factors a frame's channels differ from those of another one in the same room: the weighted median of what
 * is seen in both, so that a jacket that was taken off or another ground says nothing.
 * @returns factors that bring `here` to `there`, per channel; 1 where nothing can be said
 */
export function frameLight(seen: readonly SeenTwice[]): Triple {
  const channel = (c: 0 | 1 | 2) =>
    Math.exp(
      middleOf(
        seen.flatMap(({ here, there, weight }) => {
          const isRead = [here[c], there[c]].every((value) => value >= LEAST && value <= MOST);
          return isRead ? [{ value: Math.log(there[c] / here[c]), weight }] : [];
        }),
      ),
    );
  return [channel(0), channel(1), channel(2)];
}

interface Weighted {
  readonly value: number;
  readonly weight: number;
}

/** The mean of what lies about the weighted median: that alone jumps between two things that differ a little. */
function middleOf(entries: readonly Weighted[]): number {
  const middle = weightedMedian(entries);
  const near = entries.filter(({ value }) => Math.abs(value - middle) <= AGREES);
  const sum = near.reduce((total, { weight }) => total + weight, 0);
  return sum > 0 ? near.reduce((total, { value, weight }) => total + weight * value, 0) / sum : middle;
}
/** Logarithms of factors that differ by less agree: turned a little, the same cloth does. */
const AGREES = 0.08;

/** Where half of the weight lies below; between two values where it falls between them. 0 of nothing. */
function weightedMedian(entries: readonly Weighted[]): number {
  const sorted = entries.toSorted((p, q) => p.value - q.value);
  const half = sorted.reduce((sum, { weight }) => sum + weight, 0) / 2;
  let sum = 0;
  for (const [n, { value, weight }] of sorted.entries()) {
    sum += weight;
    if (sum > half) return value;
    if (sum === half) return (value + (sorted[n + 1]?.value ?? value)) / 2;
  }
  return 0;
}
