import { describe, expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { SRGB8_OF_LINEAR, SRGB8_STEPS } from '#core/colour/transfer';
import type { Card } from '#core/render/card';
import { isSmall, tryCard } from './cardTrial';

/** A card that knows no step: it draws the picture as it was. */
const cardOf = (isSure: (pixel: number) => boolean): Card => ({
  draw: ({ source }, out) => {
    for (let p = 0; p < source.length; p++)
      out[4 * Math.floor(p / 3) + (p % 3)] = SRGB8_OF_LINEAR[(source[p]! * SRGB8_STEPS) | 0]!;
    for (let i = 0; i < source.length / 3; i++) out[4 * i + 3] = isSure(i) ? 255 : 0;
    return true;
  },
});

describe('a trial of a graphics card', () => {
  it('asks of every kind that has a form for cards, of tables and of wide screens, whether the step is seen', () => {
    const { differences, isRight } = tryCard(
      cardOf(() => true),
      KINDS,
    );
    const named = [...KINDS.adjusts.values()].filter(({ card }) => card).map(({ id }) => id);
    expect(Object.keys(differences).sort()).toEqual([...named, 'table', 'wide'].sort());
    // A card that leaves a step out is found out by each of them.
    for (const [name, { most }] of Object.entries(differences)) expect(most, name).toBeGreaterThan(3);
    expect(isRight).toBe(false);
  });

  it.each([
    [{ most: 1, unsure: 0.02 }, true],
    [{ most: 2, unsure: 0 }, false],
    [{ most: 0, unsure: 0.03 }, false],
  ])('takes %o for small: %s', (difference, small) => expect(isSmall(difference)).toBe(small));

  it('counts pixels of which a card is not sure, and asks nothing more of them', () => {
    const { differences } = tryCard(
      cardOf((pixel) => pixel % 100 > 0),
      KINDS,
    );
    expect(differences.table!.unsure).toBeCloseTo(0.01, 3);
    const never = tryCard(
      cardOf(() => false),
      KINDS,
    );
    expect(Object.values(never.differences)).toContainEqual({ most: 0, unsure: 1 });
    expect(never.isRight).toBe(false);
  });

  it('is over with a card that draws nothing', () => {
    expect(() => tryCard({ draw: () => false }, KINDS)).toThrow('draws nothing');
  });
});
