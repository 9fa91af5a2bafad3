import { describe, expect, it } from 'vitest';
import { headOval, uprightFrame } from '../../tests/fixtures/faceFrames';
import { ofEachClass } from './classShares';
import type { HeadGrid } from './headGrid';
import { buildPyramid } from '../raster/pyramid';
import { PARSER_ANSWER_SIZE, PERSON_SIZE } from './networks';
import { parserSquare } from './headParser';
import { shadeIsSkin } from './shadedJaw';
import { LocalSitterMaker } from './sitterMaker';
import type { SitterWork } from './sitterMaker';

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
    ['somewhat rough and told by half, is skin', 0.65, 0.7, 0],
    ['that is told by half and rough is a beard', 0.65, 0.85, 0.65],
    ['that is told for sure is a beard, however smooth', 0.8, 0, 0.8],
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

describe('a sitter', () => {
  it('is divided without the beard that the parser sees on a smooth jaw', () => {
    const side = 200;
    const data = new Uint8ClampedArray(4 * side * side).fill(180);
    const photo = buildPyramid({ space: 'srgb8', width: side, height: side, data });
    const frame = uprightFrame([100, 80], 60, { oval: headOval(0.5, 0.7) });
    const count = PARSER_ANSWER_SIZE ** 2;
    const square = parserSquare(frame);
    const all = new Float32Array(PERSON_SIZE ** 2).fill(0.9);
    const person = { square: { centreX: 100, centreY: 100, side, tiltRadians: 0 }, shares: all, deep: all };
    const told = (share: number) => new Float32Array(count).fill(share);
    const work = {
      frame,
      others: [],
      answers: { frame, whole: person, head: person, body: undefined },
      parsed: {
        square,
        shares: { ...ofEachClass(() => told(0)), skin: told(0.48), beard: told(0.52) },
        ofFace: told(1),
      },
    } as unknown as SitterWork;
    const divided = new LocalSitterMaker(photo, work).divide();
    expect(Math.max(...divided.told.beard)).toBe(0);
    expect(Math.max(...divided.told.skin)).toBeCloseTo(1);
  });
});
