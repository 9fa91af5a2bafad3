import { describe, expect, it } from 'vitest';
import { renderWhole, photoOf, area as areaOf, step } from '../../tests/fixtures/plans';
import { colourAt } from '../../tests/references/measures';
import { encodePixels } from './encodePixels';
import { buildPyramid } from '../raster/pyramid';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import type { JsonObject } from '../document/kinds';
import { foregroundOf, measureEdgeColours } from './edgeColours';
import type { EdgeColours } from './edgeColours';

const SIDE = 40;
/** So large that its edge is softened in cells, which do not go into it without a rest. */
const LARGE = 533;
const INSIDE = [0.05, 0.03, 0.02] as const;
const OUTSIDE = [0.5, 0.55, 0.6] as const;
/** A straight edge whose coverage falls over four pixels; each pixel mixes both colours by it. */
const alpha = (x: number) => Math.min(1, Math.max(0, (22 - x) / 4));
function straightEdge(side: number, alpha: (x: number) => number) {
  const data = new Float32Array(3 * side * side);
  for (let i = 0; i < side * side; i++)
    for (let c = 0; c < 3; c++)
      data[3 * i + c] = alpha(i % side) * INSIDE[c]! + (1 - alpha(i % side)) * OUTSIDE[c]!;
  const coverage = Uint8Array.from({ length: side * side }, (_, i) => Math.round(255 * alpha(i % side)));
  return {
    region: { x: 0, y: 0, width: side, height: side, outWidth: side, outHeight: side },
    pixels: { space: 'srgbLinear' as const, width: side, height: side, data },
    coverage: { space: 'coverage8' as const, width: side, height: side, data: coverage },
  };
}
const area = straightEdge(SIDE, alpha);
const { data } = area.pixels;

