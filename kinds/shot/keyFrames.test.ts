import { describe, expect, it } from 'vitest';
import { noMotion } from '#core/follow/motion';
import { leftToFollow } from './keyFrames';

const all = { from: 0, to: 99 };
const still = noMotion({ x: 0, y: 0, width: 8, height: 8, outWidth: 4, outHeight: 4 });
const state = (n: number) => ({
  n,
  hand: { onward: still, back: still },
  found: new Map(),
  faces: new Map(),
});
const doneFrom = (from: number, to: number) => (n: number) => from <= n && n <= to;
const nothing = () => false;

describe('what is left to follow from a key frame', () => {
  it('goes up to the frames that are wanted, and on to where people are looked for', () => {
    const reach = (from: number, to: number) =>
      leftToFollow(50, { all, wanted: { from, to }, every: 12 }, nothing, {})!.reach;
    expect(reach(0, 99)).toEqual(all);
    expect(reach(40, 55)).toEqual({ from: 38, to: 62 });
    expect(reach(60, 63)).toEqual({ from: 50, to: 74 });
    expect(reach(3, 20)).toEqual({ from: 2, to: 50 });
    expect(reach(50, 50)).toEqual({ from: 50, to: 50 });
  });

  it('begins where following ended, on the side that is not whole', () => {
    const left = (done: (n: number) => boolean, states: Parameters<typeof leftToFollow>[3]) =>
      leftToFollow(50, { all, wanted: all, every: 12 }, done, states);
    const [before, after] = [state(26), state(86)];
    expect(left(doneFrom(20, 50), { before })).toMatchObject({ reach: all, goOn: { before } });
    expect(left(doneFrom(0, 90), { before, after })).toMatchObject({
      reach: { from: 50, to: 99 },
      goOn: { after },
    });
    expect(left(doneFrom(0, 99), { before, after })).toBe(undefined);
  });

  it('begins anew where frames before the state are of something else', () => {
    const { goOn } = leftToFollow(50, { all, wanted: all, every: 12 }, doneFrom(0, 80), {
      after: state(86),
    })!;
    expect(goOn).toEqual({});
    expect(
      leftToFollow(50, { all, wanted: all, every: 12 }, (n) => n !== 50, { after: state(86) })!.goOn,
    ).toEqual({});
  });
});
