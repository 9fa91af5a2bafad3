import { describe, expect, it } from 'vitest';
import { alignPlanes } from './alignPlanes';

const SIDE = 48;

/** A soft disc, 0..1. */
function disc(x: number, y: number, radius: number): Float32Array {
  return Float32Array.from({ length: SIDE * SIDE }, (_, i) => {
    const away = Math.hypot((i % SIDE) - x, Math.floor(i / SIDE) - y);
    return Math.max(0, Math.min(1, radius + 0.5 - away));
  });
}
const planes = (...all: Float32Array[]) => ({ width: SIDE, height: SIDE, planes: all });
/** Every pixel where it is, moved evenly. */
const straight = (across = 0, down = 0) =>
  Float32Array.from({ length: 2 * SIDE * SIDE }, (_, i) => {
    const pixel = i >> 1;
    return i % 2 === 0 ? (pixel % SIDE) + across : Math.floor(pixel / SIDE) + down;
  });
const at = (shifts: Float32Array, x: number, y: number) => [
  ...shifts.subarray(2 * (y * SIDE + x)).subarray(0, 2),
];

describe('planes laid upon each other', () => {
  it('leaves alone what lies right already', () => {
    const here = planes(disc(20, 24, 8));
    expect(Math.max(...alignPlanes(here, here, straight()).map(Math.abs))).toBeLessThan(1e-6);
  });

  it('moves what lies elsewhere, on top of where it was thought to lie', () => {
    const [here, there] = [planes(disc(18, 24, 8)), planes(disc(22, 22, 8))];
    for (const start of [straight(), straight(3, -2)]) {
      const shifts = alignPlanes(here, there, start);
      // What lies on the disc's border there lies on its border here.
      for (const turn of [0, 1, 2, 3, 4, 5]) {
        const [x, y] = [18 + Math.round(8 * Math.cos(turn)), 24 + Math.round(8 * Math.sin(turn))];
        const [across, down] = at(shifts, x, y);
        const moved = [start[2 * (y * SIDE + x)]! + across!, start[2 * (y * SIDE + x) + 1]! + down!] as const;
        expect(Math.abs(Math.hypot(moved[0] - 22, moved[1] - 22) - 8)).toBeLessThan(1);
      }
    }
  });

  it('moves two things apart, each with its own', () => {
    const here = planes(disc(14, 24, 6), disc(34, 24, 6));
    const there = planes(disc(11, 24, 6), disc(37, 24, 6));
    const shifts = alignPlanes(here, there, straight());
    expect(at(shifts, 14, 24)[0]).toBeLessThan(-2);
    expect(at(shifts, 34, 24)[0]).toBeGreaterThan(2);
  });

  it('is not drawn to what lies beyond the other planes', () => {
    const here = planes(disc(20, 24, 8));
    const shifts = alignPlanes(here, planes(disc(20, 24, 8)), straight(2 * SIDE));
    expect(Math.max(...shifts.map(Math.abs))).toBe(0);
  });
});
