import { expect, it, vi } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { area, mark, photoOf, step } from '../../tests/fixtures/plans';
import type { JsonObject } from '../document/kinds';
import { RUN_PIXELS } from '../loops/runMemory';
import { buildPyramid } from '../raster/pyramid';
import { wholeRegion } from '../raster/raster';
import { encodePixels } from './encodePixels';
import { RegionRenderer } from './regionRenderer';
import { Resolver } from './resolver';

vi.mock('./encodePixels', async (importActual) => {
  const actual = await importActual<{ encodePixels: typeof encodePixels }>();
  return { ...actual, encodePixels: vi.fn(actual.encodePixels) };
});

const SIDE = 128;
const RUNS = (SIDE * SIDE) / RUN_PIXELS;
const pyramid = buildPyramid({
  space: 'srgb8',
  width: SIDE,
  height: SIDE,
  data: new Uint8Array(4 * SIDE * SIDE).fill(120),
});

it('runs of pixels that no changed step covers are not computed anew', () => {
  const renderer = new RegionRenderer(pyramid, KINDS);
  const resolver = new Resolver(pyramid, KINDS);
  // 16 rows are a run: the ellipse lies in the rows of one, the box in those of three.
  const small = area([mark('ellipse', { x: 64, y: 8, radiusX: 9, radiusY: 4 })]);
  const tall = area([mark('ellipse', { x: 64, y: 56, radiusX: 9, radiusY: 20 })]);
  const light = KINDS.adjusts.get('light')!.neutral as JsonObject;
  const runs = (open: typeof small, ...exposures: number[]) => {
    const photo = photoOf(
      pyramid,
      open,
      exposures.map((exposure, n) => step('light', { ...light, exposure }, 1, `light ${n}`)),
    );
    renderer.learnArea(resolver.area(open, photo));
    vi.mocked(encodePixels).mockClear();
    renderer.renderEncoded(resolver.plan(photo), wholeRegion(SIDE, SIDE));
    return vi.mocked(encodePixels).mock.calls.length;
  };
  expect(runs(small, 0.5)).toBe(RUNS);
  expect(runs(small, 0.5)).toBe(0);
  expect(runs(small, 0.7)).toBe(1);
  expect(runs(small, 0.7, 0.2)).toBe(1);
  // What leaves its place is taken away there.
  expect(runs(tall, 0.7)).toBe(1 + 3);
  expect(runs(tall)).toBe(3);
});
