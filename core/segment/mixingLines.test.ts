import { describe, expect, it } from 'vitest';
import type { LinearRaster } from '../raster/raster';
import { CLASS_CHANNELS, LINE_CHANNELS, NO_CLASS, classColours, mixingLines } from './mixingLines';

const SIZE = 32;
const CELLS = 8;
const HAIR = [0.3, 0.2, 0.1] as const;
const GROUND = [0.32, 0.24, 0.2] as const;

/**
 * Hair to the left, ground to the right; the ground is anything from half to one and a half times as bright.
 */
function scene() {
  const data = new Float32Array(SIZE * SIZE * 3);
  const labels = new Uint8Array(SIZE * SIZE);
  for (let i = 0; i < labels.length; i++) {
    const left = i % SIZE < SIZE / 2;
    const light = left ? 1 + 0.02 * (((i * 13) % 5) - 2) : 0.5 + ((i * 7) % 11) / 10;
    labels[i] = left ? 0 : 1;
    data.set(
      (left ? HAIR : GROUND).map((channel) => channel * light),
      3 * i,
    );
  }
  return { fine: { space: 'srgbLinear' as const, width: SIZE, height: SIZE, data }, labels };
}

/** Colours of two classes, looked at so many cells about each. */
const coloursOf = (fine: LinearRaster, labels: Uint8Array, radius = 2) =>
  classColours(fine, labels, { classes: 2, trust: () => 1, columns: CELLS, rows: CELLS, radius });

function lineAt(cell: number, doubt = 0) {
  const { fine, labels } = scene();
  const [hair, ground] = coloursOf(fine, labels);
  const out = new Float32Array(CELLS * CELLS * LINE_CHANNELS);
  mixingLines(hair!, ground!, out, doubt);
  const line = out.subarray(cell * LINE_CHANNELS);
  return {
    line,
    place: ([r, g, b]: readonly number[]) => line[0]! * r! + line[1]! * g! + line[2]! * b! - line[3]!,
    hairSpread: line[4]!,
    groundSpread: line[5]!,
  };
}

describe('colours of classes near a cell', () => {
  it('means and products count pixels of the class alone, near and far', () => {
    const { fine, labels } = scene();
    const [hair, ground] = coloursOf(fine, labels, 1);
    for (const cell of [0, CELLS * CELLS - 1]) {
      const o = cell * CLASS_CHANNELS;
      for (const channel of [0, 1, 2]) {
        expect(hair![o + 1 + channel]).toBeCloseTo(HAIR[channel]!, 2);
        expect(ground![o + 1 + channel]! / ground![o + 1]!).toBeCloseTo(GROUND[channel]! / GROUND[0], 4);
      }
      expect(ground![o + 4]! - ground![o + 1]! ** 2).toBeGreaterThan(0.005);
      expect(hair![o + 4]! - hair![o + 1]! ** 2).toBeLessThan(0.001);
    }
  });

  it('a class without a pixel has no colours, and no line leads to it', () => {
    const { fine } = scene();
    const [hair, none] = coloursOf(fine, new Uint8Array(SIZE * SIZE));
    const out = new Float32Array(CELLS * CELLS * LINE_CHANNELS);
    expect(none!.every((value) => value === 0)).toBe(true);
    mixingLines(hair!, none!, out);
    expect(out[9 * LINE_CHANNELS + 4]).toBe(Infinity);
    expect(
      classColours(fine, new Uint8Array(SIZE * SIZE).fill(NO_CLASS), {
        classes: 1,
        trust: () => 1,
        columns: CELLS,
        rows: CELLS,
        radius: 2,
      })[0]!.every((value) => value === 0),
    ).toBe(true);
  });
});

describe('mixing line (Fisher’s discriminant)', () => {
  it('puts the ground at 0, hair at 1 and their mixture between, whatever the ground’s brightness', () => {
    const { place, groundSpread } = lineAt(CELLS * 4 + 4);
    expect(place(HAIR)).toBeCloseTo(1, 1);
    for (const light of [0.6, 1, 1.4])
      expect(Math.abs(place(GROUND.map((channel) => channel * light)))).toBeLessThan(0.15);
    for (const share of [0.25, 0.5, 0.75])
      expect(
        Math.abs(place(HAIR.map((channel, n) => share * channel + (1 - share) * GROUND[n]!)) - share),
      ).toBeLessThan(0.1);
    // Along the plain difference of the means the same ground spreads wider than hair and ground lie apart.
    expect(groundSpread).toBeLessThan(0.2);
  });

  it('runs along the plain difference of the means where nothing is known of how they vary', () => {
    const { line } = lineAt(CELLS * 4 + 4, 100);
    const apart = HAIR.map((channel, n) => channel - GROUND[n]!);
    const square = apart.reduce((sum, value) => sum + value * value, 0);
    apart.forEach((value, n) => expect(line[n]!).toBeCloseTo(value / square, 0));
    expect(line[2]! / line[0]!).toBeCloseTo(apart[2]! / apart[0]!, 0);
  });
});
