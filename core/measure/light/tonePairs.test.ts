import { describe, expect, it } from 'vitest';
import type { LightGroup, LightSamples, SitterLight } from './lightSamples';
import { tonePairs } from './tonePairs';

const group = (...levels: readonly number[]): LightGroup => ({
  count: levels.length,
  x: new Float64Array(levels.length),
  y: new Float64Array(levels.length),
  colours: Float64Array.from(levels.flatMap((level) => [level, level, level])),
});
const sitter = (skin: LightGroup, whites: LightGroup): SitterLight => ({
  skin,
  whites,
  body: group(),
  teeth: group(),
  eyeDarks: group(),
  browDarks: group(0.004),
  hair: group(0.03, 0.03),
  hairDarks: group(0.005),
});
const samples = (...sitters: readonly SitterLight[]): LightSamples => ({
  width: 0.6,
  height: 0.8,
  sitters,
  grounds: group(),
  minima: group(),
  cells: group(),
});
const halved = ({ colours }: LightGroup) => colours.map((value) => value / 2);

describe('readings of crossed tones', () => {
  it('go from dark to light, apart from each other, of the sitter who shows most skin', () => {
    const small = sitter(group(0.9), group(0.95));
    const large = sitter(group(0.2, 0.3, 0.4), group(0.42));
    const pairs = tonePairs(samples(small, large), halved);
    // The skin's middle and light, 0.3 and 0.35, lie too near to its shade.
    expect(pairs.map(({ name, from }) => [name, from[0]])).toEqual([
      ['darks', 0.005],
      ['hair', 0.03],
      ['skin in the shade', 0.25],
      ['whites of the eyes', 0.42],
    ]);
    for (const { from, to } of pairs) expect(to[1]).toBeCloseTo(from[1] / 2, 9);
  });

  it('are none where nobody is seen', () => expect(tonePairs(samples(), halved)).toEqual([]));
});
