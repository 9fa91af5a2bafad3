import { converter, parse } from 'culori';
import { describe, expect, it } from 'vitest';
import { PALETTES } from '../colour/palettes';
import { namedColour } from './namedColour';

describe('colours by name', () => {
  it('takes palette names before CSS ones, and CSS in every form', () => {
    expect(namedColour('Level 7  Copper', 'hair')?.colour).toBe(
      PALETTES.hair.find(({ name }) => name === 'level 7 copper')!.colour,
    );
    expect(namedColour('grey-green', 'irises')?.colour).toBe(
      PALETTES.irises.find(({ name }) => name === 'grey-green')!.colour,
    );
    expect(namedColour('rebeccapurple', 'any')?.colour).toBe('#663399');
    expect(namedColour('rgb(10 20 30)', 'lips')?.colour).toBe('#0a141e');
    expect(namedColour('6d7a63', 'irises')?.colour).toBe('#6d7a63');
    expect(namedColour('no colour', 'irises')).toBeUndefined();
    expect(namedColour('', 'irises')).toBeUndefined();
  });

  it('brings a colour beyond sRGB in by chroma: hue and lightness stay', () => {
    const { l, c, h } = converter('oklch')(parse(namedColour('oklch(0.7 0.4 150)', 'any')!.colour)!);
    expect(l).toBeCloseTo(0.7, 2);
    expect(Math.abs(h! - 150)).toBeLessThan(1);
    expect(c).toBeLessThan(0.3);
  });

  it('palettes are what they say, by an independent library (culori 4.0.2)', () => {
    const oklch = (colour: string) => converter('oklch')(parse(colour)!);
    const hair = (name: string) => oklch(PALETTES.hair.find((entry) => entry.name === name)!.colour);
    for (let level = 2; level <= 10; level++)
      expect(hair(`level ${level} neutral`).l).toBeGreaterThan(hair(`level ${level - 1} neutral`).l + 0.02);
    expect(hair('level 6 copper').h!).toBeCloseTo(52, 0);
    expect(hair('level 6 gold').h!).toBeCloseTo(78, 0);
    expect(oklch(PALETTES.irises.find(({ name }) => name === 'grey')!.colour).c).toBeLessThan(0.012);
    for (const palette of Object.values(PALETTES))
      expect(new Set(palette.map(({ name }) => name)).size).toBe(palette.length);
  });
});
