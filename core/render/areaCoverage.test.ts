import { describe, expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { mark } from '../../tests/fixtures/plans';
import { NO_EDGE_CARE } from '../document/schema';
import type { Area, EdgeCare } from '../document/schema';
import { buildPyramid } from '../raster/pyramid';
import type { Pyramid } from '../raster/pyramid';
import { wholeRegion } from '../raster/raster';
import type { Region } from '../raster/raster';
import { RegionRenderer } from './regionRenderer';
import { Resolver } from './resolver';

function plain(width: number, height: number): Pyramid {
  return buildPyramid({ space: 'srgb8', width, height, data: new Uint8Array(4 * width * height).fill(120) });
}
const named = (id: string, marks: Area['marks'], edgeCare: Partial<EdgeCare> = {}): Area => ({
  id,
  name: id,
  part: 'other',
  sitter: null,
  marks,
  inverted: false,
  edgeCare: { ...NO_EDGE_CARE, ...edgeCare },
});
const loop = (...points: [number, number][]) => mark('lasso', { loops: [points] });

function coverage(pyramid: Pyramid, areas: readonly Area[], regions: readonly Region[]): Uint8Array[] {
  const resolver = new Resolver(pyramid, KINDS);
  const renderer = new RegionRenderer(pyramid, KINDS);
  const resolved = resolver.area(areas.at(-1)!, { areas });
  renderer.learnArea(resolved);
  return regions.map((region) => renderer.coverage(resolved.key, region).data);
}

/** Pieces of a photo at full size, put side by side and one below the other. */
function pieces(width: number, height: number, columns: number, rows: number): Region[] {
  return Array.from({ length: columns * rows }, (_, n) => {
    const x = Math.floor(((n % columns) * width) / columns);
    const y = Math.floor((Math.floor(n / columns) * height) / rows);
    const right = Math.floor((((n % columns) + 1) * width) / columns);
    const bottom = Math.floor(((Math.floor(n / columns) + 1) * height) / rows);
    return { x, y, width: right - x, height: bottom - y, outWidth: right - x, outHeight: bottom - y };
  });
}

describe('areas that others name', () => {
  const pyramid = plain(60, 40);

  it('are made once, however often and through however many others', () => {
    const areas = [named('a0', [mark('ellipse', { x: 20, y: 20, radiusX: 10, radiusY: 8 })])];
    for (let n = 1; n < 24; n++) {
      const other = (id: string) => ({ ...mark('area', { areaId: `a${n - 1}` }), id });
      areas.push(named(`a${n}`, [other('first'), other('second')], { grow: n % 3 }));
    }
    const began = performance.now();
    const [data] = coverage(pyramid, areas, [wholeRegion(60, 40)]);
    expect(performance.now() - began).toBeLessThan(30_000);
    expect([data![20 * 60 + 20], data![0]]).toEqual([255, 0]);
  });

  it('cover the same whichever of a circle is looked at first', () => {
    const circle = [
      named('a', [
        mark('ellipse', { x: 10, y: 20, radiusX: 4, radiusY: 4 }),
        { ...mark('area', { areaId: 'b' }), id: 'o' },
      ]),
      named('b', [
        mark('ellipse', { x: 30, y: 20, radiusX: 4, radiusY: 4 }),
        { ...mark('area', { areaId: 'a' }), id: 'o' },
      ]),
    ];
    const seen = (areas: Area[]) => {
      const [data] = coverage(pyramid, areas, [wholeRegion(60, 40)]);
      return [data![20 * 60 + 10], data![20 * 60 + 30]];
    };
    const over = named('over', [
      { ...mark('area', { areaId: 'a' }), id: '1' },
      { ...mark('area', { areaId: 'b' }), id: '2' },
    ]);
    expect(seen([circle[1]!, circle[0]!])).toEqual([255, 0]);
    expect(seen([circle[0]!, circle[1]!])).toEqual([0, 255]);
    expect(seen([...circle, over])).toEqual([255, 255]);
  });
});

describe('edge care in pieces of the picture', () => {
  const width = 900;
  const height = 660;
  const pyramid = plain(width, height);
  const shape = [
    loop([60, 60], [420, 84], [894, 36], [840, 540], [360, 630], [72, 420]),
    { ...mark('round-fade', { x: 620, y: 400, radius: 200, soft: 1 }), id: 'fade' },
    { ...loop([12, 600], [52, 600], [52, 640], [12, 640]), id: 'speck' },
    { ...mark('ellipse', { x: 480, y: 300, radiusX: 14, radiusY: 14 }, 'remove'), id: 'hole' },
  ];

  it.each<[string, Partial<EdgeCare>, number]>([
    ['specks', { specks: 30 }, 1],
    ['growing', { grow: 60 }, 1],
    ['shrinking', { grow: -60 }, 1],
    ['softening little', { soften: 6 }, 1],
    ['softening much', { soften: 120 }, 1],
    ['all together', { specks: 30, smooth: 8, grow: 25, soften: 90, floor: 0.1, ceiling: 0.9 }, 2],
  ])('is as in the whole: %s', (_, care, off) => {
    const area = named('area', shape, care);
    const [whole] = coverage(pyramid, [area], [wholeRegion(width, height)]);
    const parts = pieces(width, height, 3, 3);
    coverage(pyramid, [area], parts).forEach((data, n) => {
      const { x, y, outWidth, outHeight } = parts[n]!;
      let most = 0;
      for (let row = 0; row < outHeight; row++) {
        for (let column = 0; column < outWidth; column++) {
          most = Math.max(
            most,
            Math.abs(data[row * outWidth + column]! - whole![(y + row) * width + x + column]!),
          );
        }
      }
      expect(most).toBeLessThanOrEqual(off);
    });
  });

  it('drops the speck, fills the hole, and leaves the rest to the pixel', () => {
    const [before] = coverage(pyramid, [named('area', shape)], [wholeRegion(width, height)]);
    const [after] = coverage(pyramid, [named('area', shape, { specks: 30 })], [wholeRegion(width, height)]);
    const at = (data: Uint8Array, x: number, y: number) => data[y * width + x]!;
    expect([at(before!, 30, 620), at(before!, 480, 300)]).toEqual([255, 0]);
    expect([at(after!, 30, 620), at(after!, 480, 300)]).toEqual([0, 255]);
    let changed = 0;
    before!.forEach((value, i) => value !== after![i] && changed++);
    expect(changed).toBeLessThan(40 * 40 + 32 * 32);
  });

  it('a strong softening made at a smaller size is within a code and a half of one made at full size', () => {
    const large = plain(3000, 2200);
    const half = [loop([0, 0], [1500, 0], [1500, 2200], [0, 2200])];
    const sigma = 120;
    const [data] = coverage(
      large,
      [named('area', half, { soften: sigma })],
      [{ x: 1000, y: 1000, width: 1000, height: 4, outWidth: 1000, outHeight: 4 }],
    );
    // The Gaussian's own integral, by the error function (Abramowitz and Stegun 7.1.26); three boxes are
    // within 1 % of it.
    const erf = (x: number) => {
      const t = 1 / (1 + 0.3275911 * Math.abs(x));
      const tail =
        t *
        (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
        Math.exp(-x * x);
      return Math.sign(x) * (1 - tail);
    };
    for (let column = 0; column < 1000; column += 50) {
      const wanted = (255 * (1 - erf((1000.5 + column - 1500) / (sigma * Math.SQRT2)))) / 2;
      expect(Math.abs(data![column]! - wanted)).toBeLessThan(255 * 0.012 + 1.5);
    }
  });
});
