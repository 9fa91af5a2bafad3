import { expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { NO_TARGETS } from '#kinds/adjust/hue-to-target/schema';
import { area, mark, photoOf, step } from '../../tests/fixtures/plans';
import { rgbSpace } from '../colour/rgbSpace';
import { buildPyramid } from '../raster/pyramid';
import type { DeepRaster } from '../raster/raster';
import { codedStrips, renderCoded, sizeWithin } from './codedRegion';
import { RegionRenderer } from './regionRenderer';
import { Resolver } from './resolver';

const [WIDTH, HEIGHT] = [48, 120];
/** All codes up to 1,000 mean black, as after a scanner that clips: light alone does not tell them apart. */
const clipping = rgbSpace('clipping', (code) => Math.max(0, code - 1000 / 65_535) ** 2.2, undefined);
const data = Uint16Array.from({ length: WIDTH * HEIGHT * 4 }, (_, i) =>
  i % 4 === 3 ? 65_535 : ((i + 1) * 7919) % 2000,
);
const photo: DeepRaster = { space: 'deep', width: WIDTH, height: HEIGHT, data, colours: clipping };
const own = { space: 'own', depth: 16, channels: 3 } as const;
const rgb = (codes: ArrayLike<number>) => Array.from(codes).filter((_, i) => i % 4 !== 3);
const whole = { x: 0, y: 0, width: WIDTH, height: HEIGHT, outWidth: WIDTH, outHeight: HEIGHT };

it('what no step changes keeps its codes, though others mean the same light; what one changes does not', () => {
  const pyramid = buildPyramid(photo);
  const open = area([mark('ellipse', { x: 10, y: 18, radiusX: 6, radiusY: 6 })]);
  const document = photoOf(pyramid, open, [step('clear', { brighten: 1, clear: 0 })]);
  const resolver = new Resolver(pyramid, KINDS);
  const renderer = new RegionRenderer(pyramid, KINDS);
  renderer.learnArea(resolver.area(open, document));
  expect([...renderCoded(renderer, [], whole, own)]).toEqual(rgb(data));
  const stepped = renderCoded(renderer, resolver.plan(document), whole, own);
  const changed = rgb(data).map((code, i) => code !== stepped[i]!);
  const at = (x: number, y: number) => changed.slice(3 * (y * WIDTH + x), 3 * (y * WIDTH + x) + 3);
  expect(at(40, 18)).toEqual([false, false, false]);
  expect(changed.filter(Boolean).length).toBeGreaterThan(20);
  expect(changed.filter(Boolean).length).toBeLessThan(3 * 13 * 13);
  // Written in another space every code is a new one.
  expect([...renderCoded(renderer, [], whole, { ...own, space: 'srgb' })]).not.toEqual(rgb(data));
});

it('made smaller, strips give what the whole gives', () => {
  const pyramid = buildPyramid({
    space: 'srgb8',
    width: WIDTH,
    height: HEIGHT,
    data: Uint8Array.from({ length: WIDTH * HEIGHT * 4 }, (_, i) =>
      i % 4 === 3 ? 255 : ((i + 1) * 7919) % 251,
    ),
  });
  const open = area([mark('ellipse', { x: 24, y: 60, radiusX: 20, radiusY: 50 })]);
  const document = photoOf(pyramid, open, [
    step('hue-to-target', { ...NO_TARGETS, hue: { light: 200, middle: 200, shade: 200 } }),
  ]);
  const resolver = new Resolver(pyramid, KINDS);
  const renderer = new RegionRenderer(pyramid, KINDS);
  renderer.learnArea(resolver.area(open, document));
  const plan = resolver.plan(document);
  const size = sizeWithin(pyramid, 50);
  const coded = (mostPixels: number) => {
    const strips = [...codedStrips(pyramid, size, mostPixels)];
    const codes = strips.flatMap((strip) => [...renderCoded(renderer, plan, strip, { ...own, depth: 8 })]);
    return { codes, count: strips.length };
  };
  const [one, many] = [coded(1e9), coded(5 * WIDTH)];
  expect([one.count, many.count, one.codes.length]).toEqual([1, 4, 3 * 20 * 50]);
  const apart = one.codes.map((code, i) => Math.abs(code - many.codes[i]!));
  expect(Math.max(...apart)).toBe(0);
});
