import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { strips } from '#core/raster/strips';

describe('strips', () => {
  it('cover every row once, from top to bottom, none larger than asked unless it has the fewest rows', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9000 }), fc.integer({ min: 1, max: 9000 }), (width, height) => {
        let row = 0;
        for (const { x, y, width: across, height: down, outWidth, outHeight } of strips(width, height, 1e5)) {
          expect([x, y, across, outWidth, outHeight]).toEqual([0, row, width, width, down]);
          expect(down * width <= 1e5 || down <= 16).toBe(true);
          row += down;
        }
        expect(row).toBe(height);
      }),
      { seed: 11, numRuns: 100 },
    );
  });
});
