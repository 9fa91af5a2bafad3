import { describe, expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { NEUTRAL } from '#kinds/adjust/prepare/schema';
import { area, mark, photoOf, step } from '../../tests/fixtures/plans';
import { WHOLE_PICTURE } from '../document/schema';
import { CHANGE_SCALE, changeColour } from '../colour/changeScale';
import { ciede2000 } from '../colour/ciede2000';
import { convertSrgbLinearToCielabD50 } from '../colour/cielab';
import type { Triple } from '../colour/triple';
import { buildPyramid } from '../raster/pyramid';
import type { LinearRaster } from '../raster/raster';
import { drawChange } from './changeMap';
import { planLut } from './planLut';
import { planWarnings } from './planWarnings';
import { RegionRenderer } from './regionRenderer';
import { Resolver } from './resolver';

const brighter = (strength: number) => ({
  ...step('prepare', { ...NEUTRAL, exposure: 1 }, strength),
  areaId: null,
});

describe('a plan as a table', () => {
  const middle = (strength: number) => {
    const { table } = planLut({ plan: [brighter(strength)], areas: [] }, undefined, KINDS, {
      size: 17,
      areaId: null,
    });
    return table[3 * (8 * 289 + 8 * 17 + 8)]!;
  };
  it('takes a step as far as its strength goes', () => {
    const light = (encoded: number) =>
      encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
    const [none, half, full] = [light(0.5), light(middle(0.5)), light(middle(1))];
    expect(full).toBeCloseTo(2 * none, 4);
    expect(half).toBeCloseTo(1.5 * none, 4);
  });
});

describe('a map of changes', () => {
  const raster = (...pixels: readonly Triple[]): LinearRaster => ({
    space: 'srgbLinear',
    width: pixels.length,
    height: 1,
    data: Float32Array.from(pixels.flat()),
  });
  const grey = [0.2, 0.2, 0.2] as const;
  const pixels = [grey, [0.2, 0.2001, 0.2], [0.2, 0.24, 0.2], [0.9, 0.1, 0.1], [0.2, 0.21, 0.2]] as const;

  it('tells mean, most and shares, each pixel by its own ΔE00', () => {
    const apart = pixels.map((pixel) =>
      ciede2000(convertSrgbLinearToCielabD50(grey), convertSrgbLinearToCielabD50(pixel)),
    );
    const out = new Uint8ClampedArray(4 * pixels.length);
    const sums = drawChange(raster(...pixels.map(() => grey)), raster(...pixels), out);
    expect(sums.most).toBeCloseTo(Math.max(...apart), 4);
    expect(sums.most).toBeGreaterThan(25);
    expect(sums.sum).toBeCloseTo(
      apart.reduce((sum, value) => sum + value, 0),
      3,
    );
    expect([sums.changed, sums.seen]).toEqual([
      apart.filter((v) => v > 0.05).length,
      apart.filter((v) => v > 2).length,
    ]);
    expect([sums.changed, sums.seen]).toEqual([3, 3]);
    expect([...out.subarray(0, 4), ...out.subarray(12, 16)]).toEqual([
      ...CHANGE_SCALE[0]![1],
      255,
      ...CHANGE_SCALE.at(-1)![1],
      255,
    ]);
  });

  it('has its colours between those of the scale, in proportion', () => {
    for (const [value, rgb] of CHANGE_SCALE) expect(changeColour(value)).toEqual(rgb);
    expect(changeColour(3)).toEqual([128, 73, 111]);
    expect(changeColour(4)).toEqual([159, 85, 101]);
    expect(changeColour(99)).toEqual(CHANGE_SCALE.at(-1)![1]);
  });
});

describe('warnings of a plan', () => {
  it('count what the steps on the whole picture did as wished, and what those on an area did beyond it as spilt', () => {
    const side = 96;
    const pyramid = buildPyramid({
      space: 'srgb8',
      width: side,
      height: side,
      data: Uint8Array.from(
        { length: 4 * side * side },
        (_, i) => [190, 150, 130, 255][i % 4]! + (i % 4 < 3 ? (i * 31) % 5 : 0),
      ),
    });
    const left = { ...area([mark('ellipse', { x: 24, y: 48, radiusX: 60, radiusY: 40 })]), id: 'area' };
    const right = {
      ...area([mark('ellipse', { x: 72, y: 48, radiusX: 20, radiusY: 40 })]),
      id: 'lips',
      part: 'lips' as const,
    };
    const kindsOf = (...plan: ReturnType<typeof step>[]) => {
      const photo = { ...photoOf(pyramid, left, plan), areas: [left, right] };
      const resolver = new Resolver(pyramid, KINDS);
      const renderer = new RegionRenderer(pyramid, KINDS);
      const keys: Record<string, string> = {};
      for (const each of [WHOLE_PICTURE, ...photo.areas]) {
        const resolved = resolver.area(each, photo);
        renderer.learnArea(resolved);
        keys[each.id] = resolved.key;
      }
      return planWarnings(renderer, photo, resolver.plan(photo), keys).map(({ is }) => is);
    };
    const darker = { ...step('prepare', { ...NEUTRAL, exposure: -0.7 }, 1, 'whole'), areaId: null };
    const spilling = step('clear', { brighten: 1, clear: 0 }, 1, 'spilling');
    const faint = step('clear', { brighten: 1, clear: 0 }, 0.02, 'faint');
    expect(kindsOf(darker)).not.toContain('spill');
    expect(kindsOf(darker, faint)).not.toContain('spill');
    expect(kindsOf(spilling)).toContain('spill');
    expect(kindsOf(darker, spilling)).toContain('spill');
  });
});
