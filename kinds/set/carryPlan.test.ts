import { describe, expect, it } from 'vitest';
import { makeMark } from '#core/document/make';
import { NO_EDGE_CARE, makePhotoSchema } from '#core/document/schema';
import type { Area, Photo } from '#core/document/schema';
import type { JsonObject } from '#core/document/kinds';
import { KINDS } from '#kinds/registry.gen';
import { areaNamed, photoWith, sitterWith } from '../../tests/fixtures/documents';
import { step } from '../../tests/fixtures/plans';
import { newField } from '#core/raster/field';
import { carryPlan, movesMarks } from './carryPlan';
import type { CarryOptions } from './carryPlan';
import { carryWords } from './carryWords';

let made = 0;
const OPTIONS: CarryOptions = {
  wholePicture: true,
  fades: 'face',
  wins: 'photo',
  newId: () => `new ${++made}`,
};
const mark = (kind: string, parameters: JsonObject, id = kind) =>
  makeMark(KINDS.marks.get(kind)!, parameters, { id });
const found = (owner: string, part: string) =>
  mark('found-part', { sitter: owner, part, plate: `${owner} ${part}` });
const sitter = (id: string, x: number) => sitterWith(id, { x, y: 50, width: 100, height: 100 });
const of = (area: Area, owner: string): Area => ({ ...area, sitter: owner });

const FROM: Photo = {
  ...photoWith([
    of(
      areaNamed('skin', 'skin', [
        found('a', 'skin'),
        mark('brush', {
          strokes: [{ takes: true, radius: 4, fade: 0, build: 1, points: [[60, 60, 1]] }],
        }),
      ]),
      'a',
    ),
    of(areaNamed('face', 'face', [found('a', 'face')]), 'a'),
    areaNamed('wall', 'background', [mark('straight-fade', { fromX: 0, fromY: 0, toX: 100, toY: 0 })]),
    areaNamed('unused', 'other', [mark('ellipse', { x: 1, y: 1, radiusX: 2, radiusY: 2 })]),
  ]),
  sitters: [sitter('a', 50)],
  corridors: [
    { sitter: 'a', light: { from: 1, to: 2 }, middle: { from: 1, to: 2 }, shade: { from: 1, to: 2 } },
  ],
  readings: [{ id: 'r', areaId: 'skin', rung: 'middle', x: 60, y: 60, size: 9 }],
  plan: [
    {
      ...step('prepare', {
        neutral: null,
        temperature: 0,
        tint: 0,
        exposure: 1,
        contrast: 0,
        black: 0,
        white: 255,
        saturation: 0,
        gentle: 0,
      }),
      areaId: null,
    },
    { ...step('match', { to: { by: 'area', areaId: 'face' }, light: 1, colour: 1 }), areaId: 'skin' },
    { ...step('relief', { amount: -0.5 }), areaId: 'wall' },
  ],
};
const TO: Photo = {
  ...photoWith(
    [
      of(areaNamed('skin there', 'skin', [found('b', 'skin')]), 'b'),
      of(areaNamed('face there', 'face', [found('b', 'face')]), 'b'),
    ],
    'b'.repeat(64),
  ),
  sitters: [sitter('b', 150)],
  plan: [{ ...step('clear', { brighten: 0.2, clear: 0.1 }), id: 'own', areaId: 'skin there' }],
};
const WHO = new Map([['a', 'b']]);
const carry = (to: Photo, change: Partial<CarryOptions> = {}, from = FROM, who = WHO) =>
  carryPlan(from, to, who, { ...OPTIONS, ...change });

