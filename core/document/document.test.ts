import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { areaNamed } from '../../tests/fixtures/documents';
import { mark } from '../../tests/fixtures/plans';
import { DocumentError } from '../errors';
import { SKIN_CORRIDOR, corridorOf } from '../measure/corridor';
import { applyChanges, diffJson, invertChanges } from './changes';
import {
  addArea,
  changePhoto,
  divideArea,
  moveStep,
  newPhoto,
  newSitting,
  putCorridor,
  putMark,
  putReading,
  putStep,
  removeArea,
} from './commands';
import { EMPTY_HISTORY, recordCheckpoint, redo, undo } from './history';
import type { Json, JsonObject, KindDefinition } from './kinds';
import { migrateDocument } from './migrations';
import { parseSitting } from './parse';
import { platesOf } from './plates';
import { DOCUMENT_VERSION } from './schema';
import type { Photo, Sitting } from './schema';

const NONE = { light: null, middle: null, shade: null };
const ID = 'a'.repeat(64);
const NOW = '2026-11-24T10:00:00.000Z';

function sittingWithWork(): Sitting {
  const photo = [
    (p: Photo) => addArea(p, { ...areaNamed('skin'), name: 'Skin' }),
    (p: Photo) => putMark(p, 'skin', mark('ellipse', { x: 5, y: 5, radiusX: 3, radiusY: 2 })),
    (p: Photo) => putReading(p, { id: 'r', areaId: 'skin', rung: 'light', x: 4, y: 4, size: 9 }),
    (p: Photo) =>
      putStep(p, {
        id: 's',
        kind: 'hue-to-target',
        version: 2,
        parameters: {
          hue: { light: 26, middle: 23, shade: 16 },
          saturation: NONE,
          lightness: NONE,
          keeps: 'chroma',
          more: [],
        },
        areaId: 'skin',
        strength: 1,
        on: true,
      }),
    (p: Photo) =>
      putStep(p, {
        id: 't',
        kind: 'clear',
        version: 1,
        parameters: { brighten: 0.5, clear: 1 },
        areaId: 'skin',
        strength: 0.5,
        on: false,
      }),
  ].reduce((p, change) => change(p), newPhoto({ id: ID, file: 'a.jpg', width: 10, height: 10 }));
  return { ...newSitting('one', 'One', NOW), photos: [photo] };
}

const faultOf = (change: (sitting: Record<string, unknown>) => unknown) => {
  try {
    parseSitting(change(structuredClone(sittingWithWork()) as unknown as Record<string, unknown>), KINDS);
  } catch (error) {
    return error instanceof DocumentError ? `${error.reason} ${error.fields.at}` : String(error);
  }
  return 'accepted';
};
const step = (sitting: Record<string, unknown>, n: number) =>
  (sitting.photos as { plan: { parameters: Record<string, unknown>; [key: string]: unknown }[] }[])[0]!.plan[
    n
  ]!;

