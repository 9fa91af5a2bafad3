import { beforeEach, expect, it, vi } from 'vitest';
import type { FoundSitter } from '#core/segment/found';
import { SeenSketch } from './seenSketch';

/** Pixels of ink that are put on a canvas, and where canvases are drawn. */
const put: { readonly width: number; readonly inked: readonly number[] }[] = [];
const drawn: (readonly [x: number, y: number])[] = [];

class HandCanvas {
  constructor(
    readonly width: number,
    readonly height: number,
  ) {}
  getContext() {
    return {
      canvas: this,
      putImageData: ({ data, width }: { data: Uint8ClampedArray; width: number }) =>
        put.push({
          width,
          inked: [...Array(data.length / 4).keys()].filter((i) => data[4 * i + 3]! > 0),
        }),
      drawImage: (_: unknown, x: number, y: number) => drawn.push([x, y]),
    };
  }
}
vi.stubGlobal('OffscreenCanvas', HandCanvas);
vi.stubGlobal(
  'ImageData',
  class {
    constructor(
      readonly data: Uint8ClampedArray,
      readonly width: number,
    ) {}
  },
);
beforeEach(() => put.splice(0) && drawn.splice(0));

it('a part is outlined where it lies in the photo, at the sketch’s size; what is within the skin is not apart', () => {
  // Half the size of the photo; the plate has a pixel for four of the photo along a side, its right half is covered.
  const sketch = new SeenSketch({ width: 2400, height: 1200 }, [0, 90, 112]);
  const region = { x: 200, y: 100, width: 32, height: 16, outWidth: 8, outHeight: 4 };
  const plate = { region, coverage8: Uint8Array.from({ length: 32 }, (_, i) => (i % 8 < 4 ? 0 : 255)) };
  const parts = (['hair', 'face', 'neck-limbs'] as const).map((part) => ({ part, ...plate }));
  sketch.drawParts({ parts } as unknown as FoundSitter);
  expect(drawn).toEqual([[100, 50]]);
  // The border between the eighth pixel of a row and the ninth.
  expect(put).toEqual([{ width: 16, inked: Array.from({ length: 8 }, (_, row) => 16 * row + 8) }]);
});
