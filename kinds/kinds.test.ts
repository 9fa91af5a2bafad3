import { existsSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';
import { PARTS } from '#core/document/schema';
import type { Area } from '#core/document/schema';
import { stepOffers } from '#core/offer/stepOffers';
import { applyStep } from '#core/render/applyStep';
import { MOST_CARD_NUMBERS } from '#core/render/card';
import type { PlaceMove } from '#core/document/carryByFace';
import { collectKinds } from '#core/render/kinds';
import { area as areaOf } from '../tests/fixtures/plans';
import { KINDS } from './registry.gen';

const folder = (family: string) => fileURLToPath(new URL(`./${family}`, import.meta.url));
const pixels = () => Float32Array.from({ length: 300 }, (_, i) => ((i * 37) % 101) / 101);
const region = { x: 0, y: 0, width: 10, height: 10, outWidth: 10, outHeight: 10 };
const input = {
  region,
  pixels: { space: 'srgbLinear' as const, width: 10, height: 10, data: pixels() },
  coverage: { space: 'coverage8' as const, width: 10, height: 10, data: new Uint8Array(100).fill(255) },
  readings: [],
};

describe('every kind', () => {
  it.each(['mark', 'adjust'] as const)('of %s has its folder, under its own id', (family) => {
    const folders = readdirSync(folder(family)).sort();
    expect([...(family === 'mark' ? KINDS.marks : KINDS.adjusts).keys()].sort()).toEqual(folders);
    for (const name of folders) {
      expect(existsSync(`${folder(family)}/${name}/schema.ts`)).toBe(true);
      expect(
        readdirSync(`${folder(family)}/${name}`).some((file) => file.endsWith('.test.ts')),
        `${name} has tests`,
      ).toBe(true);
      if (family === 'adjust') expect(existsSync(`${folder(family)}/${name}/Control.vue`)).toBe(true);
    }
  });

  it.each([...KINDS.adjusts.values()])('$id: neutral parameters parse and change no pixel', (kind) => {
    expect(kind.parameters.safeParse(kind.neutral).success).toBe(true);
    const kernel = kind.compile(kind.neutral, kind.measure(input, kind.neutral));
    const data = pixels();
    if (kernel)
      applyStep(data, input.coverage.data, kernel, { strength: 1, at: { region, first: 0, placed: true } });
    expect(data).toEqual(pixels());
  });

  it.each([...KINDS.adjusts.values()])('$id: an empty area does no harm, as a new step is', (kind) => {
    const empty = { ...input, coverage: { ...input.coverage, data: new Uint8Array(100) } };
    const parameters = kind.offer.start({ area: areaOf([]), areas: [areaOf([])] });
    const kernel = kind.compile(parameters, kind.measure(empty, parameters));
    const data = pixels();
    if (kernel)
      applyStep(data, input.coverage.data, kernel, { strength: 1, at: { region, first: 0, placed: true } });
    expect(data.every(Number.isFinite)).toBe(true);
  });

  it.each([...KINDS.adjusts.values()].filter(({ card }) => card))(
    '$id: what a graphics card is tried with is a step, and has no more numbers than there is room for',
    (kind) => {
      const { trial, compile } = kind.card!;
      expect(kind.parameters.safeParse(trial).success).toBe(true);
      const form = compile(trial, kind.measure({ ...input, like: input }, trial))!;
      expect(form.words).toContain('vec3 kernel(vec3 colour, vec2 place)');
      const count = form.numbers?.length ?? 0;
      expect([count % 4, count <= MOST_CARD_NUMBERS]).toEqual([0, true]);
      expect(form.numbers?.every(Number.isFinite) ?? true).toBe(true);
    },
  );

  it.each([...KINDS.marks.values(), ...KINDS.adjusts.values()])(
    '$id: has a migration for every version before its own',
    (kind) => {
      expect(Object.keys(kind.migrations).map(Number)).toEqual(
        Array.from({ length: kind.version - 1 }, (_, i) => i + 1),
      );
      expect(kind.parameters.safeParse({ nonsense: true }).success).toBe(false);
    },
  );

  const MARKS = {
    'ellipse': { x: 50, y: 40, radiusX: 20, radiusY: 10 },
    'straight-fade': { fromX: 10, fromY: 20, toX: 60, toY: 80 },
    'round-fade': { x: 50, y: 40, radius: 30, soft: 0.4 },
    'lasso': {
      loops: [
        [
          [10, 10],
          [40, 12],
          [30, 50],
        ],
      ],
    },
    'outline': {
      pieces: [
        [
          { x: 10, y: 10, inX: 5, inY: 12, outX: 15, outY: 8 },
          { x: 60, y: 10, inX: 60, inY: 10, outX: 60, outY: 10 },
          { x: 40, y: 60, inX: 40, inY: 60, outX: 40, outY: 60 },
        ],
      ],
    },
    'colour-reach': {
      patches: [{ x: 30, y: 30, width: 8, height: 8, takes: true }],
      hue: 8,
      saturation: 20,
      lightness: 10,
      soft: 0.5,
    },
  } as const;
  const HANDLED = [...KINDS.marks.values()]
    .filter(({ handles }) => handles)
    .map((kind) => [kind.id, kind.handles!, MARKS[kind.id as keyof typeof MARKS]] as const);

  it.each(HANDLED)(
    'of mark %s: a handle stays where it is put, and one put where it was changes nothing',
    (_id, handles, parameters) => {
      for (const { name, x, y, of } of handles.places(parameters)) {
        const still = handles.places(handles.move(parameters, name, { x, y }, false));
        still.forEach((place, n) =>
          expect(
            Math.hypot(
              place.x - handles.places(parameters)[n]!.x,
              place.y - handles.places(parameters)[n]!.y,
            ),
          ).toBeLessThan(1e-9),
        );
        const to = { x: x + 3, y: y + 2 };
        const moved = handles
          .places(handles.move(parameters, name, to, false))
          .find((place) => place.name === name)!;
        // A radius follows the hand by one coordinate or by its distance alone.
        if (of || !['across', 'down', 'end', 'full'].includes(name))
          expect([moved.x, moved.y].map((value) => Math.round(value * 1e6) / 1e6)).toEqual(
            [to.x, to.y].map((value) => Math.round(value * 1e6) / 1e6),
          );
        else expect(Math.hypot(moved.x - x, moved.y - y)).toBeGreaterThan(1);
      }
      expect(handles.lines(parameters).flat(2).every(Number.isFinite)).toBe(true);
    },
  );

  const offered = [undefined, ...PARTS].map((part): Area | undefined => part && { ...areaOf([]), part });
  const areas = offered.filter((entry) => entry !== undefined);

  it.each(offered.map((open) => [open?.part ?? 'the whole picture', open] as const))(
    'of adjust is offered for %s, with parameters that its schema accepts',
    (_part, open) => {
      const offers = stepOffers(KINDS, { area: open, areas });
      expect(offers.map(({ kind }) => kind.id).sort()).toEqual([...KINDS.adjusts.keys()].sort());
      for (const { kind, parameters } of offers)
        expect(kind.parameters.safeParse(parameters).error, kind.id).toBeUndefined();
      // What is apt stands before what is not.
      const apt = offers.map((offer) => offer.apt);
      expect(apt).toEqual(apt.toSorted((p, q) => Number(q) - Number(p)));
      expect(apt[0]).toBe(true);
    },
  );

  it('of mark has a key of its own where it is drawn', () => {
    const keys = [...KINDS.marks.values()].flatMap(({ drawing }) => drawing?.key ?? []);
    expect(new Set(keys).size).toBe(keys.length);
    for (const key of keys) expect(key).toMatch(/^(Shift )?[A-Z]$/);
  });

  // The face is twice as large; its forehead's middle went from (150, 200) to (500, 100): by hand.
  const twice: PlaceMove = { scale: 2, place: (x, y) => [500 + 2 * (x - 150), 100 + 2 * (y - 200)] };
  const stroke = { takes: true, radius: 5, points: [[150, 200, 0.5]] };
  const moved = { takes: true, radius: 10, points: [[500, 100, 0.5]] };
  const node = { x: 150, y: 200, inX: 149, inY: 200, outX: 151, outY: 200 };
  const loop = [
    [150, 200],
    [151, 200],
    [150, 201],
  ];
  it.each([
    [
      'straight-fade',
      { fromX: 150, fromY: 200, toX: 160, toY: 275 },
      { fromX: 500, fromY: 100, toX: 520, toY: 250 },
    ],
    ['round-fade', { x: 150, y: 275, radius: 30, soft: 0.4 }, { x: 500, y: 250, radius: 60, soft: 0.4 }],
    ['ellipse', { x: 150, y: 275, radiusX: 3, radiusY: 4 }, { x: 500, y: 250, radiusX: 6, radiusY: 8 }],
    [
      'lasso',
      { loops: [loop] },
      {
        loops: [
          [
            [500, 100],
            [502, 100],
            [500, 102],
          ],
        ],
      },
    ],
    [
      'outline',
      { pieces: [[node]] },
      { pieces: [[{ x: 500, y: 100, inX: 498, inY: 100, outX: 502, outY: 100 }]] },
    ],
    [
      'brush',
      { strokes: [{ ...stroke, fade: 0.5, build: 1 }] },
      { strokes: [{ ...moved, fade: 0.5, build: 1 }] },
    ],
    [
      'edge-stroke',
      { solver: 2, tolerance: 0.5, strokes: [stroke] },
      { solver: 2, tolerance: 0.5, strokes: [moved] },
    ],
    ['strand-sweep', { solver: 1, strokes: [stroke] }, { solver: 1, strokes: [moved] }],
    [
      'colour-reach',
      {
        patches: [{ x: 150, y: 200, width: 4, height: 6, takes: true }],
        hue: 10,
        saturation: 20,
        lightness: 30,
        soft: 1,
      },
      {
        patches: [{ x: 500, y: 100, width: 8, height: 12, takes: true }],
        hue: 10,
        saturation: 20,
        lightness: 30,
        soft: 1,
      },
    ],
  ])('of mark %s goes with the face to another photo', (id, parameters, there) => {
    const { carry, parameters: schema } = KINDS.marks.get(id)!;
    const move = carry as (from: unknown, by: PlaceMove) => unknown;
    expect(move(parameters, twice)).toEqual(there);
    expect(schema.safeParse(move(parameters, twice)).success).toBe(true);
    expect(move(parameters, { scale: 1, place: (x, y) => [x, y] })).toEqual(parameters);
  });

  it('is known once', () => {
    const [kind] = KINDS.marks.values();
    expect(() => collectKinds([kind!, kind!], [])).toThrow(/share an id/);
  });
});
