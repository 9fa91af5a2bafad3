import { describe, expect, it } from 'vitest';
import { renderWhole, photoOf, area as areaOf, step } from '../../tests/fixtures/plans';
import { colourAt } from '../../tests/references/measures';
import { encodePixels } from './encodePixels';
import { buildPyramid } from '../raster/pyramid';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import type { JsonObject } from '../document/kinds';
import { foregroundOf, measureEdgeColours } from './edgeColours';

const SIDE = 40;
const INSIDE = [0.05, 0.03, 0.02] as const;
const OUTSIDE = [0.5, 0.55, 0.6] as const;
/** A straight edge whose coverage falls over four pixels; each pixel mixes both colours by it. */
const alpha = (x: number) => Math.min(1, Math.max(0, (22 - x) / 4));
const data = Float32Array.from(
  Array.from({ length: SIDE * SIDE }, (_, i) =>
    [0, 1, 2].map((c) => alpha(i % SIDE) * INSIDE[c]! + (1 - alpha(i % SIDE)) * OUTSIDE[c]!),
  ).flat(),
);
const area = {
  region: { x: 0, y: 0, width: SIDE, height: SIDE, outWidth: SIDE, outHeight: SIDE },
  pixels: { space: 'srgbLinear' as const, width: SIDE, height: SIDE, data },
  coverage: {
    space: 'coverage8' as const,
    width: SIDE,
    height: SIDE,
    data: Uint8Array.from({ length: SIDE * SIDE }, (_, i) => Math.round(255 * alpha(i % SIDE))),
  },
};

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
