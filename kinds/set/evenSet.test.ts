import { wasChanged } from '#core/document/wasChanged';
import { describe, expect, it } from 'vitest';
import { ciede2000 } from '#core/colour/ciede2000';
import { convertSrgbLinearToCielabD65 } from '#core/colour/cielab';
import type { Triple } from '#core/colour/triple';
import { makePhotoSchema } from '#core/document/schema';
import type { Photo } from '#core/document/schema';
import type { PartNumbers, RungColours } from '#core/render/photoNumbers';
import { KINDS } from '#kinds/registry.gen';
import { areaNamed, photoWith, sitterWith } from '../../tests/fixtures/documents';
import { run, step } from '../../tests/fixtures/plans';
import { rungNumbers } from '#core/measure/rungNumbers';
import { evenSet, withoutEvening } from './evenSet';
import type { EvenOptions, MeasuredPhoto } from './evenSet';
import { evenWords } from './evenWords';
import { putTarget } from './setTarget';

let made = 0;
const newId = () => `new ${++made}`;
const OPTIONS: EvenOptions = {
  to: { by: 'median' },
  frames: 1,
  colour: 1,
  light: 1,
  most: null,
  ground: 'leave',
  wins: 'plan',
  newId,
};
const rungs = (middle: Triple): RungColours => ({
  light: middle.map((value) => 1.2 * value) as unknown as Triple,
  middle,
  shade: middle.map((value) => 0.6 * value) as unknown as Triple,
});
const SKIN: Triple = [0.45, 0.28, 0.2];
const COLOURS = {
  skin: SKIN,
  hair: [0.05, 0.03, 0.02],
  clothes: [0.1, 0.2, 0.25],
  background: [0.3, 0.3, 0.28],
} as const;

/** A photo of one sitter under a light, by channel. */
function under(light: Triple, n: number, change: Partial<Photo> = {}): MeasuredPhoto {
  const areas = Object.keys(COLOURS).map((part) => ({
    ...areaNamed(`${part} ${n}`, part as 'skin'),
    sitter: part === 'background' ? null : `sitter ${n}`,
  }));
  const photo: Photo = {
    ...photoWith(areas, String(n).repeat(64)),
    sitters: [sitterWith(`sitter ${n}`, { x: 1, y: 1, width: 2, height: 2 }, { person: 'wren' })],
    ...change,
  };
  const parts = areas.map(({ id, part, sitter }): PartNumbers => {
    const colours = rungs(COLOURS[part as 'skin'].map((value, c) => value * light[c]!) as unknown as Triple);
    return { areaId: id, part, sitter, before: colours, lit: colours, after: colours };
  });
  return { photo, parts };
}
const SET = [under([1, 1, 1], 1), under([1.3, 1, 0.7], 2), under([0.8, 0.85, 1], 3)];
const reference = { by: 'reference', photoId: SET[0]!.photo.id } as const;
/** Far from any skin. */
const GREEN = { hue: 70, saturation: 60, lightness: 60 };
const kindsOf = ({ plan }: Photo) => plan.map(({ kind }) => kind);