describe('the schema', () => {
  it('takes what the commands make, through JSON', () => {
    const sitting = sittingWithWork();
    expect(parseSitting(JSON.parse(JSON.stringify(sitting)), KINDS)).toEqual(sitting);
  });

  it.each<[string, (s: Record<string, unknown>) => unknown, string]>([
    ['an unknown field', (s) => ({ ...s, colour: 'red' }), 'invalid '],
    ['the future', (s) => ({ ...s, schema: 99 }), 'from-the-future schema'],
    ['no object', () => 'sitting', 'invalid '],
    [
      'a strength that is no number',
      (s) => ((step(s, 0).strength = Number.NaN), s),
      'invalid photos.0.plan.0.strength',
    ],
    [
      'a hue out of range',
      (s) => (((step(s, 0).parameters.hue as Record<string, unknown>).light = 999), s),
      'invalid photos.0.plan.0.parameters.hue.light',
    ],
    [
      'an unknown parameter',
      (s) => ((step(s, 1).parameters.gloss = 1), s),
      'invalid photos.0.plan.1.parameters',
    ],
    ['an unknown kind', (s) => ((step(s, 1).kind = 'sorcery'), s), 'invalid photos.0.plan.1.kind'],
    [
      'a step on an area that is not there',
      (s) => ((step(s, 1).areaId = 'gone'), s),
      'invalid photos.0.plan.1.areaId',
    ],
  ])('refuses %s and says where', (_, change, fault) => {
    expect(faultOf(change)).toBe(fault);
  });

  it('brings older parameters up, one version at a time', () => {
    const older: KindDefinition = {
      ...KINDS.adjusts.get('clear')!,
      version: 3,
      migrations: {
        1: ({ clear }) => ({ clear: clear!, brighten: 0.1 }),
        2: (p) => ({ ...p, brighten: 0.2 }),
      } as Record<number, (p: JsonObject) => JsonObject>,
    };
    const kinds = { marks: KINDS.marks, adjusts: new Map([...KINDS.adjusts, ['clear', older]]) };
    const migrated = migrateDocument(sittingWithWork(), DOCUMENT_VERSION, kinds) as Sitting;
    expect(migrated.photos[0]!.plan[1]).toMatchObject({
      version: 3,
      parameters: { clear: 1, brighten: 0.2 },
    });
    expect(migrated.photos[0]!.plan[0]!.version).toBe(2);
  });

  it('brings a document of version 1 up: sitters, and areas that belong to nobody', () => {
    const {
      photos: [photo],
    } = sittingWithWork();
    const { sitters: _sitters, ...rest } = photo!;
    const old = {
      ...sittingWithWork(),
      schema: 1,
      photos: [
        { ...rest, areas: rest.areas.map(({ sitter: _sitter, inverted: _inverted, ...area }) => area) },
      ],
    };
    expect(parseSitting(old, KINDS)).toEqual(sittingWithWork());
  });

  it('brings a document of version 2 up: corridors of their own, none at first', () => {
    const { corridors: _none, ...photo } = sittingWithWork().photos[0]!;
    expect(parseSitting({ ...sittingWithWork(), schema: 2, photos: [photo] }, KINDS)).toEqual(
      sittingWithWork(),
    );
  });

  it('brings a document of version 4 up: plans kept under names, none at first; their plates are the photo’s', () => {
    const old = JSON.parse(JSON.stringify(sittingWithWork())) as {
      schema: number;
      photos: Record<string, unknown>[];
    };
    delete old.photos[0]!.versions;
    const { photos } = migrateDocument({ ...old, schema: 4 }, DOCUMENT_VERSION, KINDS) as Sitting;
    expect(photos[0]!.versions).toEqual([]);
    const found = (id: string, plate: string) =>
      areaNamed(id, 'skin', [mark('found-part', { sitter: 's', part: 'skin', plate })]);
    const photo: Photo = {
      ...photos[0]!,
      areas: [found('a', 'now'), found('b', 'both')],
      versions: [
        {
          id: 'v',
          name: 'First',
          areas: [found('c', 'both'), found('d', 'then')],
          readings: [],
          plan: [],
          savedAt: NOW,
        },
      ],
    };
    expect(platesOf(photo)).toEqual(['now', 'both', 'then']);
  });

  it('takes a corridor that begins below where it ends, and no other', () => {
    const range = { from: 20, to: 28 };
    const withCorridor = (light: { from: number; to: number }) =>
      faultOf(
        (s) => (
          ((s.photos as Record<string, unknown>[])[0]!.corridors = [
            { sitter: null, light, middle: range, shade: range },
          ]),
          s
        ),
      );
    expect(withCorridor({ from: 18, to: 30 })).toBe('accepted');
    expect(withCorridor({ from: 30, to: 18 })).toBe('invalid photos.0.corridors.0.light');
  });
});

