import { describe, expect, it } from 'vitest';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { SRGB8_TO_LINEAR, encodeSrgb, encodeSrgb8 } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import { areaMean } from '#core/measure/areaMean';
import { portrait, truthMask } from '../../../tests/fixtures/truth';
import { area, photoOf, renderWhole, step } from '../../../tests/fixtures/plans';
import { colourAt, textureCorrelation } from '../../../tests/references/measures';
import { compileRecolour, measureRecolour } from './compute';
import type { RecolourMeasures } from './compute';

const hex = (linear: readonly number[]) => `#${linear.map((channel) => encodeSrgb8(channel).toString(16).padStart(2, '0')).join('')}`;
const BROWN: RecolourMeasures = { body: [0.12, 0.06, 0.03], glossFloor: 0.005 };
const run = (colour: string | null, variation: number, measures: RecolourMeasures, pixels: readonly number[]) => {
  const data = Float32Array.from(pixels);
  compileRecolour({ colour, variation }, measures)?.(data, data.length / 3);
  return [...data];
};

describe('recolour', () => {
  it('brings the body to the wanted colour', () => {
    run('#6d7a63', 1, BROWN, BROWN.body!).forEach((value, i) => expect(value).toBeCloseTo(SRGB8_TO_LINEAR[[0x6d, 0x7a, 0x63][i]!]!, 5));
  });

  it('keeps the order of luminance: shading stays shading', () => {
    const shades = [0.1, 0.4, 0.8, 1.2, 1.9].map((light) => luminanceOfSrgbLinear(run('#58748c', 1, BROWN, BROWN.body!.map((channel) => channel * light)) as unknown as Triple));
    expect(shades).toEqual(shades.toSorted((p, q) => p - q));
  });

  it('leaves glints white: what gloss adds is added to the new colour', () => {
    const glint = BROWN.body!.map((channel) => channel + 0.6), [red, green, blue] = run('#58748c', 1, BROWN, glint);
    const dyed = run('#58748c', 1, BROWN, BROWN.body!);
    [red, green, blue].forEach((value, i) => expect(value! - dyed[i]!).toBeCloseTo(0.6, 1));
  });

  it('keeps the set share of variation, at each pixel’s own luminance', () => {
    const pixel = [0.16, 0.06, 0.04], full = run('#6d7a63', 1, BROWN, pixel) as unknown as Triple, none = run('#6d7a63', 0, BROWN, pixel) as unknown as Triple, half = run('#6d7a63', 0.5, BROWN, pixel);
    half.forEach((value, i) => expect(value).toBeCloseTo((full[i]! + none[i]!) / 2, 6));
    expect(luminanceOfSrgbLinear(none)).toBeCloseTo(luminanceOfSrgbLinear(full), 6);
    const target = [0x6d, 0x7a, 0x63].map((code) => SRGB8_TO_LINEAR[code]!), bright = luminanceOfSrgbLinear(none) / luminanceOfSrgbLinear(target as unknown as Triple);
    const dull = run('#6d7a63', 0, { ...BROWN, glossFloor: 1 }, pixel);
    dull.forEach((value, i) => expect(value / bright / target[i]!).toBeCloseTo(1, 1));
  });

  it('with the area’s own colour and full variation changes nothing by more than a code', async () => {
    const pyramid = await portrait('marit', 'photo'), mask = await truthMask('marit', 'lips');
    const bare = renderWhole(pyramid, photoOf(pyramid, area([]), []), mask), own = measureRecolour({ pixels: bare.before, coverage: bare.coverage, readings: [] }).body!;
    const { before, after } = renderWhole(pyramid, photoOf(pyramid, area([]), [step('recolour', { colour: hex(own), variation: 1 })]), mask);
    let farthest = 0;
    mask.forEach((value, i) => {
      if (value > 0) colourAt(after, i).forEach((channel, n) => (farthest = Math.max(farthest, Math.abs(255 * (encodeSrgb(channel) - encodeSrgb(colourAt(before, i)[n]!))))));
    });
    expect(farthest).toBeLessThan(1.5);
  });

  it.each([['lips', '#7c2f45', 0.97], ['iris', '#58748c', 0.9]] as const)('gives %s another colour of the same depth with all their texture', async (part, colour, least) => {
    const pyramid = await portrait('marit', 'photo'), mask = await truthMask('marit', part);
    const bare = renderWhole(pyramid, photoOf(pyramid, area([]), []), mask), own = luminanceOfSrgbLinear(areaMean(bare.before, bare.coverage)!);
    const wanted = [1, 3, 5].map((at) => SRGB8_TO_LINEAR[Number.parseInt(colour.slice(at, at + 2), 16)]!), level = own / luminanceOfSrgbLinear(wanted as unknown as Triple);
    const { before, after, coverage } = renderWhole(pyramid, photoOf(pyramid, area([]), [step('recolour', { colour: hex(wanted.map((channel) => channel * level)), variation: 1 })]), mask);
    expect(textureCorrelation(before, after, mask, 4.5)).toBeGreaterThan(least);
    const mean = areaMean(after, coverage)!, ratio = mean.map((channel, i) => channel / wanted[i]!);
    expect(Math.max(...ratio) / Math.min(...ratio)).toBeLessThan(1.25);
  });

  it('manages an empty area, grey, and black to white', () => {
    const nothing = { pixels: { space: 'srgbLinear' as const, width: 2, height: 1, data: new Float32Array(6) }, coverage: { space: 'coverage8' as const, width: 2, height: 1, data: new Uint8Array(2) }, readings: [] };
    expect(compileRecolour({ colour: '#ffffff', variation: 1 }, measureRecolour(nothing))).toBeUndefined();
    const grey = run('#7c2f45', 1, { body: [0.2, 0.2, 0.2], glossFloor: 0 }, [0.2, 0.2, 0.2]);
    grey.forEach((value, i) => expect(value).toBeCloseTo(SRGB8_TO_LINEAR[[0x7c, 0x2f, 0x45][i]!]!, 5));
    const black = measureRecolour({ ...nothing, coverage: { ...nothing.coverage, data: new Uint8Array(2).fill(255) } });
    run('#ffffff', 1, black, [0, 0, 0, 0.001, 0.001, 0.001]).forEach((value) => expect(Number.isFinite(value)).toBe(true));
  });
});
