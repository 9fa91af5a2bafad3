import { describe, expect, it } from 'vitest';
import { maskLevels, maskSmooth } from '#core/raster/maskCare';
import { maskDropSpecks } from '#core/raster/maskSpecks';
import { maskGrow } from '#core/raster/maskGrow';
import { maskSoften } from '#core/raster/maskSoften';
import { openCv } from './openCv';

type OpenCv = Awaited<ReturnType<typeof openCv>>['cv'];
const WIDTH = 96;
const HEIGHT = 72;
/** A blob, a speck of radius 2, a hole of radius 2, and a jagged edge. */
function testMask(): Float32Array {
  const near = (x: number, y: number, cx: number, cy: number, r: number) => Math.hypot(x - cx, y - cy) <= r;
  return Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
    const x = i % WIDTH;
    const y = Math.floor(i / WIDTH);
    if (near(x, y, 80, 12, 2)) return 1;
    return near(x, y, 40, 36, 24) && !near(x, y, 36, 32, 2) ? 1 : 0;
  });
}
const at = (mask: Float32Array, x: number, y: number) => mask[y * WIDTH + x]!;

/** Runs an operation of OpenCV 4.12 on a mask. */
async function byOpenCv(
  mask: Float32Array,
  run: (cv: OpenCv, from: unknown, to: unknown) => void,
): Promise<Float32Array> {
  const { cv } = await openCv();
  const from = cv.matFromArray(HEIGHT, WIDTH, cv.CV_32FC1, [...mask]);
  const to = new cv.Mat();
  run(cv, from, to);
  const out = Float32Array.from(to.data32F as Float32Array);
  from.delete();
  to.delete();
  return out;
}
/** The disc that maskGrow uses: offsets within the radius. */
function disc(cv: OpenCv, radius: number) {
  const side = 2 * radius + 1;
  const values = Array.from({ length: side * side }, (_, i) =>
    Math.hypot((i % side) - radius, Math.floor(i / side) - radius) <= radius ? 1 : 0,
  );
  return cv.matFromArray(side, side, cv.CV_8U, values);
}
const inner = (mask: Float32Array, margin: number) =>
  mask.filter(
    (_, i) =>
      i % WIDTH >= margin &&
      i % WIDTH < WIDTH - margin &&
      Math.floor(i / WIDTH) >= margin &&
      Math.floor(i / WIDTH) < HEIGHT - margin,
  );

describe('masks, against OpenCV', () => {
  it.each([1, 3, 6])(
    'grow and shrink by %d are its dilation and erosion with the same disc',
    async (radius) => {
      const mask = testMask();
      expect(maskGrow(mask, WIDTH, HEIGHT, radius)).toEqual(
        await byOpenCv(mask, (cv, from, to) => cv.dilate(from, to, disc(cv, radius))),
      );
      expect(inner(maskGrow(mask, WIDTH, HEIGHT, -radius), radius)).toEqual(
        inner(await byOpenCv(mask, (cv, from, to) => cv.erode(from, to, disc(cv, radius))), radius),
      );
    },
  );

  it.each([1.5, 4])('soften by %d lies within 2.5 % of its Gaussian', async (sigma) => {
    const mask = testMask();
    const theirs = await byOpenCv(mask, (cv, from, to) =>
      cv.GaussianBlur(from, to, new cv.Size(0, 0), sigma, sigma, cv.BORDER_REPLICATE),
    );
    maskSoften(mask, WIDTH, HEIGHT, sigma);
    expect(Math.max(...mask.map((value, i) => Math.abs(value - theirs[i]!)))).toBeLessThan(0.025);
  });

  it.each([9, 14.5])(
    'beyond small radii, grow and shrink by %d are its dilation and erosion too, but for rims of soft edges',
    async (radius) => {
      const mask = testMask();
      const whole = Math.floor(radius);
      const [ours, least, most] = [
        maskGrow(mask, WIDTH, HEIGHT, radius),
        ...(await Promise.all(
          [whole, whole + 1].map((size) =>
            byOpenCv(mask, (cv, from, to) => cv.dilate(from, to, disc(cv, size))),
          ),
        )),
      ];
      ours.forEach((value, i) => {
        expect(value).toBeGreaterThan(least![i]! - 0.06);
        expect(value).toBeLessThan(most![i]! + 0.06);
      });
      const shrunk = maskGrow(mask, WIDTH, HEIGHT, -9);
      const eroded = await byOpenCv(mask, (cv, from, to) => cv.erode(from, to, disc(cv, 9)));
      expect(
        Math.max(...inner(shrunk, 9).map((value, i) => Math.abs(value - inner(eroded, 9)[i]!))),
      ).toBeLessThan(0.06);
    },
  );

  it('specks and holes are its connected components that fit into twice the radius', async () => {
    const mask = testMask();
    const ours = maskDropSpecks(mask, WIDTH, HEIGHT, 3);
    const { cv } = await openCv();
    expect([at(ours, 80, 12), at(ours, 36, 32), at(ours, 40, 50)]).toEqual([0, 1, 1]);
    const labelled = (inside: (value: number) => boolean) => {
      const from = cv.matFromArray(
        HEIGHT,
        WIDTH,
        cv.CV_8U,
        Array.from(mask, (value) => Number(inside(value))),
      );
      const labels = new cv.Mat();
      const stats = new cv.Mat();
      const centres = new cv.Mat();
      const count = cv.connectedComponentsWithStats(from, labels, stats, centres, 4, cv.CV_32S);
      const fits = Array.from(
        { length: count },
        (_, n) => n > 0 && stats.intAt(n, cv.CC_STAT_WIDTH) <= 6 && stats.intAt(n, cv.CC_STAT_HEIGHT) <= 6,
      );
      const result = Array.from(labels.data32S as Int32Array, (label) => fits[label]!);
      for (const each of [from, labels, stats, centres]) each.delete();
      return result;
    };
    const specks = labelled((value) => value > 0.5);
    const holes = labelled((value) => value <= 0.5);
    expect(specks.filter(Boolean).length).toBeGreaterThan(8);
    expect(holes.filter(Boolean).length).toBeGreaterThan(8);
    mask.forEach((value, i) => {
      if (specks[i]) expect(ours[i]).toBe(0);
      else if (holes[i]) expect(ours[i]).toBe(1);
      else expect(ours[i]).toBeCloseTo(value, 2);
    });
  });
});

describe('smooth, floor and ceiling', () => {
  it('smooth rounds a corner off and keeps a straight edge where it is', () => {
    const mask = Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) =>
      i % WIDTH < 48 && Math.floor(i / WIDTH) < 36 ? 1 : 0,
    );
    maskSmooth(mask, WIDTH, HEIGHT, 4);
    expect(at(mask, 47, 35)).toBeLessThan(0.2);
    expect([at(mask, 45, 10), at(mask, 50, 10)]).toEqual([1, 0]);
    expect(at(mask, 47, 10) + at(mask, 48, 10)).toBeCloseTo(1, 2);
  });

  it('floor and ceiling stretch what lies between (hand sums)', () => {
    const mask = Float32Array.of(0, 0.2, 0.5, 0.8, 1);
    maskLevels(mask, 0.2, 0.8);
    expect([...mask].map((value) => Math.round(1e6 * value) / 1e6)).toEqual([0, 0, 0.5, 1, 1]);
  });
});
