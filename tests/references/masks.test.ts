import { describe, expect, it } from 'vitest';
import { maskDropSpecks, maskLevels, maskSmooth } from '#core/raster/maskCare';
import { maskGrow } from '#core/raster/maskGrow';
import { maskSoften } from '#core/raster/maskSoften';
import { openCv } from './openCv';

type OpenCv = Awaited<ReturnType<typeof openCv>>['cv'];
const WIDTH = 96, HEIGHT = 72;
/** A blob, a speck of radius 2, a hole of radius 2, and a jagged edge. */
function testMask(): Float32Array {
  const near = (x: number, y: number, cx: number, cy: number, r: number) => Math.hypot(x - cx, y - cy) <= r;
  return Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
    const x = i % WIDTH, y = Math.floor(i / WIDTH);
    if (near(x, y, 80, 12, 2)) return 1;
    return near(x, y, 40, 36, 24) && !near(x, y, 36, 32, 2) ? 1 : 0;
  });
}
const at = (mask: Float32Array, x: number, y: number) => mask[y * WIDTH + x]!;

/** Runs an operation of OpenCV 4.12 on a mask. */
async function byOpenCv(mask: Float32Array, run: (cv: OpenCv, from: unknown, to: unknown) => void): Promise<Float32Array> {
  const { cv } = await openCv(), from = cv.matFromArray(HEIGHT, WIDTH, cv.CV_32FC1, [...mask]), to = new cv.Mat();
  run(cv, from, to);
  const out = Float32Array.from(to.data32F as Float32Array);
  from.delete();
  to.delete();
  return out;
}
/** The disc that maskGrow uses: offsets within the radius. */
function disc(cv: OpenCv, radius: number) {
  const side = 2 * radius + 1, values = Array.from({ length: side * side }, (_, i) => (Math.hypot((i % side) - radius, Math.floor(i / side) - radius) <= radius ? 1 : 0));
  return cv.matFromArray(side, side, cv.CV_8U, values);
}
const inner = (mask: Float32Array, margin: number) => mask.filter((_, i) => i % WIDTH >= margin && i % WIDTH < WIDTH - margin && Math.floor(i / WIDTH) >= margin && Math.floor(i / WIDTH) < HEIGHT - margin);

describe('masks, against OpenCV', () => {
  it.each([1, 3, 6])('grow and shrink by %d are its dilation and erosion with the same disc', async (radius) => {
    const mask = testMask();
    expect(maskGrow(mask, WIDTH, HEIGHT, radius)).toEqual(await byOpenCv(mask, (cv, from, to) => cv.dilate(from, to, disc(cv, radius))));
    expect(inner(maskGrow(mask, WIDTH, HEIGHT, -radius), radius)).toEqual(inner(await byOpenCv(mask, (cv, from, to) => cv.erode(from, to, disc(cv, radius))), radius));
  });

  it.each([1.5, 4])('soften by %d lies within 2.5 % of its Gaussian', async (sigma) => {
    const mask = testMask(), theirs = await byOpenCv(mask, (cv, from, to) => cv.GaussianBlur(from, to, new cv.Size(0, 0), sigma, sigma, cv.BORDER_REPLICATE));
    maskSoften(mask, WIDTH, HEIGHT, sigma);
    expect(Math.max(...mask.map((value, i) => Math.abs(value - theirs[i]!)))).toBeLessThan(0.025);
  });

  it('specks are its opening, then its closing', async () => {
    const mask = testMask(), ours = maskDropSpecks(mask, WIDTH, HEIGHT, 3);
    const opened = await byOpenCv(mask, (cv, from, to) => cv.morphologyEx(from, to, cv.MORPH_OPEN, disc(cv, 3))), closed = await byOpenCv(opened, (cv, from, to) => cv.morphologyEx(from, to, cv.MORPH_CLOSE, disc(cv, 3)));
    expect(inner(ours, 8)).toEqual(inner(closed, 8));
    expect([at(ours, 80, 12), at(ours, 36, 32), at(ours, 40, 50)]).toEqual([0, 1, 1]);
  });
});

describe('smooth, floor and ceiling', () => {
  it('smooth rounds a corner off and keeps a straight edge where it is', () => {
    const mask = Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) => (i % WIDTH < 48 && Math.floor(i / WIDTH) < 36 ? 1 : 0));
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