describe('a set that is evened', () => {
  it('takes the light of each frame to that of the reference first, on the whole picture', () => {
    const [first, second] = evenSet(SET, { ...OPTIONS, to: reference });
    expect(first!.photo.plan).toEqual([]);
    expect(kindsOf(second!.photo)).toEqual(['prepare', 'hue-to-target']);
    const [prepare] = second!.photo.plan;
    const kernel = KINDS.adjusts.get('prepare')!.compile(prepare!.parameters, null);
    // Grey of that frame becomes grey of the reference, exactly; other colours by the cones.
    const [red, green, blue] = run(kernel, [1.3 * 0.3, 0.3, 0.7 * 0.3]);
    for (const channel of [red, green, blue]) expect(channel).toBeCloseTo(0.3, 3);
    for (const { photo } of evenSet(SET, { ...OPTIONS, to: reference }))
      expect(makePhotoSchema(KINDS).safeParse(photo).error?.issues ?? []).toEqual([]);
  });

  it('brings skin to the numbers of the reference, colour and light apart, as far as is wanted', () => {
    const { photo } = evenSet(SET, { ...OPTIONS, to: reference, colour: 0.8, light: 0.25 })[1]!;
    const [, skin] = photo.plan;
    const goal = rungNumbers(SKIN);
    expect(skin).toMatchObject({ strength: 0.8, areaId: 'skin 2' });
    const { hue, lightness } = skin!.parameters as Record<string, { middle: number }>;
    expect(hue!.middle).toBeCloseTo(goal.hue!, 1);
    // Of the lightness a quarter is wanted, which at this strength is 0.25 / 0.8 of the way; lit alike it is there.
    expect(lightness!.middle).toBeCloseTo(goal.lightness!, 1);
    const unlit = evenSet(SET, { ...OPTIONS, to: reference, frames: 0, light: 0.5 })[2]!.photo.plan[0]!;
    const shot = rungNumbers(SET[2]!.parts[0]!.after.middle);
    expect((unlit.parameters.lightness as { middle: number }).middle).toBeCloseTo(
      (shot.lightness! + goal.lightness!) / 2,
      1,
    );
    expect(kindsOf(evenSet(SET, { ...OPTIONS, to: reference, colour: 0, light: 0 })[1]!.photo)).toEqual([
      'prepare',
    ]);
  });

  it('to the median: the frame in the middle hardly moves; what one photo alone shows has no say', () => {
    const other = under([2, 2, 2], 4);
    const stranger = {
      ...other,
      photo: {
        ...other.photo,
        sitters: other.photo.sitters.map((sitter) => ({ ...sitter, person: 'other' })),
      },
    };
    const evened = evenSet([...SET, stranger], OPTIONS);
    const prepare = evened[3]!.photo.plan.find(({ kind }) => kind === 'prepare');
    // Its ground is that of the others, though its skin, hair and clothes are like themselves.
    expect(prepare!.parameters.exposure as number).toBeLessThan(-0.8);
    const still = evenSet([under([1, 1, 1], 1), under([1, 1, 1], 2)], OPTIONS);
    for (const { photo } of still) expect(kindsOf(photo)).not.toContain('prepare');
  });

  it('to numbers, each rung of its own', () => {
    const none = { hue: null, saturation: null, lightness: null };
    const to = { by: 'numbers', rungs: { light: none, middle: { ...none, hue: 23 }, shade: none } } as const;
    const { plan } = evenSet(SET, { ...OPTIONS, to, frames: 0 })[1]!.photo;
    expect(plan).toHaveLength(1);
    expect(plan[0]!.parameters).toMatchObject({ hue: { light: null, middle: 23, shade: null } });
  });

  it.each([
    ['a reference', reference, 3],
    ['the median', { by: 'median' }, 3],
    ['numbers', { by: 'numbers', rungs: { light: GREEN, middle: GREEN, shade: GREEN } }, 5],
  ] as const)('moves no skin further than the limit on its way to %s, and says so', (_, to, most) => {
    const { photo, notes } = evenSet(SET, { ...OPTIONS, to, most })[1]!;
    expect(notes.map(evenWords)).toEqual([expect.stringContaining('further than the limit')]);
    // What the steps make of the middle of its skin, as a renderer does.
    const shot = SET[1]!.parts[0]!.after;
    const rungs = { light: [...shot.light], middle: [...shot.middle], shade: [...shot.shade] };
    for (const { kind, parameters, strength } of photo.plan) {
      const compiled = KINDS.adjusts.get(kind)!.compile(parameters, { rungs: { ...rungs }, bands: [] });
      for (const rung of ['light', 'middle', 'shade'] as const) {
        const then = run(compiled, rungs[rung]);
        rungs[rung] = rungs[rung].map((value, c) => value + strength * (then[c]! - value));
      }
    }
    const moved = ciede2000(
      convertSrgbLinearToCielabD65(shot.middle),
      convertSrgbLinearToCielabD65(rungs.middle as unknown as Triple),
    );
    expect(moved).toBeGreaterThan(0.9 * most);
    expect(moved).toBeLessThan(1.05 * most);
    expect(evenSet(SET, { ...OPTIONS, to, most: 90 })[1]!.notes).toEqual([]);
  });

  it('hues go the short way round, and come out as hues', () => {
    const red = { hue: 320, saturation: null, lightness: 50 };
    const to = { by: 'numbers', rungs: { light: red, middle: red, shade: red } } as const;
    const { plan } = evenSet(SET, { ...OPTIONS, to, frames: 0, colour: 0.5 })[1]!.photo;
    const shot = rungNumbers(SET[1]!.parts[0]!.after.middle).hue!;
    // From 20 to 30 degrees down to −40: half of that way lies beyond 0.
    const half = (shot - 40) / 2;
    expect((plan[0]!.parameters.hue as { middle: number }).middle).toBeCloseTo((half + 360) % 360, 1);
  });

  it('grounds: white to the edges, or the tone of the reference', () => {
    const ground = (how: 'white' | 'same') =>
      evenSet(SET, { ...OPTIONS, to: reference, ground: how })[1]!.photo.plan.at(-1)!;
    expect(ground('white')).toMatchObject({
      areaId: 'background 2',
      parameters: { colour: '#ffffff', falloff: 1 },
    });
    // 0.3, 0.3, 0.28 of linear light in codes, by hand: 149, 149, 144 (IEC 61966-2-1).
    expect(ground('same').parameters.colour).toBe('#959590');
  });

  it('evened again its steps are replaced; those that a hand changed stay where that is wanted', () => {
    const once = evenSet(SET, { ...OPTIONS, to: reference })[1]!.photo;
    const own = {
      ...once,
      plan: [...once.plan, { ...step('clear', { brighten: 0, clear: 1 }), areaId: 'skin 2' }],
    };
    const again = evenSet([SET[0]!, { ...SET[1]!, photo: own }], { ...OPTIONS, to: reference })[1]!.photo;
    expect(kindsOf(again).toSorted()).toEqual(['clear', 'hue-to-target', 'prepare']);
    expect(kindsOf(withoutEvening(own))).toEqual(['clear']);
    // What was carried is known as before, what evens as it is now.
    const carried = { id: 'c', from: 'f', of: 'o', by: 'carry', as: 'x' } as const;
    const known = evenSet([SET[0]!, { ...SET[1]!, photo: { ...own, brought: [...own.brought, carried] } }], {
      ...OPTIONS,
      to: reference,
    })[1]!.photo;
    expect(known.brought.map(({ by }) => by)).toEqual(['carry', 'even', 'even']);
    const changed = { ...once, plan: once.plan.map((each) => ({ ...each, strength: 0.5 })) };
    const kept = evenSet([SET[0]!, { ...SET[1]!, photo: changed }], {
      ...OPTIONS,
      to: reference,
      wins: 'photo',
    })[1]!;
    expect(kept.photo).toBe(changed);
    expect(kept.notes).toEqual(['kept']);
    // What a hand took out stays out, too.
    expect(wasChanged(once, 'even')).toBe(false);
    expect(wasChanged({ ...once, plan: once.plan.slice(1) }, 'even')).toBe(true);
    expect(wasChanged(changed, 'carry')).toBe(false);
  });

  it('a photo without anybody stays as it is and is told of', () => {
    const { photo, notes } = evenSet(
      [...SET, { photo: photoWith([], 'd'.repeat(64)), parts: [] }],
      OPTIONS,
    )[3]!;
    expect(photo.plan).toEqual([]);
    expect(notes).toEqual(['nobody']);
  });
});

