import { describe, expect, it } from 'vitest';
import { headOval, uprightFrame } from '../../tests/fixtures/faceFrames';
import type { HeadGrid } from './headGrid';
import { joinedToHead } from './joinedToHead';

const SIDE = 60;
const UNIT = 20;
/** A face in the upper middle of a square of 60 pixels, a face width of 20. */
const grid = {
  region: { x: 0, y: 0, width: SIDE, height: SIDE, outWidth: SIDE, outHeight: SIDE },
  frame: uprightFrame([30, 14], UNIT, { oval: headOval(0.5, 0.7) }),
} as unknown as HeadGrid;

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
});
