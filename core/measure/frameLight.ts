import type { Triple } from '../colour/triple';
import { medianOf } from './setSpread';

/** The same thing in two frames: its colours, linear sRGB. */
export interface SeenTwice {
  readonly here: Triple;
  readonly there: Triple;
}

/** Linear light below which a channel holds more noise than colour. */
const LEAST = 0.002;
/** Linear light above which a channel may have been cut. */
const MOST = 0.93;
/** Logarithms of factors that differ by less agree: turned a little, the same cloth does. */
const AGREES = 0.08;

/**
 * By which factors a frame's channels differ from those of another one in the same room: the mean of what lies about
 * the median of all that is seen in both, so that a jacket that was taken off or another ground says nothing.
 * @returns factors that bring `here` to `there`, per channel; 1 where nothing can be said
 */
export function frameLight(seen: readonly SeenTwice[]): Triple {
  const channel = (c: 0 | 1 | 2) => {
    const read = seen.filter(({ here, there }) =>
      [here[c], there[c]].every((value) => value >= LEAST && value <= MOST),
    );
    const factors = read.map(({ here, there }) => Math.log(there[c] / here[c]));
    const middle = medianOf(factors);
    const near = factors.filter((value) => Math.abs(value - middle) <= AGREES);
    // Between two things that differ there may be nothing.
    return Math.exp(near.length > 0 ? near.reduce((sum, value) => sum + value, 0) / near.length : middle);
  };
  return [channel(0), channel(1), channel(2)];
}
