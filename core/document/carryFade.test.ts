import { describe, expect, it } from 'vitest';
import { carryFade } from './carryFade';
import type { Mark } from './schema';

const FROM = { x: 100, y: 200, width: 100, height: 150 };
const TO = { x: 400, y: 100, width: 200, height: 300 };
const mark = (kind: string, parameters: Mark['parameters']): Mark => ({
  id: 'm',
  kind,
  version: 1,
  mode: 'limit',
  on: true,
  parameters,
});

describe('a fade carried to another face', () => {
  // The face is twice as large; its forehead's middle went from (150, 200) to (500, 100).
  it('moves and grows with it, by hand', () => {
    expect(
      carryFade(mark('straight-fade', { fromX: 150, fromY: 200, toX: 160, toY: 275 }), FROM, TO)!.parameters,
    ).toEqual({ fromX: 500, fromY: 100, toX: 520, toY: 250 });
    expect(
      carryFade(mark('round-fade', { x: 150, y: 275, radius: 30, soft: 0.4 }), FROM, TO)!.parameters,
    ).toEqual({ x: 500, y: 250, radius: 60, soft: 0.4 });
    expect(carryFade(mark('round-fade', { x: 1, y: 2, radius: 3, soft: 0 }), FROM, FROM)!.parameters).toEqual(
      { x: 1, y: 2, radius: 3, soft: 0 },
    );
  });

  it('is nothing for what is no fade', () =>
    expect(carryFade(mark('brush', { strokes: [] }), FROM, TO)).toBeUndefined());
});
