import { describe, expect, it } from 'vitest';
import { grain, iouOf, paintedPhoto } from '../../tests/fixtures/paint';
import type { Region } from '../raster/raster';
import { wholeRegion } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import { rasteriseSelection, selectByStrokes } from './edgeSelection';
import type { EdgeStroke } from './edgeSelection';
import { sweepStrands } from './strandSweep';

const SIDE = 160;
const DISC = { x: 80, y: 76, radius: 40 };
const inDisc = (x: number, y: number) => Math.hypot(x - DISC.x, y - DISC.y) < DISC.radius;
const disc = paintedPhoto(SIDE, SIDE, (x, y) => {
  const n = 3 * grain(x, y);
  return inDisc(x, y) ? [170 + n, 90 + n, 80 + n] : [90 + n, 110 + n, 120 + n];
});
const whole = wholeRegion(SIDE, SIDE);
const isDisc = (i: number) => inDisc((i % SIDE) + 0.5, Math.floor(i / SIDE) + 0.5);
const stroke = (takes: boolean, ...points: (readonly [number, number])[]): EdgeStroke => ({
  takes,
  radius: 4,
  points: points.map(([x, y]) => [x, y, 0.5]),
});
function cover(strokes: readonly EdgeStroke[], before?: (region: Region) => Float32Array): Float32Array {
  const out = new Float32Array(SIDE * SIDE);
  const selection = selectByStrokes(disc, strokes, 0.5, before);
  if (selection) rasteriseSelection(selection, whole, sampleRegion(disc, whole), out);
  return out;
}

describe('strokes with edge finding', () => {
  it('take the whole of what a short line lies in', () =>
    expect(iouOf(cover([stroke(true, [70, 70], [90, 80])]), isDisc)).toBeGreaterThan(0.95));

  it('take nothing where nothing adds', () =>
    expect(Math.max(...cover([stroke(false, [70, 70], [90, 80])]), ...cover([]))).toBe(0));

  it('give way to strokes that remove, and know what the area holds so far', () => {
    const half = cover([stroke(true, [60, 70], [66, 80]), stroke(false, [100, 60], [100, 95])]);
    expect(half[76 * SIDE + 60]).toBeGreaterThan(0.9);
    expect(half[76 * SIDE + 104]).toBeLessThan(0.1);
    const nothingYet = ({ outWidth, outHeight }: Region) => new Float32Array(outWidth * outHeight);
    expect(iouOf(cover([stroke(true, [70, 70], [90, 80])], nothingYet), isDisc)).toBeGreaterThan(0.95);
  });
});

describe('a sweep over the edge of hair', () => {
  // Hair below row 80, single strands three pixels apart above it.
  const isStrand = (x: number, y: number) => y > 80 || (y > 50 && Math.floor(x) % 6 === 0);
  const photo = paintedPhoto(SIDE, SIDE, (x, y) => {
    const n = 5 * grain(x, y);
    return isStrand(x, y) ? [60 + n, 45 + n, 38 + n] : [190 + n, 195 + n, 200 + n];
  });
  const before = ({ x, y, width, height, outWidth, outHeight }: Region) =>
    Float32Array.from({ length: outWidth * outHeight }, (_, i) => {
      void [x, width];
      return y + ((Math.floor(i / outWidth) + 0.5) * height) / outHeight > 80 ? 1 : 0;
    });
  const along = { radius: 25, points: Array.from({ length: 14 }, (_, n) => [10 * n + 10, 68, 0.5] as const) };

  it('takes strands and not what shows between them', () => {
    const { coverage } = sweepStrands(photo, [along], before)!;
    const { region, coverage8 } = coverage;
    const at = (x: number, y: number) => coverage8[(y - region.y) * region.outWidth + (x - region.x)]! / 255;
    const strands = [60, 66, 72, 78, 84, 90].map((x) => at(x, 66));
    const gaps = [63, 69, 75, 81, 87, 93].map((x) => at(x, 66));
    const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value / values.length, 0);
    expect(mean(strands)).toBeGreaterThan(0.7);
    expect(mean(gaps)).toBeLessThan(0.2);
  });

  it('is nothing where nothing was swept, or where there is no hair', () => {
    expect(sweepStrands(photo, [], before)).toBeUndefined();
    const none = ({ outWidth, outHeight }: Region) => new Float32Array(outWidth * outHeight);
    expect(sweepStrands(photo, [along], none)).toBeUndefined();
  });
});
