import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { areaNamed } from '../../tests/fixtures/documents';
import { mark, step } from '../../tests/fixtures/plans';
import { addArea, newPhoto, newSitting, putMark, putReading, putStep } from './commands';
import { makeDocumentCheck } from './documentCheck';
import { copyName, fitFileName, fitName, stemOf } from './names';
import { parseSitting } from './parse';
import { salvageSitting } from './salvage';
import { MOST, NO_EDGE_CARE } from './schema';
import type { Photo, Sitting } from './schema';
import { MOST_STROKES, strokesLeaveRoom } from './strokes';

const NOW = '2026-11-26T10:00:00.000Z';
const patch = { x: 5, y: 5, width: 4, height: 4, takes: true };
const reach = (patches: unknown[]) =>
  ({ patches, hue: 8, saturation: 25, lightness: 10, soft: 0.8 }) as never;

function sitting(): Sitting {
  const photo = [
    (p: Photo) => addArea(p, areaNamed('area')),
    (p: Photo) => putMark(p, 'area', mark('ellipse', { x: 5, y: 5, radiusX: 3, radiusY: 2 })),
    (p: Photo) => putMark(p, 'area', mark('colour-reach', reach([patch]))),
    (p: Photo) => putReading(p, { id: 'r', areaId: 'area', rung: 'light', x: 4, y: 4, size: 9 }),
    (p: Photo) => putStep(p, step('clear', { brighten: 0.5, clear: 1 })),
  ].reduce((p, change) => change(p), newPhoto({ id: 'a'.repeat(64), file: 'a.jpg', width: 10, height: 10 }));
  return {
    ...newSitting('one', 'One', NOW),
    photos: [photo, newPhoto({ id: 'b'.repeat(64), file: 'b.jpg', width: 10, height: 10 })],
  };
}

/** A copy with one place changed. */
function changed(path: string, value: unknown): unknown {
  const copy = structuredClone(sitting()) as never;
  const keys = path.split('.');
  const holder = keys.slice(0, -1).reduce<Record<string, never>>((within, key) => within[key]!, copy);
  holder[keys.at(-1)!] = value as never;
  return copy;
}

describe('what can be opened of a sitting', () => {
  it('is all of it where all fits', () => {
    expect(salvageSitting(structuredClone(sitting()), KINDS)).toEqual({ sitting: sitting(), setAside: [] });
  });

  it.each<[string, string, unknown, (s: Sitting) => unknown, unknown]>([
    [
      'a patch under a pixel is widened',
      'photos.0.areas.0.marks.1.parameters.patches',
      [{ ...patch, width: 0.8 }],
      (s) => (s.photos[0]!.areas[0]!.marks[1]!.parameters.patches as never as (typeof patch)[])[0]!.width,
      1,
    ],
    [
      'of 43 patches, 40 stay',
      'photos.0.areas.0.marks.1.parameters.patches',
      Array.from({ length: 43 }, () => patch),
      (s) => (s.photos[0]!.areas[0]!.marks[1]!.parameters.patches as never[]).length,
      40,
    ],
    ['a name that is too long is cut', 'name', 'x'.repeat(200), (s) => s.name.length, 120],
    ['an empty name is given one', 'name', '', (s) => s.name, 'Unnamed'],
    [
      'edge care that makes no sense is reset',
      'photos.0.areas.0.edgeCare',
      { ...NO_EDGE_CARE, floor: 0.9, ceiling: 0.2 },
      (s) => s.photos[0]!.areas[0]!.edgeCare,
      NO_EDGE_CARE,
    ],
    ['a note that is none is empty', 'note', 7, (s) => s.note, ''],
    [
      'of the tags those stay that are some',
      'tags',
      ['winter', '', 4, 'y'.repeat(60)],
      (s) => s.tags,
      ['winter', 'y'.repeat(40)],
    ],
    ['an archive that is unclear is none', 'archived', 'perhaps', (s) => s.archived, false],
    [
      'a place in a shot that is none is none',
      'photos.0.frame',
      { clip: 'x', n: -1 },
      (s) => s.photos[0]!.frame,
      null,
    ],
    ['a decision that is not known is none', 'photos.0.choice', 'maybe', (s) => s.photos[0]!.choice, null],
    [
      'of the people those stay that are some, each once',
      'people',
      [
        { id: 'p', name: 'Berit', isNot: [] },
        { id: 'p', name: 'Odo', isNot: [] },
        'Nils',
        { id: 'q', name: 7, isNot: [] },
      ],
      (s) => s.people,
      [{ id: 'p', name: 'Berit', isNot: [] }],
    ],
    [
      'a sitter who is nobody known, with a likeness that is none, stays a sitter',
      'photos.0.sitters',
      [
        {
          id: 's',
          number: 1,
          face: { x: 1, y: 1, width: 9, height: 9 },
          doubts: {},
          person: 'nobody',
          likeness: { face: 'zz', hair: null, clothes: null },
        },
      ],
      (s) => s.photos[0]!.sitters.map(({ person, likeness }) => [person, likeness]),
      [[null, null]],
    ],
    [
      'a mark that fits in no way is taken out',
      'photos.0.areas.0.marks.0.parameters',
      { x: 'left' },
      (s) => s.photos[0]!.areas[0]!.marks.map(({ kind }) => kind),
      ['colour-reach'],
    ],
    [
      'with an area go its readings and steps',
      'photos.0.areas.0.part',
      'wings',
      (s) => [s.photos[0]!.areas.length, s.photos[0]!.readings.length, s.photos[0]!.plan.length],
      [0, 0, 0],
    ],
    [
      'a photo without a name of its own is taken out',
      'photos.0.id',
      'nobody',
      (s) => s.photos.map(({ file }) => file),
      ['b.jpg'],
    ],
    [
      'a photo that stands twice stands once',
      'photos.1.id',
      'a'.repeat(64),
      (s) => s.photos.map(({ file }) => file),
      ['a.jpg'],
    ],
    [
      'a field that is not known goes',
      'photos.0.mood',
      'bright',
      (s) => Object.keys(s.photos[0]!).includes('mood'),
      false,
    ],
  ])('%s', (_, path, value, look, wanted) => {
    const { sitting: opened, setAside } = salvageSitting(changed(path, value), KINDS);
    expect(look(opened)).toEqual(wanted);
    expect(setAside.length).toBeGreaterThan(0);
    expect(parseSitting(structuredClone(opened), KINDS)).toEqual(opened);
  });

  it('is nothing when it is no sitting, or one from the future', () => {
    for (const value of [null, 'sitting', { photos: 'none' }, { schema: 1, nonsense: true }])
      expect(() => salvageSitting(value, KINDS)).toThrow(/invalid/);
    expect(() => salvageSitting(changed('schema', 99), KINDS)).toThrow(/future/);
  });

  it('always fits, whatever one value is replaced by', () => {
    const paths = leaves(sitting() as never);
    const odd = fc.oneof(
      fc.double(),
      fc.string(),
      fc.constant(null),
      fc.boolean(),
      fc.array(fc.integer()),
      fc.constant({}),
    );
    fc.assert(
      fc.property(fc.constantFrom(...paths), odd, (path, value) => {
        let opened;
        try {
          opened = salvageSitting(changed(path, value), KINDS).sitting;
        } catch {
          // Without its own id or version nothing says what it is.
          expect(path).toMatch(/^(id|schema|createdAt|updatedAt|photos)$/);
          return;
        }
        expect(parseSitting(structuredClone(opened), KINDS)).toEqual(opened);
      }),
      { seed: 5, numRuns: 400 },
    );
  });
});

