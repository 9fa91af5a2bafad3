import { describe, expect, it } from 'vitest';
import { leastSquares } from './leastSquares';

describe('least squares', () => {
  it('finds the minimum of Rosenbrock’s function from its usual start (Moré, Garbow and Hillstrom 1981, problem 1)', () => {
    const { parameters, cost } = leastSquares({
      start: [-1.2, 1],
      scale: [0.1, 0.1],
      count: 2,
      residuals: ([x, y], out) => {
        out[0] = 10 * (y! - x! * x!);
        out[1] = 1 - x!;
      },
      mostSteps: 200,
    });
    expect(cost).toBeLessThan(1e-6);
    expect(parameters[0]).toBeCloseTo(1, 2);
    expect(parameters[1]).toBeCloseTo(1, 2);
  });

  it('finds the minimum of Powell’s singular function (the same, problem 13)', () => {
    const { cost } = leastSquares({
      start: [3, -1, 0, 1],
      scale: [1, 1, 1, 1],
      count: 4,
      residuals: ([a, b, c, d], out) => {
        out[0] = a! + 10 * b!;
        out[1] = Math.sqrt(5) * (c! - d!);
        out[2] = (b! - 2 * c!) ** 2;
        out[3] = Math.sqrt(10) * (a! - d!) ** 2;
      },
      mostSteps: 200,
    });
    expect(cost).toBeLessThan(1e-6);
  });

  it('gives a line’s parameters as the normal equations do, whatever the scales', () => {
    // y = 2 + 3 x with errors; sums by hand: n 4, Σx 6, Σx² 14, Σy 26, Σxy 54, so 2.0 and 3.0.
    const points = [
      [0, 2.5],
      [1, 4],
      [2, 8.5],
      [3, 11],
    ] as const;
    const sums = { x: 6, xx: 14, y: 26, xy: 54 };
    const slope = (4 * sums.xy - sums.x * sums.y) / (4 * sums.xx - sums.x * sums.x);
    for (const scale of [
      [1, 1],
      [0.01, 30],
    ]) {
      const { parameters } = leastSquares({
        start: [0, 0],
        scale,
        count: 4,
        residuals: ([from, by], out) => points.forEach(([x, y], i) => (out[i] = from! + by! * x - y)),
      });
      expect(parameters[1]).toBeCloseTo(slope, 4);
      expect(parameters[0]).toBeCloseTo((sums.y - slope * sums.x) / 4, 4);
    }
  });

  it('stays where nothing can be gained', () => {
    const { parameters, cost } = leastSquares({
      start: [5],
      scale: [1],
      count: 1,
      residuals: (_, out) => (out[0] = 2),
    });
    expect([...parameters]).toEqual([5]);
    expect(cost).toBe(4);
  });
});
