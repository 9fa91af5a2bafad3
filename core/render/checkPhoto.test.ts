import { describe, expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { grain, paintedPhoto } from '../../tests/fixtures/paint';
import type { Rgb8 } from '../../tests/fixtures/paint';
import { areaNamed, sitterWith } from '../../tests/fixtures/documents';
import { mark, step } from '../../tests/fixtures/plans';
import { newPhoto } from '../document/commands';
import type { Area, Photo, Step } from '../document/schema';
import { checkPhoto } from './checkPhoto';
import { Resolver } from './resolver';

const SIDE = 200;
/** HSV hue 24° stands in the corridor, 58° far on its green side. */
const GOOD: Rgb8 = [205, 160, 132];
const GREEN: Rgb8 = [200, 198, 130];
const photoOf = (colour: Rgb8) =>
  paintedPhoto(SIDE, SIDE, (x, y) => {
    // Light falls off from left to right, as on a face.
    const light = 1.05 - (0.5 * x) / SIDE + 0.01 * grain(x, y);
    return [colour[0] * light, colour[1] * light, colour[2] * light];
  });
const skin = (sitter: string | null, part: Area['part'] = 'skin'): Area => ({
  ...areaNamed(`${part} of ${sitter}`, part, [mark('ellipse', { x: 100, y: 100, radiusX: 80, radiusY: 80 })]),
  sitter,
});
const documentOf = (areas: readonly Area[], plan: readonly Step[] = []): Photo => ({
  ...newPhoto({ id: '0'.repeat(64), file: 'a.jpg', width: SIDE, height: SIDE }),
  sitters: [sitterWith('s', { x: 40, y: 40, width: 120, height: 120 })],
  areas,
  plan,
});
const check = (colour: Rgb8, photo: Photo) => checkPhoto(new Resolver(photoOf(colour), KINDS), photo);

describe('check', () => {
  it('finds skin that is too green, says whose it is, and leaves good skin alone', () => {
    const found = check(GREEN, documentOf([skin('s')]));
    expect(found.map(({ finding, sitterId, skinId }) => [finding.is, sitterId, skinId])).toContainEqual([
      'hue',
      's',
      'skin of s',
    ]);
    expect(check(GOOD, documentOf([skin('s')])).filter(({ finding }) => finding.is === 'hue')).toEqual([]);
  });

  it('takes for the skin’s own, where whites tell the light, what it mends where none can be seen', () => {
    // HSV 28 to 29°, in the shade 3° beyond the corridor
    const yellowish: Rgb8 = [205, 166, 132];
    const hue = (...areas: readonly Area[]) =>
      check(yellowish, documentOf(areas)).filter(({ finding }) => finding.is === 'hue');
    expect(hue(skin('s'))).toHaveLength(1);
    expect(hue(skin('s'), skin('s', 'whites'))).toEqual([]);
    expect(
      check(GREEN, documentOf([skin('s'), skin('s', 'whites')])).map(({ finding }) => finding.is),
    ).toContain('hue');
  });

  it('judges what the plan leaves', () => {
    const hue = { light: 24, middle: 24, shade: 24 };
    const none = { light: null, middle: null, shade: null };
    const parameters = { hue, saturation: none, lightness: none, keeps: 'chroma', more: [] };
    const plan = [{ ...step('hue-to-target', parameters), areaId: 'skin of s' }];
    expect(check(GREEN, documentOf([skin('s')], plan)).filter(({ finding }) => finding.is === 'hue')).toEqual(
      [],
    );
  });

  it('judges each owner’s skin, a face where there is no skin, and nothing where there is neither', () => {
    const owners = check(GREEN, documentOf([skin('s', 'face'), skin(null)]));
    expect(new Set(owners.map(({ sitterId, skinId }) => `${sitterId}: ${skinId}`))).toEqual(
      new Set(['s: face of s', 'undefined: skin of null']),
    );
    expect(check(GREEN, documentOf([skin('s', 'lips')]))).toEqual([]);
    expect(check(GREEN, documentOf([{ ...skin('s'), marks: [] }]))).toEqual([]);
  });

  it('looks once at what did not change, and anew at a plan, a corridor, an area or a face that did', () => {
    const resolver = new Resolver(photoOf(GREEN), KINDS);
    const photo = documentOf([skin('s')]);
    const first = checkPhoto(resolver, photo);
    expect(checkPhoto(resolver, { ...photo, readings: [] })[0]).toBe(first[0]);
    const hueOf = (change: Partial<Photo>) =>
      checkPhoto(resolver, { ...photo, ...change })
        .map(({ finding }) => finding)
        .find(({ is }) => is === 'hue');
    expect(hueOf({})).toBe(first.find(({ finding }) => finding.is === 'hue')!.finding);
    const wide = { from: 10, to: 90 };
    const corridors = [{ sitter: 's', light: wide, middle: wide, shade: wide }];
    expect(hueOf({ corridors })).toBeUndefined();
    const hue = { light: 40, middle: 40, shade: 40 };
    const none = { light: null, middle: null, shade: null };
    const parameters = { hue, saturation: none, lightness: none, keeps: 'chroma', more: [] };
    const turned = { ...step('hue-to-target', parameters), areaId: 'skin of s' };
    expect(hueOf({ plan: [turned] })).not.toEqual(hueOf({}));
    const moved = skin('s');
    const smaller = mark('ellipse', { x: 60, y: 60, radiusX: 30, radiusY: 30 });
    expect(hueOf({ areas: [{ ...moved, marks: [smaller] }] })).not.toBe(hueOf({}));
    expect(hueOf({ areas: [{ ...moved, id: 'other' }] })).not.toBe(hueOf({}));
  });

  it('finds tinted whites, and names their area', () => {
    const whites = skin('s', 'whites');
    const found = check([205, 190, 140], documentOf([skin('s'), whites])).find(
      ({ finding }) => finding.is === 'tint',
    );
    expect(found).toMatchObject({ partId: whites.id, finding: { part: 'whites', towards: 'yellow' } });
  });

  it('finds lips in green light, and says which area they are', () => {
    const pyramid = paintedPhoto(SIDE, SIDE, (x, y) =>
      Math.hypot(x - 100, y - 100) < 20 ? [120, 125, 90] : GOOD,
    );
    const lips: Area = {
      ...areaNamed('lips', 'lips', [mark('ellipse', { x: 100, y: 100, radiusX: 18, radiusY: 18 })]),
      sitter: 's',
    };
    const found = checkPhoto(new Resolver(pyramid, KINDS), documentOf([skin('s'), lips]));
    expect(found.filter(({ finding }) => finding.is === 'cast')).toMatchObject([
      { partId: 'lips', finding: { part: 'lips', towards: 'green' } },
    ]);
  });
});
