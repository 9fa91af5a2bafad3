import { describe, expect, it } from 'vitest';
import { GROUNDS, shareOver } from './strandShares';
import type { Surroundings } from './strandShares';

const WALL = GROUNDS.find(({ name }) => name === 'background')!;
const SKIN = GROUNDS.find(({ name }) => name === 'skin')!;
/** Hardly any spread: colours lie on their line. */
const SURE = 1e-6;
const AT_EDGE: Surroundings = { near: 0.5, within: 0.5, gate: 1, prior: 0.5 };
const DEEP: Surroundings = { near: 1, within: 1, gate: 1, prior: 0.99 };
const BARE: Surroundings = { near: 0, within: 0, gate: 1, prior: 0 };

describe('a pixel’s share of hair', () => {
  it.each([
    ['on a wall', WALL],
    ['on skin', SKIN],
  ])('is all or nothing where nothing else is near %s', (_, ground) => {
    // A strand that shines looks a little like the ground.
    expect(shareOver(ground, 0.97, SURE, DEEP)).toBe(1);
    expect(shareOver(ground, 0, SURE, BARE)).toBe(0);
  });

  it('follows the pixel’s own colour where it tells, and the class where it does not', () => {
    const [thin, thick] = [0.2, 0.8].map((own) => shareOver(WALL, own, SURE, AT_EDGE));
    expect(thin).toBeCloseTo(0.2, 1);
    expect(thick).toBeCloseTo(0.8, 1);
    const [vague, vaguer] = [0.2, 0.8].map((own) => shareOver(WALL, own, 100, AT_EDGE));
    expect(vaguer! - vague!).toBeLessThan(0.01);
  });

  it('does not follow a colour that would not be seen to be a strand', () => {
    const unseen = { ...AT_EDGE, prior: 0, gate: 0 };
    expect(shareOver(WALL, 0.9, SURE, unseen)).toBe(0);
  });

  it('counts skin in the shade of hair as less hair than it looks', () => {
    expect(shareOver(SKIN, 0.5, SURE, AT_EDGE)).toBeLessThan(shareOver(WALL, 0.5, SURE, AT_EDGE) - 0.2);
  });
});
