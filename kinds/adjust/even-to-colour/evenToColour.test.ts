import { describe, expect, it } from 'vitest';
import { ciede2000 } from '#core/colour/ciede2000';
import { convertSrgbLinearToCielabD50 } from '#core/colour/cielab';
import { hexOfSrgbLinear } from '#core/colour/hex';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { Triple } from '#core/colour/triple';
import { grain } from '../../../tests/fixtures/paint';
import { patchInput, run } from '../../../tests/fixtures/plans';
import { compileEvenToColour, measureEvenToColour } from './compute';
import { EVEN_TO_COLOUR_START, NEUTRAL } from './schema';
import type { EvenToColourParameters } from './schema';

const SIDE = 160;
const places = {
  x: Float32Array.from({ length: SIDE * SIDE }, (_, i) => (i % SIDE) + 0.5),
  y: Float32Array.from({ length: SIDE * SIDE }, (_, i) => Math.floor(i / SIDE) + 0.5),
};
const painted = (oklabAt: (x: number, y: number) => Triple) =>
  Float32Array.from(
    Array.from({ length: SIDE * SIDE }, (_, i) =>
      convertOklabToSrgbLinear(oklabAt(i % SIDE, Math.floor(i / SIDE))),
    ).flat(),
  );
/** A plaster wall: light falls off across it, a corner is pink, grain all over. */
const patchyWall = painted((x, y) => [
  0.8 - 0.25 * (x / SIDE) + 0.01 * grain(x, y),
  0.01 + 0.04 * Math.exp(-((x - 120) ** 2 + (y - 40) ** 2) / 1500),
  0.02,
]);
const evened = (pixels: Float32Array, parameters: EvenToColourParameters) =>
  run(
    compileEvenToColour(parameters, measureEvenToColour(patchInput(pixels, SIDE), parameters)),
    pixels,
    places,
  );
/** Mean OKLab of a square about a place. */
function around(pixels: Float32Array, x: number, y: number, half = 6): Triple {
  const sum = [0, 0, 0];
  for (let row = y - half; row < y + half; row++)
    for (let column = x - half; column < x + half; column++) {
      const p = 3 * (row * SIDE + column);
      convertSrgbLinearToOklab([pixels[p]!, pixels[p + 1]!, pixels[p + 2]!]).forEach(
        (value, c) => (sum[c]! += value / (2 * half) ** 2),
      );
    }
  return sum as unknown as Triple;
}
const SPOTS = [
  [20, 20],
  [80, 80],
  [120, 40],
  [140, 140],
] as const;
const ALL = { ...EVEN_TO_COLOUR_START, falloff: 1 };
const hueOf = ([, a, b]: Triple) => (Math.atan2(b, a) * 180) / Math.PI;

