import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { boxMeans } from '#core/raster/boxMeans';

/** The mean by its definition: every pixel of the window that lies on the raster. */
function plainMeans(
  data: Float32Array,
  channels: number,
  width: number,
  height: number,
  radius: number,
): number[] {
  return Array.from(data, (_, i) => {
    const channel = i % channels;
    const column = Math.floor(i / channels) % width;
    const row = Math.floor(i / channels / width);
    let sum = 0;
    let count = 0;
    for (let y = Math.max(0, row - radius); y <= Math.min(height - 1, row + radius); y++) {
      for (let x = Math.max(0, column - radius); x <= Math.min(width - 1, column + radius); x++, count++)
        sum += data[(y * width + x) * channels + channel]!;
    }
    return sum / count;
  });
}

describe('means over a window', () => {
  it('agree with the definition for any raster, channel and window, also one larger than the raster', () => {
    const size = fc.integer({ min: 1, max: 14 });
    fc.assert(
      fc.property(
        size,
        size,
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 0, max: 18 }),
        (width, height, channels, radius) => {
          const data = Float32Array.from(
            { length: width * height * channels },
            (_, i) => ((i * 7919) % 101) / 101,
          );
          const means = boxMeans(data, { channels, width, height, radius });
          const plain = plainMeans(data, channels, width, height, radius);
          means.forEach((value, i) => expect(Math.abs(value - plain[i]!)).toBeLessThan(1e-6));
        },
      ),
      { seed: 11, numRuns: 120 },
    );
  });

  it('are exactly 0 where nothing is near, whatever was summed before', () => {
    const data = new Float32Array(60);
    data.set([0.1, 0.7, 0.3], 3);
    expect(
      [...boxMeans(data, { channels: 1, width: 60, height: 1, radius: 2 }).subarray(8)].every(
        (value) => value === 0,
      ),
    ).toBe(true);
  });
});
