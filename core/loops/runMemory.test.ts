import { describe, expect, it } from 'vitest';
import { dye, pigmentFor } from '#kinds/adjust/recolour/pigment';
import { compileVeil } from '#kinds/adjust/veil/compute';
import { apart, numbers } from '../../tests/fixtures/loops';
import { buildPyramid } from '../raster/pyramid';
import { sampleRegion } from '../raster/sampleRegion';
import { applyStep } from '../render/applyStep';
import type { EdgeColours } from '../render/edgeColours';
import { encodePixels } from '../render/encodePixels';
import { NO_PLACES } from '../render/kinds';
import { fromOklab, toOklab } from '../render/oklabRuns';
import type { PixelKernel } from '../render/kinds';
import { tableKernel } from '../render/tableKernel';
import { withPlainLoops } from './compiledLoops';
import { RUN_PIXELS, TABLE_NODES, memoryOf, runMemory } from './runMemory';

/** A run of pixels where the loops can work on it, or anywhere where there are none. */
function runOf(colours: Float32Array): Float32Array {
  const pixels = runMemory()?.pixels.subarray(0, colours.length) ?? new Float32Array(colours.length);
  pixels.set(colours);
  return pixels;
}

/** What becomes of colours by a change that is made where they lie. */
function changed(from: Float32Array, change: (pixels: Float32Array) => void): Float32Array {
  const pixels = runOf(from);
  change(pixels);
  return pixels.slice();
}

const darken: PixelKernel = (pixels, count) => {
  for (let p = 0; p < 3 * count; p++) pixels[p]! *= Math.abs(pixels[p]!) ** 0.2;
};

/** As many pixels as no vector divides, beyond black and white too. */
const colours = numbers(3 * 1357, 5).map((value) => 1.1 * value - 0.05);
const inside = numbers(3 * 1357, 5);