describe('evenness to a colour', () => {
  it('makes a patchy, unevenly lit wall one tone, the one asked for, with its grain', () => {
    const wanted: Triple = convertOklabToSrgbLinear([0.75, -0.01, 0.03]);
    const out = evened(patchyWall, { ...ALL, colour: hexOfSrgbLinear(wanted) });
    for (const [x, y] of SPOTS) {
      const here = convertOklabToSrgbLinear(around(out, x, y));
      expect(
        ciede2000(convertSrgbLinearToCielabD50(here), convertSrgbLinearToCielabD50(wanted)),
      ).toBeLessThan(1);
    }
    const step = (pixels: Float32Array) => around(pixels, 81, 80, 1)[0] - around(pixels, 80, 80, 1)[0];
    const fine = (pixels: Float32Array) => {
      let sum = 0;
      for (let x = 60; x < 100; x++)
        sum += Math.abs(around(pixels, x + 1, 80, 1)[0] - around(pixels, x, 80, 1)[0]);
      return sum;
    };
    expect(Math.sign(step(out))).toBe(Math.sign(step(patchyWall)));
    expect(fine(out) / fine(patchyWall)).toBeCloseTo(1, 0.5);
  });

  it('draws to its own middle colour where none is chosen', () => {
    const out = evened(patchyWall, ALL);
    const lights = SPOTS.map(([x, y]) => around(out, x, y)[0]);
    expect(Math.max(...lights) - Math.min(...lights)).toBeLessThan(0.01);
    expect(lights[0]).toBeCloseTo(0.675, 1.5);
  });

  it('moves hue, saturation and lightness each by its share, the others staying', () => {
    const wanted = hexOfSrgbLinear(convertOklabToSrgbLinear([0.5, -0.02, 0.05]));
    const before = around(patchyWall, 120, 40);
    const only = (change: Partial<EvenToColourParameters>) =>
      around(evened(patchyWall, { ...NEUTRAL, colour: wanted, ...change }), 120, 40);
    const chroma = ([, a, b]: Triple) => Math.hypot(a, b);
    const half = only({ hue: 0.5 });
    expect(hueOf(half) - hueOf(before)).toBeCloseTo((111.8 - hueOf(before)) / 2, -1);
    expect(chroma(half)).toBeCloseTo(chroma(before), 2);
    const strong = only({ saturation: 1 });
    expect(hueOf(strong)).toBeCloseTo(hueOf(before), 0);
    expect(chroma(strong)).toBeCloseTo(0.0539, 2);
    const dark = only({ lightness: 0.5, falloff: 0.5 });
    expect(dark[0]).toBeCloseTo((before[0] + 0.5) / 2, 1.5);
    expect(hueOf(dark)).toBeCloseTo(hueOf(before), 0);
  });

  it('takes stains away and leaves falloff, or the other way about, as asked', () => {
    const stained = painted((x, y) => [
      0.7 - 0.2 * (x / SIDE) - 0.08 * Math.exp(-((x - 80) ** 2 + (y - 80) ** 2) / 20),
      0.02,
      0.02,
    ]);
    const light = (of: Partial<EvenToColourParameters>, x: number) =>
      around(evened(stained, { ...NEUTRAL, ...of }), x, 80, 2)[0];
    const stain = (of: Partial<EvenToColourParameters>) => light(of, 100) - light(of, 80);
    const falloff = (of: Partial<EvenToColourParameters>) => light(of, 20) - light(of, 140);
    expect(stain({})).toBeGreaterThan(0.03);
    expect(stain({ lightness: 1 })).toBeLessThan(0.01);
    expect(falloff({ lightness: 1 })).toBeGreaterThan(0.12);
    expect(falloff({ falloff: 1 })).toBeLessThan(0.05);
  });

  it('keeps the grain of colour, and luminance while lightness is not drawn', () => {
    const grainy = painted((x, y) => [0.6, 0.05 + 0.01 * grain(x, y), 0.03]);
    const out = evened(grainy, {
      ...NEUTRAL,
      hue: 1,
      saturation: 1,
      colour: hexOfSrgbLinear(convertOklabToSrgbLinear([0.6, -0.05, 0.08])),
    });
    const spread = (pixels: Float32Array) => {
      const chromas = Array.from({ length: 400 }, (_, n) => {
        const p = 3 * ((40 + Math.floor(n / 20)) * SIDE + 40 + (n % 20));
        const [, a, b] = convertSrgbLinearToOklab([pixels[p]!, pixels[p + 1]!, pixels[p + 2]!]);
        return [a, b] as const;
      });
      const mean = [0, 1].map((c) => chromas.reduce((sum, entry) => sum + entry[c as 0]! / 400, 0));
      return Math.sqrt(
        chromas.reduce((sum, [a, b]) => sum + ((a - mean[0]!) ** 2 + (b - mean[1]!) ** 2) / 400, 0),
      );
    };
    expect(spread(out) / spread(grainy)).toBeGreaterThan(0.8);
    for (const p of [3 * 3000, 3 * 9000]) {
      const luminance = (of: Float32Array) => luminanceOfSrgbLinear([of[p]!, of[p + 1]!, of[p + 2]!]);
      expect(luminance(out)).toBeCloseTo(luminance(grainy), 3);
    }
  });

  it('takes the colours within its reach alone: a red edge becomes green, the green stays to the bit', () => {
    const leaf = painted((x) => (x < 80 ? [0.6, 0.12, 0.05] : [0.6, -0.08, 0.08]));
    const out = evened(leaf, {
      ...ALL,
      lightness: 0,
      falloff: 0,
      colour: hexOfSrgbLinear(convertOklabToSrgbLinear([0.6, -0.08, 0.08])),
      reach: { hue: 23, chroma: 130, reach: 50, soft: 30 },
    });
    expect(around(out, 40, 80)[1]).toBeCloseTo(-0.08, 1.5);
    expect([...out.slice(3 * 120, 3 * 150)]).toEqual([...leaf.slice(3 * 120, 3 * 150)]);
  });

  it('gives grey the wanted hue, and shade less chroma than light', () => {
    const greys = painted((x) => [x < 80 ? 0.8 : 0.4, 0, 0]);
    const out = evened(greys, {
      ...ALL,
      lightness: 0,
      falloff: 0,
      colour: hexOfSrgbLinear(convertOklabToSrgbLinear([0.8, 0.06, 0.06])),
    });
    const [light, shade] = [around(out, 40, 80), around(out, 120, 80)];
    expect(hueOf(light)).toBeCloseTo(45, -1);
    expect(Math.hypot(shade[1], shade[2])).toBeLessThan(0.6 * Math.hypot(light[1], light[2]));
  });
});
