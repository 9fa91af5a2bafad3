import { describe, expect, it } from 'vitest';
import { headOval, uprightFrame } from '../../tests/fixtures/faceFrames';
import { ofEachClass } from './classShares';
import type { HeadGrid } from './headGrid';
import { joinedToHead } from './joinedToHead';

const SIDE = 60;
const UNIT = 20;
/** A face in the upper middle of a square of 60 pixels, a face width of 20, and what the parser says of all of it. */
function gridTold(hair: number, trust = 1): HeadGrid {
  const plane = (value: number) => new Float32Array(SIDE * SIDE).fill(value);
  return {
    region: { x: 0, y: 0, width: SIDE, height: SIDE, outWidth: SIDE, outHeight: SIDE },
    frame: uprightFrame([30, 14], UNIT, { oval: headOval(0.5, 0.7) }),
    parsed: { shares: ofEachClass((name) => plane(name === 'hair' ? hair : 0)), trust: plane(trust) },
  } as unknown as HeadGrid;
}
const grid = gridTold(0.5);

/** 1 in rectangles of left, top, right and bottom. */
function surely(...boxes: readonly (readonly [number, number, number, number])[]): Float32Array {
  return Float32Array.from({ length: SIDE * SIDE }, (_, i) => {
    const [x, y] = [i % SIDE, Math.floor(i / SIDE)];
    return Number(
      boxes.some(([left, top, right, bottom]) => x >= left && x < right && y >= top && y < bottom),
    );
  });
}

describe('hair that hangs together with the head', () => {
  const cap = [20, 2, 46, 8] as const;
  const lock = [46, 4, 52, 30] as const;

  it('goes on beyond a strap, however long it is, and not to a corner of its colour', () => {
    const beyondStrap = [46, 33, 52, 58] as const;
    const corner = [0, 45, 12, 60] as const;
    expect(joinedToHead(grid, surely(cap, lock, beyondStrap, corner))).toEqual(
      surely(cap, lock, beyondStrap),
    );
  });

  it('does not go on beyond a gap', () => {
    expect(joinedToHead(grid, surely(cap, lock, [46, 38, 52, 58]))).toEqual(surely(cap, lock));
  });

  it('is all there is where none lies about the head', () => {
    const corner = surely([0, 45, 12, 60]);
    expect(joinedToHead(grid, corner)).toEqual(corner);
  });

  it('is no patch in which the parser sees hardly any, as a tie, but what lies beyond where it looked', () => {
    const tie = [28, 30, 32, 50] as const;
    const told = gridTold(0.5);
    for (let i = 25 * SIDE; i < SIDE * SIDE; i++) told.parsed.shares.hair[i] = 0.02;
    expect(joinedToHead(told, surely(cap, lock, tie))).toEqual(surely(cap, lock));
    expect(joinedToHead(gridTold(0, 0), surely(cap, lock, tie))).toEqual(surely(cap, lock, tie));
    // At a hat it hardly sees any either.
    expect(joinedToHead(gridTold(0.02), surely(cap))).toEqual(surely(cap));
  });
});
