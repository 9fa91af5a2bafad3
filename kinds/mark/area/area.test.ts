import { describe, expect, it } from 'vitest';
import { NO_EDGE_CARE } from '#core/document/schema';
import type { Area } from '#core/document/schema';
import { wholeRegion } from '#core/raster/raster';
import { Resolver } from '#core/render/resolver';
import { RegionRenderer } from '#core/render/regionRenderer';
import { KINDS } from '#kinds/registry.gen';
import { mark } from '../../../tests/fixtures/plans';

const pyramid = {
  width: 100,
  height: 100,
  levels: [{ space: 'srgb8' as const, width: 100, height: 100, data: new Uint8Array(40_000).fill(90) }],
};
const named = (id: string, marks: Area['marks'], change: Partial<Area> = {}): Area => ({
  id,
  name: id,
  part: 'other',
  sitter: null,
  marks,
  inverted: false,
  edgeCare: NO_EDGE_CARE,
  ...change,
});
const disc = (x: number, radius: number, mode: 'add' | 'remove' | 'limit' = 'add') =>
  mark('ellipse', { x, y: 50, radiusX: radius, radiusY: radius }, mode);
const other = (areaId: string, mode: 'add' | 'remove' | 'limit' = 'add') => mark('area', { areaId }, mode);

/** Whether an area covers the pixels at x, of row 50. */
function covers(areas: readonly Area[], id: string, xs: readonly number[]): boolean[] {
  const resolver = new Resolver(pyramid, KINDS);
  const renderer = new RegionRenderer(pyramid, KINDS);
  const resolved = resolver.area(
    areas.find((entry) => entry.id === id)!,
    { areas },
  );
  renderer.learnArea(resolved);
  const { data } = renderer.coverage(resolved.key, wholeRegion(100, 100));
  return xs.map((x) => data[50 * 100 + x]! > 127);
}

describe('another area as a mark', () => {
  const small = named('small', [disc(50, 10)]);
  const wide = named('wide', [disc(50, 30)]);

  it('adds, removes and limits', () => {
    expect(covers([small, named('sum', [other('small'), disc(80, 5)])], 'sum', [50, 80, 20])).toEqual([
      true,
      true,
      false,
    ]);
    expect(
      covers([small, named('ring', [disc(50, 30), other('small', 'remove')])], 'ring', [50, 30, 70]),
    ).toEqual([false, true, true]);
    expect(
      covers([small, wide, named('both', [disc(60, 20), other('small', 'limit')])], 'both', [50, 58, 70]),
    ).toEqual([true, true, false]);
  });

  it('goes on with whatever the other becomes, its inverse and edge care too', () => {
    const out = named('out', [other('small')]);
    expect(covers([named('small', [disc(50, 10)], { inverted: true }), out], 'out', [50, 80])).toEqual([
      false,
      true,
    ]);
    expect(
      covers(
        [named('small', [disc(50, 10)], { edgeCare: { ...NO_EDGE_CARE, grow: 15 } }), out],
        'out',
        [50, 72, 90],
      ),
    ).toEqual([true, true, false]);
  });

  it('covers nothing when the other is gone, or when areas name each other', () => {
    expect(covers([named('lost', [other('gone')])], 'lost', [50])).toEqual([false]);
    expect(covers([named('a', [other('b'), disc(20, 5)]), named('b', [other('a')])], 'a', [20, 50])).toEqual([
      true,
      false,
    ]);
    expect(covers([named('own', [other('own')])], 'own', [50])).toEqual([false]);
  });

  it('follows the other when that changes after it was resolved', () => {
    const resolver = new Resolver(pyramid, KINDS);
    const out = named('out', [other('small')]);
    const first = resolver.area(out, { areas: [small, out] });
    const second = resolver.area(out, { areas: [named('small', [disc(20, 10)]), out] });
    expect(first.key).not.toBe(second.key);
  });
});