describe('commands', () => {
  it('divide an area into one per mark, each with its own step', () => {
    const [photo] = sittingWithWork().photos;
    const both = putMark(photo!, 'skin', {
      id: 'n',
      kind: 'ellipse',
      version: 1,
      mode: 'add',
      on: true,
      parameters: { x: 9, y: 5, radiusX: 3, radiusY: 2 },
    });
    let count = 0;
    const divided = divideArea(both, 'skin', () => `new${count++}`);
    expect(divided.areas.map(({ marks }) => marks.length)).toEqual([1, 1]);
    expect(divided.plan).toHaveLength(4);
    expect(new Set(divided.plan.map(({ id }) => id)).size).toBe(4);
    expect(divided.plan.filter(({ areaId }) => areaId === 'skin').map(({ id }) => id)).toEqual(['s', 't']);
    expect(divideArea(photo!, 'skin', () => 'x')).toBe(photo);
  });

  it('take the readings and steps of an area away with it', () => {
    const [photo] = sittingWithWork().photos;
    expect(removeArea(photo!, 'skin')).toMatchObject({ areas: [], readings: [], plan: [] });
  });

  it('give a sitter a corridor, another in its place, and that of common practice back', () => {
    const [photo] = sittingWithWork().photos;
    const own = { light: { from: 15, to: 22 }, middle: { from: 15, to: 22 }, shade: { from: 10, to: 20 } };
    const once = putCorridor(photo!, 'a', own);
    const twice = putCorridor(putCorridor(once, 'a', { ...own, light: { from: 1, to: 2 } }), null, own);
    expect(corridorOf(once, 'a').light).toEqual(own.light);
    expect(corridorOf(once, 'b')).toBe(SKIN_CORRIDOR);
    expect(twice.corridors.map(({ sitter, light }) => [sitter, light.from])).toEqual([
      ['a', 1],
      [null, 15],
    ]);
    expect(putCorridor(twice, 'a', undefined).corridors).toHaveLength(1);
  });

  it('move a step as far as the list goes', () => {
    const [photo] = sittingWithWork().photos;
    const order = (p: Photo) => p.plan.map(({ id }) => id).join('');
    expect(
      [
        moveStep(photo!, 's', 1),
        moveStep(photo!, 's', 9),
        moveStep(photo!, 's', -1),
        moveStep(photo!, 'none', 1),
      ].map(order),
    ).toEqual(['ts', 'ts', 'st', 'st']);
  });
});

describe('changes', () => {
  const json = fc.jsonValue({ maxDepth: 4 }).map((value) => JSON.parse(JSON.stringify(value)) as Json);
  const document = fc.dictionary(fc.constantFrom('a', 'b', 'c'), json);

  it('lead from one document to the other and back', () => {
    fc.assert(
      fc.property(document, document, (before, after) => {
        const changes = diffJson(before, after);
        expect(applyChanges(before, changes)).toEqual(after);
        expect(applyChanges(after, invertChanges(changes))).toEqual(before);
      }),
      { seed: 11, numRuns: 500 },
    );
  });

  it('stay small when a point is added to a long stroke', () => {
    const points = Array.from({ length: 5000 }, (_, i) => [i, i, 0.5]);
    expect(JSON.stringify(diffJson({ points }, { points: [...points, [1, 2, 3]] })).length).toBeLessThan(100);
  });
});

describe('history', () => {
  it('undoes and redoes 300 changes to the letter', () => {
    let sitting = sittingWithWork();
    let history = EMPTY_HISTORY;
    const states = [sitting];
    for (let n = 0; n < 300; n++) {
      const next = changePhoto(sitting, ID, (photo) =>
        putReading(photo, { id: `r${n % 7}`, areaId: 'skin', rung: 'shade', x: n, y: n, size: 5 }),
      );
      history = recordCheckpoint(history, `reading ${n}`, sitting, next);
      states.push((sitting = next));
    }
    expect(history.checkpoints.length).toBe(300);
    for (let n = 299; n >= 0; n--) {
      const moved = undo(history, sitting)!;
      expect(moved.label).toBe(`reading ${n}`);
      ({ history, document: sitting } = moved);
      if (n % 50 === 0) expect(sitting).toEqual(states[n]);
    }
    expect(undo(history, sitting)).toBeUndefined();
    for (let n = 0; n < 300; n++) ({ history, document: sitting } = redo(history, sitting)!);
    expect(sitting).toEqual(states[300]);
  });

  it('gives up redo with a new change, and records no empty one', () => {
    const first = recordCheckpoint(EMPTY_HISTORY, 'a', { n: 1 }, { n: 2 });
    const back = undo(first, { n: 2 })!;
    const second = recordCheckpoint(back.history, 'b', back.document, { n: 3 });
    expect(second.checkpoints.map(({ label, number }) => `${label}${number}`)).toEqual(['b1']);
    expect(recordCheckpoint(second, 'c', { n: 3 }, { n: 3 })).toBe(second);
  });
});
