import { describe, expect, it } from 'vitest';
import { uprightFrame } from '../../tests/fixtures/faceFrames';
import { HEAD_CLASSES, ofEachClass } from './classShares';
import { dropHairHaze, dropHaze } from './haze';
import type { HeadGrid } from './headGrid';

const region = { x: 0, y: 0, width: 2, height: 1, outWidth: 2, outHeight: 1 };

/** Two cells, at the first of which the parser sees a neck, and no class is sure. */
const grid = {
  region,
  frame: uprightFrame([1, 0], 1),
  parsed: {
    shares: ofEachClass((name) => Float32Array.of(Number(name === 'skin'), Number(name === 'background'))),
    trust: Float32Array.of(1, 1),
  },
} as unknown as HeadGrid;
const nowhere = { grid, about: new Float32Array(2) };
const classesOf = (shares: Readonly<Record<string, readonly [number, number]>>) =>
  ofEachClass((name) => Float32Array.of(...(shares[name] ?? [0, 0])));

describe('haze', () => {
  it('of hair that took all of a place goes to what is expected there, not to the background', () => {
    const classes = classesOf({ hair: [1, 1] });
    dropHairHaze(classes, nowhere, region);
    expect([classes.hair[0], classes.skin[0], classes.background[1]]).toEqual([0, 1, 1]);
  });

  it('of hair over something is shared by that, and nothing is lost', () => {
    const classes = classesOf({ hair: [0.2, 0.2], clothes: [0.8, 0.6], background: [0, 0.2] });
    dropHairHaze(classes, nowhere, region);
    expect(classes.clothes[0]).toBeGreaterThan(0.94);
    for (const i of [0, 1])
      expect(HEAD_CLASSES.reduce((sum, name) => sum + classes[name][i]!, 0)).toBeCloseTo(1);
  });

  it('of skin is of the ground beside, to which most of the place belongs', () => {
    const classes = classesOf({ skin: [0.4, 0.4], clothes: [0.6, 0], background: [0, 0.6] });
    dropHaze('skin', classes, nowhere, region);
    expect([...classes.clothes, ...classes.background]).toEqual([1, 0, 0, 1].map((v) => expect.closeTo(v)));
  });
});
