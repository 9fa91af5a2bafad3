import { describe, expect, it } from 'vitest';
import { SRGB8_TO_LINEAR } from '../colour/transfer';
import { drawClipping } from './clipping';

/** A row of greys with one pixel set, as 8-bit codes. */
function draw(codes: readonly [number, number, number]) {
  const data = new Float32Array(3 * 7 * 5).fill(SRGB8_TO_LINEAR[128]!);
  const out = new Uint8ClampedArray(4 * 7 * 5);
  codes.forEach((code, c) => (data[3 * (2 * 7 + 3) + c] = SRGB8_TO_LINEAR[code]!));
  const counts = drawClipping({ space: 'srgbLinear', width: 7, height: 5, data }, out);
  const at = (column: number, row: number) => [
    ...out.subarray(4 * (row * 7 + column), 4 * (row * 7 + column) + 3),
  ];
  return { counts, at };
}

describe('clipping', () => {
  it('counts the last code of each channel and no other', () => {
    expect(draw([255, 128, 128]).counts).toEqual([1, 0, 0, 0, 0, 0]);
    expect(draw([254, 128, 1]).counts).toEqual([0, 0, 0, 0, 0, 0]);
    expect(draw([255, 255, 0]).counts).toEqual([1, 1, 0, 0, 0, 1]);
  });

  it('shows a channel at white in its colour, one at black as what white lacks, with the pixels beside it', () => {
    expect(draw([255, 128, 128]).at(3, 2)).toEqual([255, 0, 0]);
    expect(draw([255, 128, 128]).at(2, 1)).toEqual([255, 0, 0]);
    expect(draw([255, 128, 128]).at(0, 0)).toEqual([0, 0, 0]);
    expect(draw([128, 128, 0]).at(3, 2)).toEqual([255, 255, 0]);
    expect(draw([255, 255, 255]).at(4, 3)).toEqual([255, 255, 255]);
    expect(draw([0, 0, 0]).at(3, 2)).toEqual([0, 0, 0]);
  });

  it('counts what steps push beyond the ends', () => {
    const out = new Uint8ClampedArray(4);
    expect(
      drawClipping(
        { space: 'srgbLinear', width: 1, height: 1, data: Float32Array.from([1.4, 0.2, -0.1]) },
        out,
      ),
    ).toEqual([1, 0, 0, 0, 0, 1]);
  });
});
