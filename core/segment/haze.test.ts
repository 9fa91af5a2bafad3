import { describe, expect, it } from 'vitest';
import { headOval, uprightFrame } from '../../tests/fixtures/faceFrames';
import { HEAD_CLASSES, ofEachClass } from './classShares';
import { dropHairHaze, dropHaze, sureAbout } from './haze';
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

  it('is what is hair for sure in a corner, but not what is skin there', () => {
    const side = 40;
    const head = {
      region: { x: 0, y: 0, width: side, height: side, outWidth: side, outHeight: side },
      frame: uprightFrame([20, 10], 10, { oval: headOval(0.5, 0.7) }),
      parsed: { shares: { hair: new Float32Array(side * side) }, trust: new Float32Array(side * side) },
    } as unknown as HeadGrid;
    const [cap, corner] = [20 + 4 * side, 2 + 37 * side];
    const sure = new Float32Array(side * side);
    for (const place of [cap, corner]) for (const next of [0, 1, side]) sure[place + next] = 1;
    const aboutOf = (name: 'hair' | 'skin') => sureAbout(head, sure, name).about;
    expect(aboutOf('hair')[cap]).toBeGreaterThan(0);
    expect(aboutOf('hair')[corner]).toBe(0);
    expect(aboutOf('skin')[corner]).toBeGreaterThan(0);
  });
});
