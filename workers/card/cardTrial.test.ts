import { describe, expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { SRGB8_OF_LINEAR, SRGB8_STEPS } from '#core/colour/transfer';
import type { Card } from '#core/render/card';
import { tryCard } from './cardTrial';

/** A card that knows no step: it draws the picture as it was, changed a little. */
const cardOf = (
  change: (code: number, pixel: number) => number,
  isSure = (_pixel: number) => true,
): Card => ({
  draw: ({ source }, out) => {
    for (let p = 0; p < source.length; p++)
      out[4 * Math.floor(p / 3) + (p % 3)] = change(
        SRGB8_OF_LINEAR[(source[p]! * SRGB8_STEPS) | 0]!,
        Math.floor(p / 3),
      );
    for (let i = 0; i < source.length / 3; i++) out[4 * i + 3] = isSure(i) ? 255 : 0;
    return true;
  },
});

describe('a trial of a graphics card', () => {
  it('asks of every kind that has a form for cards, of tables and of wide screens, whether the step is seen', () => {
    const { differences, isRight } = tryCard(
      cardOf((code) => code),
      KINDS,
    );
    const named = [...KINDS.adjusts.values()].filter(({ card }) => card).map(({ id }) => id);
    expect(Object.keys(differences).sort()).toEqual([...named, 'table', 'wide'].sort());
    // A card that leaves a step out is found out by each of them.
    for (const [name, { most }] of Object.entries(differences)) expect(most, name).toBeGreaterThan(3);
    expect(isRight).toBe(false);
  });

  it('lets a card be unsure of a few pixels, not of many', () => {
    const unsure = (share: number) =>
      tryCard(
        cardOf(
          (code) => code,
          (pixel) => pixel % 100 >= 100 * share,
        ),
        KINDS,
      ).differences.table!.unsure;
    expect(unsure(0.01)).toBeCloseTo(0.01, 3);
    expect(unsure(0.5)).toBeCloseTo(0.5, 3);
  });

  it('is over with a card that draws nothing', () => {
    expect(() => tryCard({ draw: () => false }, KINDS)).toThrow('draws nothing');
  });
});
