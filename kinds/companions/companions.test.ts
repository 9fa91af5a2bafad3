import { describe, expect, it } from 'vitest';
import { parseSitting } from '#core/document/parse';
import { NEUTRAL } from '#kinds/adjust/even-to-colour/schema';
import { startRecolour } from '#kinds/adjust/recolour/schema';
import { KINDS } from '#kinds/registry.gen';
import { areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { mark, step } from '../../tests/fixtures/plans';
import { companionsOf } from './companions';

const reach = { hue: 60, chroma: 80, reach: 40, soft: 20 };
const even = (areaId: string | null, of: typeof reach | null = reach) => ({
  ...step('even-to-colour', { ...NEUTRAL, reach: of }),
  areaId,
});
const made = (areaId: string | null) => {
  const photo = { ...photoWith([areaNamed('wall', 'background')]), plan: [even(areaId)] };
  let n = 0;
  return companionsOf(photo, photo.plan[0]!, undefined)[0]!.make(photo, () => `id${n++}`);
};

describe('what is dyed with hair', () => {
  const patch = [mark('ellipse', { x: 50, y: 50, radiusX: 20, radiusY: 20 })];
  const of = (part: 'hair' | 'beard' | 'brows', sitter: string) => ({
    ...areaNamed(`${part} ${sitter}`, part, patch),
    sitter,
  });

  it('is the same sitter’s beard and brows, each in a step of its own with less strength', () => {
    const areas = [of('hair', 'a'), of('brows', 'a'), of('beard', 'b'), of('beard', 'a')];
    const dye = { ...step('recolour', startRecolour('hair')), areaId: 'hair a' };
    const photo = { ...photoWith(areas), plan: [dye] };
    const followers = companionsOf(photo, dye, undefined).filter(({ label }) => label.includes('follow'));
    const steps = followers.map((each) => each.make(photo, () => 'new').photo.plan.at(-1)!);
    expect(steps.map(({ areaId, strength }) => [areaId, strength])).toEqual([
      ['brows a', 0.5],
      ['beard a', 0.8],
    ]);
    expect(steps.every(({ parameters }) => parameters === dye.parameters)).toBe(true);
  });
});

describe('the reach of a step as an area', () => {
  it('is its area limited to those colours, and the step goes there with all of them', () => {
    const { photo, areaId } = made('wall');
    const area = photo.areas.find(({ id }) => id === areaId)!;
    expect(area.part).toBe('background');
    expect(area.marks.map(({ kind, mode, parameters }) => [kind, mode, parameters])).toEqual([
      ['area', 'add', { areaId: 'wall' }],
      ['disc-reach', 'limit', reach],
    ]);
    expect(photo.plan.map((entry) => [entry.areaId, entry.parameters.reach])).toEqual([[areaId, null]]);
    expect(parseSitting(sittingWith(photo), KINDS)).toEqual(sittingWith(photo));
  });

  it('of the whole picture is those colours wherever they are; without a reach there is none to make', () => {
    const { photo, areaId } = made(null);
    expect(photo.areas.find(({ id }) => id === areaId)!.marks.map(({ kind, mode }) => [kind, mode])).toEqual([
      ['disc-reach', 'add'],
    ]);
    expect(companionsOf(photo, even('wall', null), undefined)).toEqual([]);
  });
});
