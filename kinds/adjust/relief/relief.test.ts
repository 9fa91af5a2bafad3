import { describe, expect, it } from 'vitest';
import { patchInput, run } from '../../../tests/fixtures/plans';
import { compileRelief, measureRelief } from './compute';

const SIDE = 256;
/** Grey with waves of a length in pixels. */
const waves = (length: number) =>
  Float32Array.from(
    { length: 3 * SIDE * SIDE },
    (_, i) => 0.3 + 0.03 * Math.sin((2 * Math.PI * (Math.floor(i / 3) % SIDE)) / length),
  );
const places = {
  x: Float32Array.from({ length: SIDE * SIDE }, (_, i) => (i % SIDE) + 0.5),
  y: Float32Array.from({ length: SIDE * SIDE }, (_, i) => Math.floor(i / SIDE) + 0.5),
};
/** Range of the waves in the middle row, away from the border. */
const range = (pixels: Float32Array) => {
  const row = Array.from({ length: 128 }, (_, i) => pixels[3 * (128 * SIDE + 64 + i)]!);
  return Math.max(...row) - Math.min(...row);
};
const changed = (length: number, amount: number) =>
  range(
    run(compileRelief({ amount }, measureRelief(patchInput(waves(length), SIDE))), waves(length), places),
  ) / range(waves(length));

describe('relief', () => {
  it('softens the band between pores and shading, and leaves both alone', () => {
    expect(changed(16, -1)).toBeLessThan(0.35);
    expect(changed(3, -1)).toBeGreaterThan(0.85);
    expect(changed(128, -1)).toBeGreaterThan(0.85);
    expect(changed(16, 1)).toBeGreaterThan(1.5);
  });

  it('moves light alone: the ratio of channels stays', () => {
    const pixels = waves(16).map((value, i) => value * [1, 0.7, 0.5][i % 3]!);
    const out = run(compileRelief({ amount: -1 }, measureRelief(patchInput(pixels, SIDE))), pixels, places);
    for (let p = 0; p < 3000; p += 3) expect(out[p + 1]! / out[p]!).toBeCloseTo(0.7, 4);
  });
});
