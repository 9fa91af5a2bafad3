import { describe, expect, it } from 'vitest';
import type { Triple } from '#core/colour/triple';
import { findGloss, glossLine, whiteIn } from './gloss';

const BODIES: readonly (readonly [string, Triple])[] = [
  ['reddish', [0.3, 0.12, 0.08]],
  ['grey', [0.2, 0.2, 0.2]],
  ['bluish', [0.05, 0.1, 0.3]],
];

describe('gloss as a sum of channels', () => {
  it.each(BODIES)('says of a %s body what is said channel by channel', (_name, body) => {
    const samples = Float32Array.from(
      { length: 900 },
      (_, p) => body[p % 3]! * (0.5 + ((p * 31) % 97) / 97) + (p % 7 === 0 ? 0.2 : 0),
    );
    const gloss = findGloss(samples, body);
    const [red, green, blue, added] = glossLine(gloss);
    let seen = 0;
    for (let p = 0; p < samples.length; p += 3) {
      const colour: Triple = [samples[p]!, samples[p + 1]!, samples[p + 2]!];
      const over = red * colour[0] + green * colour[1] + blue * colour[2] + added - gloss.floor;
      const white = over > 0 ? Math.min(over, Math.max(0, Math.min(...colour))) : 0;
      expect(white).toBeCloseTo(whiteIn(gloss, ...colour), 6);
      seen += Number(white > 0);
    }
    // Of some there is gloss, of others none.
    expect(seen).toBeGreaterThan(2);
    expect(seen).toBeLessThan(250);
  });
});
