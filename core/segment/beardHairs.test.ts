import { describe, expect, it } from 'vitest';
import { partBeardHairs } from './beardHairs';
import { ofEachClass } from './classShares';
import type { HeadGrid } from './headGrid';

const SIDE = 60;
const region = { x: 0, y: 0, width: SIDE, height: SIDE, outWidth: SIDE, outHeight: SIDE };
/** The head as the parser tells it: below, a beard of some density. */
function told(density: number): HeadGrid {
  const shares = ofEachClass(() => new Float32Array(SIDE * SIDE));
  shares.beard.fill(density, (SIDE * SIDE) / 2);
  shares.skin.fill(1 - density, (SIDE * SIDE) / 2);
  shares.skin.fill(1, 0, (SIDE * SIDE) / 2);
  return { region, frame: { unit: 40 }, parsed: { shares } } as unknown as HeadGrid;
}
const SKIN = [0.5, 0.3, 0.2];
const HAIR = [0.04, 0.03, 0.02];

/** Skin above, a beard below; of the beard's pixels those in every fourth column have a colour of their own. */
function head(fourth: readonly number[]) {
  const fine = {
    space: 'srgbLinear' as const,
    width: SIDE,
    height: SIDE,
    data: new Float32Array(3 * SIDE * SIDE),
  };
  const classes = ofEachClass(() => new Float32Array(SIDE * SIDE));
  for (let i = 0; i < SIDE * SIDE; i++) {
    const isBeard = i >= (SIDE * SIDE) / 2;
    const below = i % 4 === 0 ? fourth : HAIR;
    const colour = isBeard ? below : SKIN;
    // Colours that do not vary at all tell nothing about how far they vary.
    fine.data.set(
      colour.map((value, c) => value * (1 + 0.1 * Math.sin(i * (c + 1)))),
      3 * i,
    );
    classes.beard[i] = isBeard ? 0.95 : 0;
    classes.skin[i] = isBeard ? 0.05 : 1;
  }
  return { fine, classes };
}

const meanOf = (shares: Float32Array, belongs: (i: number) => boolean) => {
  const members = shares.filter((_, i) => belongs(i));
  return members.reduce((sum, share) => sum + share, 0) / members.length;
};
const isFourth = (i: number) => i >= (SIDE * SIDE) / 2 && i % 4 === 0;
const isOther = (i: number) => i >= (SIDE * SIDE) / 2 && i % 4 !== 0;

describe('skin between the hairs of a beard', () => {
  const between = (share: number) => SKIN.map((v, c) => share * v + (1 - share) * HAIR[c]!);
  it.each([
    ['is skin where it shows', SKIN, 0.75, 0, 0.25],
    ['is skin in the shade of the hairs too', SKIN.map((v) => 0.4 * v), 0.75, 0, 0.45],
    ['is skin by half where a hair covers half of the pixel', between(0.5), 0.85, 0.3, 0.75],
    ['is beard where hairs cover it', HAIR, 0.9, 0.7, 1],
    ['is beard where a dense one shines', between(0.1), 0.98, 0.8, 1],
  ])('%s', (_, colour, density, least, most) => {
    const { fine, classes } = head(colour);
    partBeardHairs(told(density), classes, { region, fine });
    const share = meanOf(classes.beard, isFourth);
    expect(share).toBeGreaterThanOrEqual(least);
    expect(share).toBeLessThanOrEqual(most);
    expect(meanOf(classes.beard, isOther)).toBeGreaterThan(0.7);
    classes.beard.forEach((value, i) => expect(value + classes.skin[i]!).toBeCloseTo(1, 5));
  });

  it('is as much as the parser says of the beard about it', () => {
    const mean = (density: number) => {
      const { fine, classes } = head(between(0.5));
      partBeardHairs(told(density), classes, { region, fine });
      return meanOf(classes.beard, (i) => i > 0.75 * SIDE * SIDE);
    };
    expect(mean(0.5)).toBeGreaterThan(0.4);
    expect(mean(0.5)).toBeLessThan(0.55);
    expect(mean(0.9)).toBeGreaterThan(0.78);
  });

  it('is left as it is where nobody wears a beard', () => {
    const { fine, classes } = head(SKIN);
    classes.beard.fill(0);
    const before = classes.skin.slice();
    partBeardHairs(told(0), classes, { region, fine });
    expect(classes.skin).toEqual(before);
  });
});