describe('colours along an edge', () => {
  it('give back what a strand has of its own in a pixel that it shares', () => {
    const edge = measureEdgeColours(area);
    for (const x of [18, 19, 20]) {
      const share = alpha(x);
      const pixel = Float32Array.from([0, 1, 2], (c) => data[3 * (20 * SIDE + x) + c]!);
      foregroundOf(edge, pixel, 0, { x: x + 0.5, y: 20.5, alpha: share });
      INSIDE.forEach((channel, c) => expect(pixel[c]).toBeCloseTo(channel, 1.5));
    }
  });

  it('do so of a large area too, to the border of what is seen', () => {
    const wide = (x: number) => alpha(x - LARGE + SIDE + 10);
    const large = straightEdge(LARGE, wide);
    const edge = measureEdgeColours(large);
    expect(edge.region.outWidth).toBe(Math.ceil(LARGE / 2));
    for (const row of [0, 266, LARGE - 1])
      for (let x = 0; x < LARGE; x++) {
        const share = wide(x);
        if (share === 0 || share === 1) continue;
        const pixel = large.pixels.data.slice(3 * (row * LARGE + x), 3 * (row * LARGE + x) + 3);
        foregroundOf(edge, pixel, 0, { x: x + 0.5, y: row + 0.5, alpha: share });
        INSIDE.forEach((channel, c) => expect(pixel[c]).toBeCloseTo(channel, 1.5));
      }
  });

  it('are in cells what a picture of half the size has by the pixel, and go on one cell farther', () => {
    const half = straightEdge(200, (x) => Number(x < 163));
    half.pixels.data.forEach((channel, p, data) => (data[p] = channel * (0.4 + ((p * 7919) % 601) / 500)));
    const doubled = <Data extends Float32Array | Uint8Array>(from: Data, to: Data, channels: number) =>
      to.map((_, p) => {
        const [c, i] = [p % channels, Math.floor(p / channels)];
        return from[channels * (200 * Math.floor(i / 800) + Math.floor((i % 400) / 2)) + c]!;
      }) as Data;
    const whole = straightEdge(400, () => 0);
    whole.pixels.data = doubled(half.pixels.data, whole.pixels.data, 3);
    whole.coverage.data = doubled(half.coverage.data, whole.coverage.data, 1);
    const [byPixel, inCells] = [half, whole].map(measureEdgeColours) as [EdgeColours, EdgeColours];
    expect(inCells.data.length).toBe(byPixel.data.length);
    const rowOf = ({ data }: EdgeColours) => data.slice(6 * 200 * 100, 6 * 200 * 101);
    const [known, carried] = [byPixel, inCells].map(rowOf) as [Float32Array, Float32Array];
    const isKnown = (column: number) => known[6 * column + 3] !== 0;
    const columns = Array.from({ length: 200 }, (_, column) => column);
    const first = columns.findIndex(isKnown);
    const last = columns.findLastIndex(isKnown);
    expect(first).toBeGreaterThan(100);
    known.forEach(
      (value, n) => n >= 6 * first && n < 6 * last + 6 && expect(carried[n]).toBeCloseTo(value, 3),
    );
    const isCarried = (column: number) => carried[6 * column + 3] !== 0;
    expect([first - 1, first - 2].map(isCarried)).toEqual([true, false]);
  });

  it('are the same where the area’s box is a pixel larger', () => {
    const wide = (x: number) => alpha(x - LARGE + SIDE + 10);
    const large = straightEdge(LARGE, wide);
    large.pixels.data.forEach((channel, p, data) => (data[p] = channel * (0.4 + ((p * 7919) % 601) / 500)));
    const last = LARGE - 1;
    const cut = <Data extends Float32Array | Uint8Array>(data: Data, channels: number) =>
      data.filter((_, p) => {
        const i = Math.floor(p / channels);
        return i >= LARGE && i % LARGE > 0;
      }) as Data;
    const less = {
      region: { x: 1, y: 1, width: last, height: last, outWidth: last, outHeight: last },
      pixels: { ...large.pixels, width: last, height: last, data: cut(large.pixels.data, 3) },
      coverage: { ...large.coverage, width: last, height: last, data: cut(large.coverage.data, 1) },
    };
    const [one, other] = [large, less].map(measureEdgeColours) as [EdgeColours, EdgeColours];
    for (let x = 0; x < LARGE; x++) {
      const place = { x: x + 0.5, y: 266.5, alpha: wide(x) };
      if (place.alpha === 0) continue;
      const [p, q] = [0, 0].map(() =>
        large.pixels.data.slice(3 * (266 * LARGE + x), 3 * (266 * LARGE + x) + 3),
      );
      foregroundOf(one, p!, 0, place);
      foregroundOf(other, q!, 0, place);
      p!.forEach((channel, c) => expect(q![c]).toBeCloseTo(channel, 6));
    }
  });

  it('never take more out of a pixel than it holds', () => {
    const pixel = Float32Array.of(0.001, 0.001, 0.001);
    foregroundOf(measureEdgeColours(area), pixel, 0, { x: 20.5, y: 20.5, alpha: 0.5 });
    pixel.forEach((channel) => expect(channel).toBeGreaterThanOrEqual(0));
    expect(Math.max(...pixel)).toBeLessThanOrEqual(0.002 + 1e-6);
  });

  it('take no more of what is behind out of a pixel than it shows, where its coverage is too low', () => {
    const edge = measureEdgeColours(area);
    const darker = INSIDE.map((channel) => 0.8 * channel);
    for (const own of [INSIDE, darker]) {
      const pixel = Float32Array.from(own);
      foregroundOf(edge, pixel, 0, { x: 20.5, y: 20.5, alpha: 0.6 });
      own.forEach((channel, c) => expect(pixel[c]).toBeCloseTo(channel, 2));
    }
  });

  const AT_22 = { light: 22, middle: 22, shade: 22 };
  const PUSH = { hue: 0, amount: 100 };
  it.each([
    ['hue-to-target', { ...NO_TARGETS, hue: AT_22 }],
    ['match', { to: { by: 'numbers', from: [188, 173, 137], to: [225, 120, 190] }, light: 1, colour: 1 }],
    ['balance', { light: PUSH, middle: PUSH, shade: PUSH }],
    ['cast-trim', { family: 90, width: 90, toward: 0, amount: 1, depth: 0, keepsSaturation: false }],
  ] as const)('are why %s on skin leaves what lies behind it as it was', (kind, parameters) => {
    const skin = [0.5, 0.42, 0.25] as const;
    const picture = (front: readonly number[]) => {
      const mixed = Float32Array.from({ length: 3 * SIDE * SIDE }, (_, p) => {
        const share = alpha(Math.floor(p / 3) % SIDE);
        return share * front[p % 3]! + (1 - share) * OUTSIDE[p % 3]!;
      });
      const encoded = new Uint8ClampedArray(4 * SIDE * SIDE);
      encodePixels(mixed, encoded);
      return buildPyramid({
        space: 'srgb8',
        width: SIDE,
        height: SIDE,
        data: new Uint8Array(encoded.buffer),
      });
    };
    const pyramid = picture(skin);
    const { after } = renderWhole(
      pyramid,
      photoOf(pyramid, areaOf([]), [step(kind, parameters as unknown as JsonObject)]),
      area.coverage.data,
    );
    const row = 20 * SIDE;
    const turned = colourAt(after, row + 5);
    expect(turned[1]).toBeLessThan(skin[1] - 0.02);
    for (const x of [18, 19, 20, 21])
      turned.forEach((channel, c) =>
        expect(colourAt(after, row + x)[c]).toBeCloseTo(alpha(x) * channel + (1 - alpha(x)) * OUTSIDE[c]!, 2),
      );
  });
});