function leaves(value: Record<string, unknown>, path = ''): string[] {
  return Object.entries(value).flatMap(([key, entry]) => {
    const here = path ? `${path}.${key}` : key;
    return typeof entry === 'object' && entry !== null
      ? [here, ...leaves(entry as Record<string, unknown>, here)]
      : [here];
  });
}

describe('the check of a sitting that is changed again and again', () => {
  it('finds what the schema finds, in what was changed since', () => {
    const check = makeDocumentCheck(KINDS);
    const good = sitting();
    check(good);
    const strict = (state: Sitting) => {
      try {
        parseSitting(structuredClone(state), KINDS);
        return true;
      } catch {
        return false;
      }
    };
    const passes = (state: Sitting) => {
      try {
        check(state);
        return true;
      } catch {
        return false;
      }
    };
    const photo = good.photos[0]!;
    const area = photo.areas[0]!;
    const withPhoto = (change: Partial<Photo>): Sitting => ({
      ...good,
      photos: [{ ...photo, ...change }, good.photos[1]!],
    });
    const states: Sitting[] = [
      { ...good, name: '' },
      { ...good, photos: [photo, photo] },
      withPhoto({ areas: [{ ...area, marks: [...area.marks, area.marks[0]!] }] }),
      withPhoto({
        areas: [{ ...area, marks: [...area.marks, { ...area.marks[0]!, id: 'x', parameters: { x: 1 } }] }],
      }),
      withPhoto({ areas: [] }),
      withPhoto({ plan: [...photo.plan, ...photo.plan] }),
      withPhoto({
        areas: [
          {
            ...area,
            marks: Array.from({ length: MOST.marks + 1 }, (_, n) => ({ ...area.marks[0]!, id: `m${n}` })),
          },
        ],
      }),
      withPhoto({ areas: [{ ...area, name: 'Other' }] }),
    ];
    expect(states.map(passes)).toEqual(states.map(strict));
    expect(states.map(passes)).toEqual([false, false, false, false, false, false, false, true]);
  });
});

describe('names and strokes', () => {
  it('fit whatever they are made from', () => {
    expect(fitName(stemOf('.jpg'), 'Unnamed sitting')).toBe('Unnamed sitting');
    expect(newSitting('x', stemOf('.jpg'), NOW).name).toBe('Unnamed sitting');
    fc.assert(
      fc.property(fc.string({ maxLength: 500, unit: 'grapheme' }), (text) => {
        const made = newSitting('x', text, NOW);
        expect(parseSitting({ ...made, photos: [] }, KINDS).name.length).toBeLessThanOrEqual(120);
        expect(copyName(made.name).length).toBeLessThanOrEqual(120);
        expect(copyName(made.name)).not.toBe(made.name);
        expect(fitFileName(text).length).toBeLessThanOrEqual(400);
      }),
      { seed: 3, numRuns: 200 },
    );
    expect(fitFileName(`${'x'.repeat(500)}.jpeg`)).toMatch(/x\.jpeg$/);
  });

  it('leave room for one more, or say that they do not', () => {
    const stroke = { points: [1] };
    expect(strokesLeaveRoom(Array.from({ length: MOST_STROKES - 1 }, () => stroke))).toBe(true);
    expect(strokesLeaveRoom(Array.from({ length: MOST_STROKES }, () => stroke))).toBe(false);
    expect(strokesLeaveRoom([{ points: new Array(390_000) }])).toBe(false);
  });
});
