import { describe, expect, it } from 'vitest';
import { shotPlace } from '#core/document/commands';
import type { JsonObject } from '#core/document/kinds';
import type { Photo } from '#core/document/schema';
import { buildPyramid } from '#core/raster/pyramid';
import { wholeRegion } from '#core/raster/raster';
import { Resolver } from '#core/render/resolver';
import { RECOLOUR_DEFAULTS } from '#kinds/adjust/recolour/schema';
import { KINDS } from '#kinds/registry.gen';
import { area, photoOf, step } from '../../tests/fixtures/plans';
import { keyMeasures, measuresBetween } from './keyMeasures';
import { canMeasureAtKeys, withStepChoice } from './stepChoices';

const SIDE = 32;
const clip = 'c'.repeat(64);
/** A patch of shades of one colour under a light of that strength. */
const lit = (light: number) => {
  const data = new Uint8Array(4 * SIDE * SIDE);
  for (let i = 0; i < SIDE * SIDE; i++) {
    const shade = light * (0.5 + (i % SIDE) / (2 * SIDE));
    data.set([200 * shade, 140 * shade, 110 * shade, 255], 4 * i);
  }
  return buildPyramid({ space: 'srgb8', width: SIDE, height: SIDE, data });
};
const shot = {
  count: 1,
  frames: () => {
    throw new Error('no other frame is looked at');
  },
  find: () => Promise.reject(new Error('nobody is looked for')),
  pause: () => Promise.resolve(),
};
const dye = step('recolour', { ...RECOLOUR_DEFAULTS, colour: '#4a5a9a' });
const everywhere = { ...area([]), inverted: true };
const planned = (pyramid: ReturnType<typeof lit>): Photo => ({
  ...photoOf(pyramid, everywhere, [dye]),
  frame: shotPlace({ clip, file: 'a.webm', n: 0, measuredAtKeys: [dye.id] }),
});
const side = (light: number, weight = 1) => {
  const pyramid = lit(light);
  const bare = { photo: planned(pyramid), plates: new Map(), weight };
  const hand = { frame: { n: 0, pyramid }, ...bare };
  return { ...bare, measures: keyMeasures(shot, hand, [dye.id]) };
};
/** Mean of the picture after its plan, with what was found on other frames. */
function mean(light: number, taken = measuresBetween([])): number {
  const pyramid = lit(light);
  const resolver = new Resolver(pyramid, KINDS, taken);
  const data = resolver.render(resolver.plan(planned(pyramid)), wholeRegion(SIDE, SIDE));
  return data.reduce((sum, value) => sum + value / data.length, 0);
}

describe('what is measured on key frames', () => {
  it('holds on other frames: a frame under more light stays lighter, where one measured by itself does not', () => {
    const [dim, bright] = [mean(0.6), mean(1)];
    expect(bright / dim).toBeCloseTo(1, 1);
    expect(mean(1, measuresBetween([side(0.6)])) / dim).toBeGreaterThan(1.5);
    expect(mean(0.6, measuresBetween([side(0.6)]))).toBe(dim);
  });

  it('goes over from one key frame to the next', () => {
    const at = (weight: number) => mean(0.8, measuresBetween([side(0.6, 1 - weight), side(1, weight)]));
    expect(at(0)).toBe(mean(0.8, measuresBetween([side(0.6)])));
    expect(at(0.25)).toBeCloseTo(0.75 * at(0) + 0.25 * at(1), 4);
    expect(at(1)).toBeLessThan(at(0));
  });

  it('is of steps that look at colours of the photo, not at places, and not of others', () => {
    const can = (kind: string) => canMeasureAtKeys(KINDS.adjusts.get(kind)!);
    expect(['recolour', 'hue-to-target', 'evenness', 'veil', 'light'].map(can)).toEqual([
      true,
      true,
      false,
      false,
      false,
    ]);
    const pyramid = lit(1);
    const even = { ...step('evenness', KINDS.adjusts.get('evenness')!.neutral as JsonObject), id: 'even' };
    const both = { ...planned(pyramid), plan: [dye, even, { ...dye, id: 'off', on: false }] };
    const hand = { frame: { n: 0, pyramid }, photo: both, plates: new Map() };
    const found = keyMeasures(shot, hand, [dye.id, 'even', 'off']);
    expect([...found.keys()]).toEqual([dye.id]);
  });

  it('is chosen for a step on all key frames of its shot; holding on the one at hand', () => {
    const frame = (n: number, of = clip): Photo => ({
      ...photoOf(lit(1), everywhere, [dye]),
      frame: shotPlace({ clip: of, file: 'a.webm', n }),
    });
    const photos = [frame(0), frame(8), frame(0, 'd'.repeat(64)), photoOf(lit(1), everywhere, [])];
    const a = (isOn: boolean) => ({ stepId: 'a', isOn });
    const measured = withStepChoice(photos, { clip }, 'measuredAtKeys', a(true));
    expect(measured.map((photo) => photo.frame?.measuredAtKeys)).toEqual([['a'], ['a'], [], undefined]);
    const held = withStepChoice(measured, { clip, n: 8 }, 'holds', a(true));
    expect(held.map((photo) => photo.frame?.holds)).toEqual([[], ['a'], [], undefined]);
    const back = withStepChoice(held, { clip, n: 8 }, 'holds', a(false));
    expect(withStepChoice(back, { clip }, 'measuredAtKeys', a(false))).toEqual(photos);
  });
});
