import { describe, expect, it } from 'vitest';
import { lightOfCones } from '#core/colour/adaptation';
import type { LightFinding } from '#core/measure/light/findLight';
import type { Triple } from '#core/colour/triple';
import { lightMendWords, lightWords } from './lightWords';

const SIZE = { width: 1000, height: 1000 };
const MEASURED = { difference: 8.4, sure: 'sure', asks: undefined } as const;
const light = (colour: Triple, change: object = {}): LightFinding => ({
  is: 'light',
  light: colour,
  ...MEASURED,
  ...change,
});
const veil = (peak: Triple, x: number, y: number, base: Triple = [0, 0, 0]): LightFinding => ({
  is: 'veil',
  veil: { x, y, reach: 300, peak, base },
  ...MEASURED,
});

describe('the light in words', () => {
  it('says by how much it is too warm, cool, green or magenta, the greater first', () => {
    // By hand: green over the mean of red and blue is 1.14 of neutral's; its square root twice over.
    expect(lightWords(light([0.96, 1.0944, 0.96]), SIZE)).toBe(
      'the picture is lit 14 % too green (ΔE00 8 over the picture, sure)',
    );
    expect(lightWords(light(lightOfCones(1.2, 0.6)), SIZE)).toMatch(/lit \d+ % too warm/);
    expect(lightWords(light(lightOfCones(0.9, 1.4)), SIZE)).toMatch(/lit \d+ % too cool/);
  });

  it.each([
    [
      [0.1, 0.15, 0.02],
      60,
      80,
      'a yellow-green veil lies on the upper left of the picture, strongest at the corner',
    ],
    [[0.1, 0.02, 0.02], 900, 500, 'a red veil lies on the right of the picture'],
    [[0.02, 0.05, 0.15], 500, 950, 'a blue veil lies on the lower of the picture'],
    [[0.1, 0.1, 0.1], 500, 500, 'a grey veil lies over the middle of the picture'],
  ] as const)('names a veil %o at %i, %i by its hue and its place', (peak, x, y, words) => {
    expect(lightWords(veil(peak, x, y), SIZE)).toContain(words.replace('the lower of', 'the lower part of'));
  });

  it('says that little tells of a light, which is left', () => {
    const light: LightFinding = {
      ...MEASURED,
      is: 'light',
      light: [1.1, 1, 0.8],
      sure: 'unsure',
      asks: 'hardly-told',
    };
    expect(lightWords(light, SIZE)).toContain(
      'but little in the picture tells of it); it is left unless you ask',
    );
    expect(lightMendWords(light)).toBe('Make the light neutral all the same');
  });

  it('says how lights and shades are tinted apart, and what sets it right', () => {
    const tones: LightFinding = {
      is: 'tones',
      pairs: [
        { name: 'darks', from: [0.004, 0.01, 0.03], to: [0.01, 0.01, 0.01] },
        { name: 'whites of the eyes', from: [0.6, 0.5, 0.48], to: [0.5, 0.5, 0.48] },
      ],
      ...MEASURED,
    };
    expect(lightWords(tones, SIZE)).toBe(
      'lights and shades are tinted apart: whites of the eyes 10 % too warm and 10 % too magenta, darks far too cool (ΔE00 8 over the picture, sure)',
    );
    expect(lightMendWords(tones)).toBe('Set curves by these readings');
    const bySkin = { ...tones, sure: 'unsure', asks: 'skin-alone' } as const;
    expect(lightWords(bySkin, SIZE)).toContain('told by skin alone');
    expect(lightMendWords(bySkin)).toContain('all the same');
  });
});
