import { describe, expect, it } from 'vitest';
import { patchInput } from '../../tests/fixtures/plans';
import { partTint } from './partTint';

/** An eye's white, shaded from one side. */
const white = (red: number, green: number, blue: number, count = 100) =>
  patchInput(
    Array.from({ length: count }, (_, i) =>
      [red, green, blue].map((channel) => channel * (0.4 + 0.004 * i)),
    ).flat(),
  );

describe('the tint of whites and teeth', () => {
  it('is not found where they are as usual, warm by nature', () => {
    expect(partTint('whites', white(0.55, 0.48, 0.45))).toBeUndefined();
    expect(partTint('teeth', white(0.6, 0.5, 0.43))).toBeUndefined();
  });

  it.each([
    ['red', 0.8, 0.48, 0.46],
    ['yellow', 0.56, 0.48, 0.25],
    ['green', 0.35, 0.48, 0.44],
    ['blue', 0.55, 0.48, 0.7],
  ] as const)('is told by its hue: %s', (towards, red, green, blue) => {
    const found = partTint('whites', white(red, green, blue));
    expect(found).toMatchObject({ is: 'tint', part: 'whites', towards });
    expect(found!.excess).toBeGreaterThan(0);
    expect(found!.excess).toBeLessThan(1);
  });

  it('asks more of teeth, which are yellower by nature', () => {
    const colour = [0.58, 0.48, 0.31] as const;
    expect(partTint('whites', white(...colour))).toBeDefined();
    expect(partTint('teeth', white(...colour))).toBeUndefined();
  });

  it('says nothing of what is too small, clipped, or so red that it is no tooth', () => {
    expect(partTint('teeth', white(0.8, 0.2, 0.15))).toBeUndefined();
    expect(partTint('whites', white(0.8, 0.48, 0.46, 10))).toBeUndefined();
    expect(partTint('whites', white(5, 3, 3))).toBeUndefined();
  });
});
