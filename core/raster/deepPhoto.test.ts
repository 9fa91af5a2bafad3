import { expect, it } from 'vitest';
import { displayP3Space, srgbSpace } from '../colour/rgbSpace';
import { invertMatrix, transform } from '../colour/adaptation';
import { decodeSrgb, encodeSrgb } from '../colour/transfer';
import type { Triple } from '../colour/triple';
import { turnedCrop } from '../segment/turnedCrop';
import { buildPyramid } from './pyramid';
import type { PhotoRaster } from './raster';
import { wholeRegion } from './raster';
import { sampleRegion } from './sampleRegion';

const [WIDTH, HEIGHT] = [2200, 40];
/** A picture within sRGB, once in its own codes and once in those of Display P3 with 16 bits. */
const light = (x: number, y: number): Triple => [
  0.1 + (0.6 * x) / WIDTH,
  0.2 + 0.3 * ((x >> 3) % 2),
  0.15 + (0.3 * y) / HEIGHT,
];
const toP3 = invertMatrix(displayP3Space().toSrgb!);
function painted<Codes extends Uint8Array | Uint16Array>(
  data: Codes,
  most: number,
  of: (pixel: Triple) => Triple,
): Codes {
  for (let i = 0, o = 0; o < data.length; i++, o += 4) {
    of(light(i % WIDTH, Math.floor(i / WIDTH))).forEach(
      (value, c) => (data[o + c] = Math.round(most * encodeSrgb(value))),
    );
    data[o + 3] = most;
  }
  return data;
}
const count = 4 * WIDTH * HEIGHT;
const plain: PhotoRaster = {
  space: 'srgb8',
  width: WIDTH,
  height: HEIGHT,
  data: painted(new Uint8Array(count), 255, (pixel) => pixel),
};
const wide: PhotoRaster = {
  space: 'deep',
  width: WIDTH,
  height: HEIGHT,
  data: painted(new Uint16Array(count), 65_535, (pixel) => transform(toP3, pixel)),
  colours: displayP3Space(),
};
const [ours, theirs] = [buildPyramid(wide), buildPyramid(plain)];

it('a wide photo of 16 bits is the same light at every size as what it shows in sRGB', () => {
  for (const longSide of [WIDTH, 1500, 1000, 300]) {
    const region = wholeRegion(WIDTH, HEIGHT, longSide);
    const [a, b] = [sampleRegion(ours, region).data, sampleRegion(theirs, region).data];
    const off = a.map((value, i) => Math.abs(value - b[i]!));
    expect(Math.max(...off.filter((_, i) => i % 997 === 0)), `${longSide}`).toBeLessThan(0.006);
    expect(off.reduce((sum, value) => sum + value, 0) / off.length, `${longSide}`).toBeLessThan(0.002);
  }
  expect(ours.levels.map(({ width, data }) => [width, data.BYTES_PER_ELEMENT])).toEqual([
    [2200, 2],
    [1100, 2],
  ]);
});

it('what networks are shown of it is sRGB', () => {
  for (const side of [36, 1600]) {
    const square = { centreX: 1000, centreY: 20, side, tiltRadians: 0.1 };
    const [a, b] = [turnedCrop(ours, square, 24), turnedCrop(theirs, square, 24)];
    expect(Math.max(...a.map((value, i) => Math.abs(value - b[i]!)))).toBeLessThan(0.03);
    expect(b.some((value) => value > 0.4)).toBe(true);
  }
});

it('light that a wide space alone holds stays beyond sRGB', () => {
  const data = new Uint16Array(4 * 4).fill(65_535);
  for (let i = 0; i < 4; i++) data.set([0, 60_000, 0, 65_535], 4 * i);
  const pyramid = buildPyramid({ space: 'deep', width: 2, height: 2, data, colours: displayP3Space() });
  const [red, green, blue] = sampleRegion(pyramid, wholeRegion(2, 2)).data;
  const wanted = transform(displayP3Space().toSrgb!, [0, decodeSrgb(60_000 / 65_535), 0]);
  [red, green, blue].forEach((value, c) => expect(value).toBeCloseTo(wanted[c]!, 5));
  expect(red).toBeLessThan(-0.1);
  expect(srgbSpace().toSrgb).toBeUndefined();
});
