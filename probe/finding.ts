/** One line of the report. */
export interface Finding {
  readonly what: string;
  readonly seen: string;
  readonly must: string;
}

/** Numerical Recipes' linear congruential generator: the same numbers every time. */
export function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

/** A copy with one to eight wrong bytes, or its end cut off. */
export function damage(bytes: Uint8Array, next: () => number): Buffer {
  const copy = Buffer.from(bytes);
  if (next() < 0.15) return copy.subarray(0, Math.floor(next() * copy.length));
  for (let n = 1 + Math.floor(8 * next()); n > 0; n--)
    copy[Math.floor(next() * copy.length)] = Math.floor(256 * next());
  return copy;
}
