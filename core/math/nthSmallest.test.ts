import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { nthSmallest } from './nthSmallest';

describe('the n-th smallest value', () => {
  it('is where sorting puts it, of the first values alone', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.double({ noNaN: true }), fc.constantFrom(-1, 0, 1)), { minLength: 1 }),
        fc.nat(),
        (values, pick) => {
          const n = pick % values.length;
          const held = Float64Array.from([...values, -Infinity]);
          const sorted = Float64Array.from(values).sort();
          expect(nthSmallest(held, values.length, n) - sorted[n]! || 0).toBe(0);
          expect(held.toSorted()).toEqual(Float64Array.from([...values, -Infinity]).sort());
        },
      ),
    );
  });
});
