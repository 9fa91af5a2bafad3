import { describe, expect, it } from 'vitest';
import { SKIN_SIDE as SIDE, skin } from '../../tests/fixtures/skin';
import { convertHsvToSrgbEncoded } from '../colour/hsv';
import { luminanceOfSrgbLinear } from '../colour/luminance';
import { decodeSrgb } from '../colour/transfer';
import type { Triple } from '../colour/triple';
import type { LinearRaster } from '../raster/raster';
import { placeReadings } from './placing';
import { doubtOfReading } from './readingDoubt';
import { RUNG_PERCENTILES } from './rungs';
import { measureTrend, oklabPlanes } from './trend';

describe('readings', () => {
  it('place themselves off blush, glints and edges, at their rungs, always alike', () => {
    const blush = (x: number, y: number) => Math.hypot(x - 40, y - 80) < 25;
    const glint = (x: number, y: number) => Math.hypot(x - 120, y - 30) < 8;
    const input = skin(
      (x, y) => (blush(x, y) ? 10 : 24),
      (x, y) => (glint(x, y) ? [0.98, 0.97, 0.96] : undefined),
    );
    const { placed } = placeReadings(input);
    expect(placed.map(({ rung }) => rung)).toEqual(['light', 'middle', 'shade']);
    expect(placed[0]!.y).toBeLessThan(placed[1]!.y);
    expect(placed[1]!.y).toBeLessThan(placed[2]!.y);
    for (const { x, y, size } of placed) {
      expect(blush(x, y) || glint(x, y)).toBe(false);
      expect(Math.min(x, y, SIDE - x, SIDE - y)).toBeGreaterThan(size / 2);
    }
    expect(placeReadings(input).placed).toEqual(placed);
  });

  it('stand inside their rung’s span of lightness, or the rung has none', () => {
    const luminances = ({ data }: LinearRaster) =>
      Array.from({ length: SIDE * SIDE }, (_, i) =>
        luminanceOfSrgbLinear([data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!]),
      );
    const input = skin(() => 24);
    const all = luminances(input.pixels);
    for (const { rung, x, y } of placeReadings(input).placed) {
      const here = all[Math.floor(y) * SIDE + Math.floor(x)]!;
      const rank = all.filter((value) => value < here).length / all.length;
      expect(rank).toBeGreaterThan(RUNG_PERCENTILES[rung][0] - 0.02);
      expect(rank).toBeLessThan(RUNG_PERCENTILES[rung][1] + 0.02);
    }
    // Where all that is dark is fine stripes, a patch in the shade covers light and dark.
    const striped = skin(
      () => 24,
      (x, y) => (y > 100 && (x >> 1) & 1 ? [0.12, 0.07, 0.05] : undefined),
    );
    const { placed, without } = placeReadings(striped);
    expect(placed.map(({ rung }) => rung)).toContain('light');
    expect(without).toContain('shade');
  });

  it('keep off nose and cheeks, and off what lies about hair and eyes', () => {
    const input = skin(() => 24);
    const face = { x: 0, y: 0, width: SIDE, height: SIDE };
    const first = placeReadings(input, { face }).placed;
    expect(first).toHaveLength(3);
    for (const { x, y } of first) expect(Math.hypot(x / SIDE - 0.5, y / SIDE - 0.5)).toBeGreaterThan(0.14);
    // Hair where they stood, and they stand elsewhere.
    const near = (i: number, reach: number) =>
      first.some(({ x, y }) => Math.hypot((i % SIDE) + 0.5 - x, Math.floor(i / SIDE) + 0.5 - y) < reach);
    const data = Uint8Array.from({ length: SIDE * SIDE }, (_, i) => (near(i, 8) ? 255 : 0));
    const { placed } = placeReadings(input, { face, others: { ...input.coverage, data } });
    expect(placed).toHaveLength(3);
    for (const { x, y } of placed) expect(near(Math.floor(y) * SIDE + Math.floor(x), 12)).toBe(false);
  });

  it('of the light have no place where a channel is near its end', () => {
    const bright = skin(
      () => 24,
      (_x, y) => (y < 70 ? [0.97, 0.8 - 0.001 * y, 0.72 - 0.001 * y] : undefined),
    );
    expect(placeReadings(bright).without).toContain('light');
  });

  it('say why they stand badly', () => {
    const input = skin(() => 24);
    const trend = measureTrend(oklabPlanes(input.pixels.data), new Float32Array(SIDE * SIDE).fill(1));
    const patch = (colour: Triple) => Float32Array.from(Array.from({ length: 25 }, () => colour).flat());
    const at = (hueDegrees: number, saturation = 0.3, value = 0.7) =>
      convertHsvToSrgbEncoded({ hueDegrees, saturation, value }).map(decodeSrgb) as unknown as Triple;
    expect(doubtOfReading(patch(at(24)), 1, trend)).toBeUndefined();
    expect(doubtOfReading(patch(at(12)), 1, trend)).toMatchObject({
      is: 'blush',
      degrees: expect.closeTo(12, 0),
    });
    expect(doubtOfReading(patch(at(40)), 1, trend)).toMatchObject({ is: 'spill' });
    expect(doubtOfReading(patch(at(24, 0.08, 0.9)), 1, trend)).toEqual({ is: 'glint' });
    expect(doubtOfReading(patch([0.99, 0.97, 0.9]), 1, trend)).toEqual({ is: 'clipped' });
    expect(doubtOfReading(patch([0.0005, 0.0004, 0.0003]), 1, trend)).toEqual({ is: 'black' });
    expect(doubtOfReading(patch([0.3, 0.3, 0.3]), 1, trend)).toEqual({ is: 'grey' });
    expect(doubtOfReading(patch(at(24)), 0.5, trend)).toEqual({ is: 'beside' });
    const mixed = Float32Array.from([...patch(at(24, 0.3, 0.9)), ...patch(at(24, 0.3, 0.4))]);
    expect(doubtOfReading(mixed, 1, trend)).toEqual({ is: 'mixed' });
  });
});
