import { describe, expect, it } from 'vitest';
import { upperLidLine } from './lidLine';

const WIDTH = 120;
const HEIGHT = 80;
const CORNERS = [
  [10, 50],
  [110, 50],
] as const;
/**
 * An eye whose upper lid is a parabola 30 pixels high, whose lower one lies 12 below the corners; `lash` says
 * what stands above the lid.
 */
function eye(lash: (x: number) => number): Float32Array {
  return Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
    const x = (i % WIDTH) + 0.5;
    const y = Math.floor(i / WIDTH) + 0.5;
    const u = (x - 10) / 100;
    const lid = 50 - 30 * (1 - (2 * u - 1) ** 2);
    return u > 0 && u < 1 && y > lid - lash(x) && y < 50 + 12 * (1 - (2 * u - 1) ** 2) ? 1 : 0;
  });
}
const lidAt = (x: number) => 50 - 30 * (1 - (2 * ((x - 10) / 100) - 1) ** 2);
/** How far above the true lid the line says that it begins, at some places. */
const missOf = (opening: Float32Array) => {
  const beyond = upperLidLine(opening, WIDTH, CORNERS)!;
  return [30, 50, 60, 80, 95].map((x) => {
    const row = Array.from({ length: HEIGHT }, (_, y) => y).find((y) => beyond(y * WIDTH + x) < 0)!;
    return lidAt(x + 0.5) - (row + 0.5);
  });
};

describe('the upper lid as a line', () => {
  it('lies on a lid without lashes, within two pixels', () =>
    missOf(eye(() => 0)).forEach((miss) => expect(Math.abs(miss)).toBeLessThan(2)));

  it('goes past lashes that stand here and there', () => {
    missOf(eye((x) => (Math.floor(x) % 20 < 7 ? 9 : 0))).forEach((miss) =>
      expect(Math.abs(miss)).toBeLessThan(3.5),
    );
  });

  it('follows an eye that is tilted', () => {
    const tilted = eye(() => 0);
    const beyond = upperLidLine(tilted, WIDTH, [
      [110, 50],
      [10, 50],
    ])!;
    expect(beyond(5 * WIDTH + 60)).toBeGreaterThan(10);
    expect(beyond(48 * WIDTH + 60)).toBeLessThan(-10);
  });

  it('says nothing of an eye that is hardly open', () =>
    expect(upperLidLine(new Float32Array(WIDTH * HEIGHT), WIDTH, CORNERS)).toBeUndefined());
});
