import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { CardTrial } from '#workers/client';
import { useDrawnBy } from './drawnBy';

const tryCard = vi.fn<(mayBeSlow: boolean) => Promise<CardTrial | undefined>>();
const drawByCard = vi.fn();
vi.mock('../composables/useWorkers', () => ({
  useWorkers: () => ({ tryCard, renderers: { drawByCard } }),
}));

const trial = (cardMs: number, isRight = true): CardTrial => ({
  differences: {},
  isRight,
  cardMs,
  processorMs: 50,
});

beforeEach(() => {
  setActivePinia(createPinia());
  tryCard.mockReset();
  drawByCard.mockReset();
});

describe('who draws pictures', () => {
  it.each([
    ['a card that is quicker and right', trial(20), true],
    ['a card that is slower', trial(80), false],
    ['a card that draws other colours', trial(20, false), false],
    ['no card', undefined, false],
  ])('%s', async (_name, tried, uses) => {
    tryCard.mockResolvedValue(tried);
    const drawnBy = useDrawnBy();
    await drawnBy.decide();
    expect(tryCard).toHaveBeenCalledWith(false);
    expect(drawByCard.mock.calls).toEqual([[{ uses, mayBeSlow: false }]]);
    expect(drawnBy.byCard).toBe(uses);
  });

  it('is the card where somebody insists, though it is slower; never where it draws other colours', async () => {
    const drawnBy = useDrawnBy();
    drawnBy.choice = 'card';
    tryCard.mockResolvedValueOnce(trial(80)).mockResolvedValueOnce(trial(20, false));
    await drawnBy.decide();
    await drawnBy.decide();
    expect(drawByCard.mock.calls).toEqual([
      [{ uses: true, mayBeSlow: true }],
      [{ uses: false, mayBeSlow: true }],
    ]);
  });

  it('is the processor, untried, where somebody says so, and where the driver fails', async () => {
    const drawnBy = useDrawnBy();
    drawnBy.choice = 'processor';
    await drawnBy.decide();
    expect(tryCard).not.toHaveBeenCalled();
    drawnBy.choice = 'quicker';
    tryCard.mockRejectedValue(new Error('the driver failed'));
    await drawnBy.decide();
    expect(drawByCard.mock.calls.map(([use]) => (use as { uses: boolean }).uses)).toEqual([false, false]);
    expect([drawnBy.isTrying, drawnBy.trial]).toEqual([false, undefined]);
  });
});