describe('a plan carried to another photo', () => {
  it('takes a part that was added by hand along, and off the parts that lose it there', () => {
    const hat = of(
      areaNamed('hat', 'hat', [
        mark('brush', { strokes: [{ takes: true, radius: 4, fade: 0, build: 1, points: [[90, 30, 1]] }] }),
      ]),
      'a',
    );
    const loses = { ...mark('area', { areaId: 'hat' }), mode: 'remove' as const };
    const from = {
      ...FROM,
      areas: [
        ...FROM.areas.map((area) =>
          area.part === 'skin' ? { ...area, marks: [...area.marks, loses] } : area,
        ),
        hat,
      ],
    };
    const { photo } = carry(TO, {}, from);
    const there = photo.areas.find(({ part }) => part === 'hat')!;
    expect(there).toMatchObject({ sitter: 'b', marks: [{ kind: 'brush' }] });
    expect(there.id).not.toBe('hat');
    const skin = photo.areas.find(({ part }) => part === 'skin')!;
    expect(skin.marks.at(-1)).toMatchObject({
      kind: 'area',
      mode: 'remove',
      parameters: { areaId: there.id },
    });
  });

  it('stands on the parts found there; what was drawn moves with the face; what is there stays', () => {
    const { photo, notes, toPlace } = carry(TO);
    expect(makePhotoSchema(KINDS).safeParse(photo).error?.issues ?? []).toEqual([]);
    expect(
      photo.plan.map(({ kind, areaId }) => [
        kind,
        areaId === null ? null : photo.areas.find(({ id }) => id === areaId)!.name,
      ]),
    ).toEqual([
      ['prepare', null],
      ['match', 'skin there'],
      ['relief', 'wall'],
      ['clear', 'skin there'],
    ]);
    // The other area that a step names is the one that answers to it.
    expect(photo.plan[1]!.parameters).toMatchObject({ to: { areaId: 'face there' } });
    const skin = photo.areas[0]!;
    expect(skin.marks.map(({ kind }) => kind)).toEqual(['found-part', 'brush']);
    // The face lies 100 pixels to the right.
    expect(skin.marks[1]!.parameters).toMatchObject({ strokes: [{ points: [[160, 60, 1]] }] });
    expect(photo.areas.map(({ name }) => name)).toEqual(['skin there', 'face there', 'wall']);
    expect(photo.corridors).toMatchObject([{ sitter: 'b', middle: { from: 1, to: 2 } }]);
    expect(toPlace).toEqual(['skin there']);
    expect(notes).toEqual([]);
  });

  it('goes further with the part it lies on than with the face', () => {
    const shift = newField({ x: 0, y: 0, width: 400, height: 300, outWidth: 2, outHeight: 2 }, 2);
    shift.data.set([7, -3, 7, -3, 7, -3, 7, -3]);
    const { photo } = carry(TO, { shifts: new Map([['a', [shift]]]) });
    expect(photo.areas[0]!.marks[1]!.parameters).toMatchObject({ strokes: [{ points: [[167, 57, 1]] }] });
    expect(movesMarks(FROM)).toBe(true);
    expect(movesMarks(TO)).toBe(false);
  });

  it('fades keep their place in the frame where that is wanted', () => {
    const { photo } = carry({ ...TO, width: 800 }, { fades: 'frame' });
    expect(photo.areas.at(-1)!.marks[0]!.parameters).toMatchObject({ fromX: 0, toX: 200 });
  });

  it('carried again it is the same: nothing twice, and what was changed there since is changed', () => {
    const once = carry(TO).photo;
    expect(carry(once).photo).toEqual(once);
    const softer = {
      ...FROM,
      plan: FROM.plan.map((each) => (each.kind === 'relief' ? { ...each, strength: 0.3 } : each)),
    };
    const { photo } = carry(once, {}, softer);
    expect(photo.plan.find(({ kind }) => kind === 'relief')!.strength).toBe(0.3);
    // A step that is there no more goes here too.
    const fewer = { ...FROM, plan: FROM.plan.filter(({ kind }) => kind !== 'relief') };
    expect(carry(once, {}, fewer).photo.plan.map(({ kind }) => kind)).toEqual(['prepare', 'match', 'clear']);
  });

  it('what a hand changed or took out stays, and is said, unless what is carried is to win', () => {
    const once = carry(TO).photo;
    const changed = {
      ...once,
      plan: once.plan
        .filter(({ kind }) => kind !== 'match')
        .map((each) => (each.kind === 'relief' ? { ...each, strength: 0.1 } : each)),
    };
    const kept = carry(changed);
    expect(kept.photo.plan.map(({ kind, strength }) => [kind, strength])).toEqual([
      ['prepare', 1],
      ['relief', 0.1],
      ['clear', 1],
    ]);
    expect(kept.notes.map(({ is }) => is)).toEqual(['kept', 'kept']);
    const won = carry(changed, { wins: 'plan' });
    expect(won.photo.plan.filter(({ kind }) => kind === 'match')).toHaveLength(1);
    expect(won.photo.plan.find(({ kind }) => kind === 'relief')!.strength).toBe(1);
    // And again afterwards: the hand's word is not forgotten.
    expect(carry(kept.photo).photo.plan).toEqual(kept.photo.plan);
  });

  it('says what could not be carried: another sitter, a part that is not there, strokes without a face', () => {
    const { photo, notes } = carry({ ...TO, areas: [], sitters: [], plan: [] }, {}, FROM, new Map());
    expect(photo.plan.map(({ kind }) => kind)).toEqual(['prepare', 'relief']);
    expect(notes.map(carryWords)).toEqual([
      'skin: its sitter is not in this photo; its steps are left out',
      'face: its sitter is not in this photo; its steps are left out',
    ]);
    const drawn = {
      ...FROM,
      areas: [areaNamed('skin', 'other', [mark('ellipse', { x: 1, y: 1, radiusX: 2, radiusY: 2 })])],
      plan: [{ ...step('relief', { amount: 1 }), areaId: 'skin' }],
      readings: [],
    };
    const left = carry({ ...TO, areas: [], sitters: [], plan: [] }, {}, drawn, new Map());
    expect(left.notes).toEqual([{ what: 'skin', is: 'part-missing' }]);
  });

  it('edge care goes to an edge that is as it was found, not over one that was cared for', () => {
    const soft = { ...NO_EDGE_CARE, soften: 3 };
    const from = { ...FROM, areas: FROM.areas.map((area) => ({ ...area, edgeCare: soft })) };
    expect(carry(TO, {}, from).photo.areas[0]!.edgeCare).toEqual(soft);
    const own = { ...NO_EDGE_CARE, grow: -2 };
    const to = { ...TO, areas: TO.areas.map((area) => ({ ...area, edgeCare: own })) };
    expect(carry(to, {}, from).photo.areas[0]!.edgeCare).toEqual(own);
  });

  it('strokes on a part that is there, with no face to carry them by, are said to be left', () => {
    const wall = (marks: Area['marks']) => areaNamed('wall', 'background', marks);
    const from = {
      ...FROM,
      areas: [wall([found('nobody', 'background'), FROM.areas[0]!.marks[1]!])],
      readings: [],
      plan: [{ ...step('relief', { amount: 1 }), areaId: 'wall' }],
    };
    const to = { ...TO, areas: [wall([found('nobody', 'background')])], sitters: [], plan: [] };
    const { photo, notes } = carry(to, {}, from, new Map());
    expect(photo.areas[0]!.marks).toHaveLength(1);
    expect(photo.plan).toHaveLength(1);
    expect(notes.map(({ is }) => is)).toEqual(['marks-left']);
  });

  it('leaves the whole picture where that is not wanted', () => {
    expect(carry(TO, { wholePicture: false }).photo.plan.map(({ kind }) => kind)).not.toContain('prepare');
  });

  it('a part that was nobody’s there takes what was found of everybody', () => {
    const nobodys = {
      ...FROM,
      areas: [areaNamed('hair', 'hair', [mark('picture', { file: 'hair.png', plate: 'p' })])],
      readings: [],
      plan: [{ ...step('relief', { amount: 1 }), areaId: 'hair' }],
    };
    const to = { ...TO, areas: [of(areaNamed('h', 'hair', [found('b', 'hair')]), 'b')], plan: [] };
    const { photo } = carry(to, {}, nobodys, new Map());
    expect(photo.areas[1]).toMatchObject({ name: 'hair', sitter: null, marks: [{ kind: 'found-part' }] });
    expect(photo.plan).toMatchObject([{ areaId: photo.areas[1]!.id }]);
  });
});