describe('runs of pixels in the compiled loops', () => {
  it('lie in their memory, unless plain loops are asked for', () => {
    const { pixels } = runMemory()!;
    expect(memoryOf(pixels)).toBe(runMemory());
    expect(memoryOf(new Float32Array(3))).toBeUndefined();
    expect(withPlainLoops(() => memoryOf(pixels))).toBeUndefined();
    expect(pixels.length).toBeGreaterThan(3 * RUN_PIXELS);
  });

  it.each([0, 1, 15, 16, 1357])('go through a step as in the plain ones: %i pixels', (count) => {
    const coverage = Uint8Array.from(numbers(count, 3), (value, i) => (i % 40 < 20 ? 0 : 256 * value));
    const stepped = () =>
      changed(colours.slice(0, 3 * count), (pixels) =>
        applyStep(pixels, coverage, darken, { strength: 0.7 }),
      );
    expect(apart(stepped)).toBeLessThan(1e-6);
    const result = stepped();
    coverage.forEach((value, i) => {
      if (value === 0) expect(result.slice(3 * i, 3 * i + 3)).toEqual(colours.slice(3 * i, 3 * i + 3));
    });
    if (count > 100) expect(result).not.toEqual(colours.slice(0, 3 * count));
  });

  it('go through a table as in the plain ones, in every order of the channels and outside its cube', () => {
    const { kernel: table } = tableKernel(darken, TABLE_NODES);
    const corners = Float32Array.from(
      { length: 3 * 27 },
      (_, i) => (Math.floor(i / 3 / 3 ** (i % 3)) % 3) / 2,
    );
    for (const all of [colours, corners]) {
      const looked = () => changed(all, (pixels) => table(pixels, all.length / 3, NO_PLACES));
      // Once while nodes are worked out, once more when they are there.
      expect(apart(looked)).toBeLessThan(1e-5);
      expect(apart(looked)).toBeLessThan(1e-5);
    }
  });

  it('come through a table whose cells they lie between, be it by the last digit', () => {
    const steps = TABLE_NODES - 1;
    const between = Float32Array.from({ length: 9 * steps }, (_, i) =>
      Math.min(1, ((i / 9) | 0) ** 2 / steps ** 2 + ((i % 3) - 1) * 3e-8 * (i / 9 / steps) ** 2),
    );
    const { kernel: table } = tableKernel(darken, TABLE_NODES);
    const looked = () => changed(between, (pixels) => table(pixels, between.length / 3, NO_PLACES));
    expect(apart(looked)).toBeLessThan(1e-5);
    expect(apart(looked)).toBeLessThan(1e-5);
  });

  it('have room for some tables at a time; the others are looked up plainly, and give the same', () => {
    const memory = runMemory()!;
    memory.beginRound();
    const tables = Array.from(
      { length: 40 },
      (_, k) =>
        tableKernel((pixels, count) => {
          for (let p = 0; p < 3 * count; p++) pixels[p]! *= k / 40;
        }, TABLE_NODES).kernel,
    );
    for (let round = 0; round < 2; round++) {
      tables.forEach((table, k) => {
        const pixels = runOf(inside.slice(0, 300));
        table(pixels, 100, NO_PLACES);
        pixels.forEach((value, i) => expect(Math.abs(value - (inside[i]! * k) / 40)).toBeLessThan(1e-5));
      });
      memory.beginRound();
    }
  });

  it('show their own colours along an edge as in the plain ones: enlarged, smaller, beyond its border, in cells too large', () => {
    const edgeOver = (outWidth: number, outHeight: number): EdgeColours => ({
      region: { x: 100, y: 50, width: 2 * outWidth, height: 2 * outHeight, outWidth, outHeight },
      channels: 6,
      data: numbers(6 * outWidth * outHeight, 31).map((value) => 2 * value - 1),
    });
    const coverage = Uint8Array.from(numbers(1357, 3), (value, i) => (i % 50 < 7 ? 0 : 320 * value));
    coverage.forEach((value, i) => value < 64 && i % 3 === 0 && (coverage[i] = 255));
    const [edge, other, wide] = [edgeOver(40, 30), edgeOver(40, 30), edgeOver(1300, 3)];
    other.data.reverse();
    for (const [colours, region, first] of [
      [edge, { x: 100, y: 50, width: 80, height: 60, outWidth: 80, outHeight: 60 }, 2001],
      [edge, { x: 130.5, y: 70.2, width: 9, height: 7, outWidth: 150, outHeight: 120 }, 149],
      // The same rows of other colours.
      [other, { x: 130.5, y: 70.2, width: 9, height: 7, outWidth: 150, outHeight: 120 }, 149],
      [other, { x: 20, y: 0, width: 240, height: 200, outWidth: 37, outHeight: 50 }, 0],
      [wide, { x: 100, y: 50, width: 2600, height: 6, outWidth: 700, outHeight: 4 }, 350],
    ] as const) {
      const cleaned = () =>
        changed(inside, (pixels) =>
          applyStep(pixels, coverage, darken, { strength: 1, at: { region, first, edge: colours } }),
        );
      expect(apart(cleaned)).toBeLessThan(1e-5);
      expect(cleaned()).not.toEqual(
        changed(inside, (pixels) => applyStep(pixels, coverage, darken, { strength: 1 })),
      );
    }
  });

  it('become OKLab and linear light again as in the plain ones, black and what is below it too', () => {
    const dark = Float32Array.from(colours, (value, i) => (i % 5 === 0 ? 0 : value * 10 ** -(i % 13)));
    for (const all of [colours, dark]) {
      expect(apart(() => changed(all, (pixels) => toOklab(pixels, all.length / 3)))).toBeLessThan(1e-5);
      const back = changed(all, (pixels) => {
        toOklab(pixels, all.length / 3);
        fromOklab(pixels, all.length / 3);
      });
      back.forEach((value, i) => expect(Math.abs(value - all[i]!)).toBeLessThan(1e-5));
    }
    const lab = runOf(Float32Array.of(1, 1, 1));
    toOklab(lab, 1);
    [1, 0, 0].forEach((value, c) => expect(lab[c]).toBeCloseTo(value, 5));
  });

  it('become the same codes, those beyond the gamut too', () => {
    for (const channels of [3, 4] as const) {
      const encoded = () => {
        const out = new Uint8Array(channels * 4000).fill(9);
        encodePixels(
          numbers(3 * 3999, 8).map((value) => 1.3 * value - 0.15),
          out,
          channels,
          channels,
        );
        encodePixels(runOf(colours.slice(0, 3)), out, 0, channels);
        return out;
      };
      expect(apart(encoded)).toBe(0);
      expect(encoded().subarray(0, channels)).not.toEqual(new Uint8Array(channels).fill(9));
    }
  });

  it('are taken from a photo as they are, beyond its border too', () => {
    const [width, height] = [2100, 3];
    const data = Uint8Array.from(numbers(4 * width * height, 2), (value) => 256 * value);
    const photo = buildPyramid({ space: 'srgb8', width, height, data });
    for (const x of [0, -7, 9, -2100, 2100])
      expect(
        apart(
          () => sampleRegion(photo, { x, y: -1, width, height, outWidth: width, outHeight: height }).data,
        ),
      ).toBe(0);
  });

  it('are weighed together from a photo as in the plain ones: smaller, between its pixels, beyond its border', () => {
    const [width, height] = [61, 37];
    const data = Uint8Array.from(numbers(4 * width * height, 2), (value) => 256 * value);
    const photo = buildPyramid({ space: 'srgb8', width, height, data });
    for (const region of [
      { x: 0, y: 0, width, height, outWidth: 40, outHeight: 21 },
      { x: 2.3, y: 1.7, width: 20, height: 20, outWidth: 20, outHeight: 20 },
      { x: -9, y: 30, width: 30, height: 20, outWidth: 11, outHeight: 7 },
      { x: -50, y: 3, width: 30, height: 20, outWidth: 11, outHeight: 7 },
      { x: 70, y: 50, width: 30, height: 20, outWidth: 11, outHeight: 7 },
    ])
      expect(apart(() => sampleRegion(photo, region).data)).toBeLessThan(1e-6);
  });

  it('are dyed as in the plain ones', () => {
    const pigment = pigmentFor(inside.slice(0, 300), [0.02, 0.3, 0.1]);
    const dyed = () => changed(colours, (pixels) => dye(pigment, pixels, colours.length / 3));
    expect(apart(dyed)).toBeLessThan(1e-5);
    expect(dyed()).not.toEqual(colours);
  });

  it('lose a veil as in the plain ones, from black on', () => {
    const veil = compileVeil({
      x: 500,
      y: 300,
      reach: 400,
      colour: '#c8d070',
      amount: 0.3,
      hazeColour: '#808890',
      haze: 0.02,
    })!;
    const region = { x: 0, y: 0, width: 1357, height: 1, outWidth: 1357, outHeight: 1 };
    const at = { region, first: 0, placed: true };
    const all = new Uint8Array(1357).fill(255);
    const taken = () => changed(colours, (pixels) => applyStep(pixels, all, veil, { strength: 1, at }));
    expect(apart(taken)).toBeLessThan(1e-6);
    expect(taken()).not.toEqual(colours);
  });
});
