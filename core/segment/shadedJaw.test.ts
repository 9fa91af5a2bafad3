import { describe, expect, it } from 'vitest';
import { headOval, uprightFrame } from '../../tests/fixtures/faceFrames';
import { ofEachClass } from './classShares';
import type { HeadGrid } from './headGrid';
import { shadeIsSkin } from './shadedJaw';

const SIDE = 100;

/** A face of 60 pixels' width; from row 75 on a beard so sure, so much rougher than the skin. */
function jaw(sure: number, rougher: number): HeadGrid {
  const below = (i: number) => i >= 75 * SIDE;
  const plane = (make: (i: number) => number) =>
    Float32Array.from({ length: SIDE * SIDE }, (_, i) => make(i));
  const shares = {
    ...ofEachClass(() => plane(() => 0)),
    skin: plane((i) => (below(i) ? 1 - sure : 1)),
    beard: plane((i) => (below(i) ? sure : 0)),
  };
  return {
    region: { x: 0, y: 0, width: SIDE, height: SIDE, outWidth: SIDE, outHeight: SIDE },
    frame: uprightFrame([50, 45], 60, { oval: headOval(0.5, 0.7) }),
    rough: plane((i) => (below(i) ? rougher : 0)),
    parsed: { shares, trust: plane(() => 1) },
  } as unknown as HeadGrid;
}

describe('a jaw in shade', () => {
  it.each([
    ['smooth and hardly told, is skin', 0.53, 0.7, 0],
    ['that is told for sure is a beard, however smooth', 0.65, 0, 0.65],
    ['that is rough is a beard, however thin', 0.53, 1.1, 0.53],
  ] as const)('%s', (_, sure, rougher, left) => {
    const grids = [jaw(sure, rougher), jaw(sure, rougher)];
    shadeIsSkin(grids);
    for (const { parsed } of grids) {
      expect(parsed.shares.beard[90 * SIDE + 50]).toBeCloseTo(left);
      expect(parsed.shares.skin[90 * SIDE + 50]).toBeCloseTo(1 - left);
    }
  });
});
