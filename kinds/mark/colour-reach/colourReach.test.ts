import { describe, expect, it } from 'vitest';
import { convertHsvToSrgbEncoded } from '#core/colour/hsv';
import { buildPyramid } from '#core/raster/pyramid';
import { sampleRegion } from '#core/raster/sampleRegion';
import { prepareColourReach, rasteriseColourReach } from './rasterise';
import type { ColourReachParameters } from './schema';

const COLOURS = [
  [20, 0.4, 0.8],
  [30, 0.4, 0.7],
  [210, 0.5, 0.6],
  [0, 0, 0.5],
] as const;
/** Four fields of 20 by 20: two skins, a blue, a grey. */
const data = Uint8Array.from(
  Array.from({ length: 80 * 20 }, (_, i) => {
    const [hueDegrees, saturation, value] = COLOURS[Math.floor((i % 80) / 20)]!;
    return [
      ...convertHsvToSrgbEncoded({ hueDegrees, saturation, value }).map((channel) =>
        Math.round(255 * channel),
      ),
      255,
    ];
  }).flat(),
);
const pyramid = buildPyramid({ space: 'srgb8', width: 80, height: 20, data });
const region = { x: 0, y: 0, width: 80, height: 20, outWidth: 80, outHeight: 20 };
const at = (x: number, takes = true) => ({ x, y: 10, width: 7, height: 7, takes });
const reach = (change: Partial<ColourReachParameters>) => {
  const out = new Float32Array(1600);
  rasteriseColourReach(
    prepareColourReach(
      { patches: [at(10)], hue: 5, saturation: 20, lightness: 8, soft: 0.2, ...change },
      { pyramid },
    ),
    region,
    out,
    { sample: (part) => sampleRegion(pyramid, part) },
  );
  return [10, 30, 50, 70].map((x) => Math.round(100 * out[10 * 80 + x]!) / 100);
};

describe('colour reach', () => {
  it('takes what is near its patch in hue, saturation and lightness, and nothing else', () =>
    expect(reach({})).toEqual([1, 0, 0, 0]));
  it('reaches further with wider spans', () =>
    expect(reach({ hue: 40, lightness: 30, saturation: 60 })).toEqual([1, 1, 0, 0]));
  it('takes by several patches, and removes by others', () => {
    expect(reach({ patches: [at(10), at(50)] })).toEqual([1, 0, 1, 0]);
    expect(reach({ patches: [at(10), at(30, false)], hue: 40, lightness: 30, saturation: 60 })[1]).toBe(0);
  });
  it('finds grey by grey, of no hue', () => expect(reach({ patches: [at(70)] })).toEqual([0, 0, 0, 1]));
  it('covers nothing without patches, or with one beside the photo', () => {
    expect(reach({ patches: [] })).toEqual([0, 0, 0, 0]);
    expect(reach({ patches: [at(900)] })).toEqual([0, 0, 0, 0]);
  });
});