describe('a point of the chart that is set', () => {
  const target = { areaId: 'skin 1', rung: 'middle', quantity: 'hue', value: 23.04 } as const;

  it('becomes a step to that number, or changes the one that is there', () => {
    const once = putTarget(SET[0]!.photo, target, newId);
    expect(once.plan).toMatchObject([
      { kind: 'hue-to-target', parameters: { hue: { middle: 23, light: null } } },
    ]);
    const weak = { ...once, plan: once.plan.map((each) => ({ ...each, strength: 0.4 })) };
    const twice = putTarget(weak, { ...target, value: 25 }, newId);
    expect(twice.plan).toMatchObject([{ strength: 1, parameters: { hue: { middle: 25 } } }]);
    // What is off, or stands on another part, is left.
    const off = { ...twice, plan: twice.plan.map((each) => ({ ...each, on: false })) };
    const elsewhere = { ...twice, plan: twice.plan.map((each) => ({ ...each, areaId: 'hair 1' })) };
    for (const photo of [off, elsewhere])
      expect(putTarget(photo, target, newId).plan).toMatchObject([
        photo.plan[0]!,
        { areaId: 'skin 1', on: true },
      ]);
    // Of another quantity it is a step of its own.
    expect(putTarget(twice, { ...target, quantity: 'lightness', value: 60 }, newId).plan).toHaveLength(2);
  });
});
