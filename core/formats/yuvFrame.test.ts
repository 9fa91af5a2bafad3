import { describe, expect, it } from 'vitest';
import { yuvFrame } from './yuvFrame';

/** An even picture. */
function frameOf([r, g, b]: readonly [number, number, number], width = 4, height = 2) {
  const codes = Uint8Array.from({ length: 4 * width * height }, (_, i) => [r, g, b, 255][i % 4]!);
  return yuvFrame(codes, width, { width, height });
}

describe('a frame of a clip', () => {
  // Bars of 100 %: ITU-R BT.709 in 8 bits, from memory; worked out again from its equations.
  it.each([
    ['white', [255, 255, 255], [235, 128, 128]],
    ['yellow', [255, 255, 0], [219, 16, 138]],
    ['cyan', [0, 255, 255], [188, 154, 16]],
    ['green', [0, 255, 0], [173, 42, 26]],
    ['magenta', [255, 0, 255], [78, 214, 230]],
    ['red', [255, 0, 0], [63, 102, 240]],
    ['blue', [0, 0, 255], [32, 240, 118]],
    ['black', [0, 0, 0], [16, 128, 128]],
  ] as const)('holds %s as the standard says', (_name, colour, codes) => {
    const { data } = frameOf(colour);
    expect([data[0], data[8], data[10]]).toEqual(codes);
  });

  it('has its colours at half the size, the mean of four, odd sides included', () => {
    const row = [255, 255, 255, 255, 0, 0, 0, 255, 90, 90, 90, 255];
    const { data } = yuvFrame(Uint8Array.from([...row, ...row, ...row]), 3, { width: 3, height: 3 });
    expect(data.length).toBe(9 + 2 * 4);
    expect([...data.subarray(0, 3)]).toEqual([235, 16, 93]);
    expect(new Set(data.subarray(9))).toEqual(new Set([128]));
  });

  it('leaves out what lies beyond its size', () => {
    const codes = Uint8Array.from({ length: 4 * 3 }, (_, i) => [255, 0, 90][i >> 2]!);
    const { width, data } = yuvFrame(codes, 3, { width: 2, height: 1 });
    expect([width, data.length, data[0], data[1]]).toEqual([2, 4, 235, 16]);
  });
});
