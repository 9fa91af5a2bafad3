import { describe, expect, it } from 'vitest';
import { area, mark, photoOf, renderWhole, step } from '../../tests/fixtures/plans';
import { RECOLOUR_DEFAULTS } from '#kinds/adjust/recolour/schema';
import { buildPyramid } from '../raster/pyramid';
import { coveredBox, widenedBox } from './coveredBox';

/** The whole of a photo, looked at in pixels of four, where some rectangle is covered. */
function look(width: number, height: number, [left, top, right, bottom]: readonly number[]) {
  const [columns, rows] = [width / 4, height / 4];
  const data = Uint8Array.from({ length: columns * rows }, (_, i) => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    return Number(column >= left! && column < right! && row >= top! && row < bottom!);
  });
  const whole = { x: 0, y: 0, width, height, outWidth: columns, outHeight: rows };
  return [{ space: 'coverage8' as const, width: columns, height: rows, data }, whole] as const;
}

describe('the rectangle that holds what is covered', () => {
  it('lies on whole pixels of the photo, inside the photo, and so does a wider one', () => {
    for (const covered of [
      [0, 0, 3, 3],
      [1, 2, 90, 30],
      [95, 70, 100, 75],
      [0, 0, 100, 75],
    ])
      for (const longSide of [1000, 100, 30]) {
        const own = coveredBox(...look(400, 300, covered), longSide)!;
        expect(Math.max(own.outWidth, own.outHeight)).toBeLessThanOrEqual(longSide + 2);
        const box = widenedBox(own, { width: 400, height: 300 }, 8);
        const step = box.width / box.outWidth;
        expect(step).toBe(Math.round(step));
        expect(box.height / box.outHeight).toBe(step);
        expect([box.x % step, box.y % step]).toEqual([0, 0]);
        expect(box.x).toBeLessThanOrEqual(Math.max(0, 4 * covered[0]! - 8 * step));
        expect(box.x + box.width).toBeGreaterThan(Math.min(400 - step, 4 * covered[2]! + 7 * step));
        expect(box.x + box.width).toBeLessThanOrEqual(400);
        expect(box.y + box.height).toBeLessThanOrEqual(300);
        expect(Math.max(box.outWidth, box.outHeight)).toBeLessThanOrEqual(longSide + 18);
      }
  });

  it('is there in a photo that is one pixel wide, and absent where nothing is covered', () => {
    const data = new Uint8Array(50).fill(9);
    const line = { x: 0, y: 0, width: 1, height: 50, outWidth: 1, outHeight: 50 };
    const box = coveredBox({ space: 'coverage8', width: 1, height: 50, data }, line, 10)!;
    expect([box.x, box.width, box.outWidth]).toEqual([0, 1, 1]);
    expect(widenedBox(box, line, 8)).toEqual({ ...line, height: 48, outHeight: 8 });
    expect(coveredBox({ space: 'coverage8', width: 1, height: 50, data: data.fill(0) }, line, 10)).toBe(
      undefined,
    );
  });

  it('makes no difference to an edge: drawn coverage and the same ready made give the same pixels', () => {
    const [width, height] = [720, 900];
    const data = new Uint8Array(4 * width * height);
    for (let i = 0; i < width * height; i++)
      data.set([150 + 60 * Math.sin(i), 120, 60 + 40 * Math.sin(i / 7), 255], 4 * i);
    const pyramid = buildPyramid({ space: 'srgb8', width, height, data });
    const iris = area([mark('ellipse', { x: 277, y: 389, radiusX: 14, radiusY: 13.2 })]);
    const photo = photoOf(pyramid, iris, [step('recolour', { ...RECOLOUR_DEFAULTS, colour: '#482f1f' })]);
    const drawn = renderWhole(pyramid, photo);
    const ready = renderWhole(pyramid, photo, drawn.coverage.data);
    const apart = (p: Float32Array, q: Float32Array) => p.filter((value, i) => value !== q[i]).length;
    expect(apart(drawn.after.data, ready.after.data)).toBe(0);
    expect(apart(drawn.after.data, drawn.before.data)).toBeGreaterThan(1500);
  });
});
