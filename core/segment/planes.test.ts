import { describe, expect, it } from 'vitest';
import { LOCAL_CHANNELS, localColours } from './localColours';
import { resizePlane, shrinkPlane } from './planes';
import { roughness } from './texture';

const WIDTH = 40;
const HEIGHT = 30;
const plane = (value: (x: number, y: number) => number) =>
  Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) => value(i % WIDTH, Math.floor(i / WIDTH)));

describe('planes', () => {
  it('shrink to the means of their blocks (hand sum), and keep a ramp when enlarged', () => {
    expect([
      ...shrinkPlane(Float32Array.of(1, 2, 3, 4, 5, 6, 7, 8), {
        width: 4,
        height: 2,
        smallWidth: 2,
        smallHeight: 1,
      }),
    ]).toEqual([3.5, 5.5]);
    const large = resizePlane(
      plane((x) => x + 0.5),
      { width: WIDTH, height: HEIGHT, newWidth: 2 * WIDTH, newHeight: 2 * HEIGHT },
    );
    for (const column of [4, 31, 70])
      expect(large[20 * 2 * WIDTH + column]).toBeCloseTo((column + 0.5) / 2, 4);
  });

  it('are in a window what they are as a whole, to the bit', () => {
    const wavy = plane((x, y) => Math.sin(3 * x) + Math.cos(2 * y * x));
    const sizes = { width: WIDTH, height: HEIGHT, newWidth: 93, newHeight: 71 };
    const whole = resizePlane(wavy, sizes);
    for (const [left, top, width, height] of [
      [0, 0, 93, 71],
      [12, 5, 30, 40],
      [90, 70, 3, 1],
    ] as const) {
      const rows = Array.from({ length: height }, (_, row) =>
        whole.subarray((top + row) * 93 + left, (top + row) * 93 + left + width),
      );
      const window = resizePlane(wavy, sizes, { left, top, width, height });
      expect([...window]).toEqual(rows.flatMap((row) => [...row]));
    }
  });
});

describe('local colours', () => {
  const left = plane((x) => (x < 20 ? 1 : 0));
  const linear = new Float32Array(3 * WIDTH * HEIGHT);
  left.forEach((value, i) => linear.set(value ? [0.2, 0.3, 0.4] : [0.9, 0.9, 0.9], 3 * i));

  it('see a class alone, beside it and far from it', () => {
    const { data } = localColours(linear, left, { width: WIDTH, height: HEIGHT, radius: 3 });
    for (const column of [5, 19, 22, 39]) {
      const o = LOCAL_CHANNELS * (15 * WIDTH + column);
      [0.2, 0.3, 0.4].forEach((value, channel) => expect(data[o + channel]).toBeCloseTo(value, 5));
      expect(data[o + 3]).toBeLessThan(1e-3);
    }
    expect([
      data[LOCAL_CHANNELS * (15 * WIDTH + 5) + 4],
      data[LOCAL_CHANNELS * (15 * WIDTH + 39) + 4],
    ]).toEqual([1, 0]);
  });

  it('of a class that is nowhere are none', () => {
    expect(
      localColours(linear, new Float32Array(left.length), {
        width: WIDTH,
        height: HEIGHT,
        radius: 3,
      }).data.every((value) => value === 0),
    ).toBe(true);
  });
});

describe('roughness', () => {
  const of = (value: (x: number, y: number) => number) =>
    roughness(
      {
        space: 'srgbLinear',
        width: WIDTH,
        height: HEIGHT,
        data: Float32Array.from({ length: 3 * WIDTH * HEIGHT }, (_, p) =>
          value(Math.floor(p / 3) % WIDTH, Math.floor(p / 3 / WIDTH)),
        ),
      },
      4,
    )[15 * WIDTH + 20]!;

  it('tells strands from a plain surface, and a single edge from strands', () => {
    const plain = of(() => 0.3);
    const strands = of((x) => (x % 2 ? 0.2 : 0.4));
    const edge = of((x) => (x < 20 ? 0.2 : 0.4));
    expect(strands - plain).toBeGreaterThan(2);
    expect(strands - edge).toBeGreaterThan(1);
  });

  it('does not change with exposure by much', () => {
    expect(of((x) => (x % 2 ? 0.2 : 0.4)) - of((x) => (x % 2 ? 0.1 : 0.2))).toBeLessThan(0.1);
  });
});
