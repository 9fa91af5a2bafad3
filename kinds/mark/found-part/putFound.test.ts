import { describe, expect, it } from 'vitest';
import { newPhoto, putMark } from '#core/document/commands';
import { putFound } from './putFound';
import { platesOf } from '#core/document/plates';

let count = 0;
const newId = () => `id-${++count}`;
const nameOf = (part: string, sitter: number | undefined) => `${part} ${sitter ?? ''}`.trim();
const photo = newPhoto({ id: '0'.repeat(64), file: 'a.jpg', width: 1000, height: 800 });
const face = (x: number) => ({ x, y: 100, width: 200, height: 260 });
const sitter = (x: number, suffix: string) => ({
  face: face(x),
  doubts: { teeth: 'soft' },
  person: null,
  likeness: null,
  points: [],
  parts: (['skin', 'iris-right', 'iris-left', 'hair'] as const).map((part) => ({
    part,
    plate: `${part}-${suffix}`,
  })),
});

describe('what was found', () => {
  it('becomes sitters from left to right and an area for each part, both irises in one', () => {
    const found = putFound(
      photo,
      [sitter(100, 'a'), sitter(600, 'b')],
      { part: 'background', plate: 'bg' },
      { newId, nameOf },
    );
    expect(found.sitters.map(({ number, doubts }) => [number, doubts])).toEqual([
      [1, { teeth: 'soft' }],
      [2, { teeth: 'soft' }],
    ]);
    expect(
      found.areas.map(({ name, sitter: owner, marks }) => [
        name,
        found.sitters.findIndex(({ id }) => id === owner),
        marks.length,
      ]),
    ).toEqual([
      ['skin 1', 0, 1],
      ['irises 1', 0, 2],
      ['hair 1', 0, 1],
      ['skin 2', 1, 1],
      ['irises 2', 1, 2],
      ['hair 2', 1, 1],
      ['background', -1, 1],
    ]);
    expect(platesOf(found)).toEqual([
      'skin-a',
      'iris-right-a',
      'iris-left-a',
      'hair-a',
      'skin-b',
      'iris-right-b',
      'iris-left-b',
      'hair-b',
      'bg',
    ]);
  });

  it('found anew keeps ids and what the user drew, and replaces what was found', () => {
    const first = putFound(photo, [sitter(100, 'a')], undefined, { newId, nameOf });
    const skin = first.areas[0]!;
    const drawn = putMark(first, skin.id, {
      id: 'mine',
      kind: 'ellipse',
      version: 1,
      mode: 'remove',
      on: true,
      parameters: { x: 1, y: 1, radiusX: 1, radiusY: 1 },
    });
    const again = putFound(drawn, [sitter(130, 'new')], undefined, { newId, nameOf });
    expect(again.sitters[0]!.id).toBe(first.sitters[0]!.id);
    expect(again.areas.map(({ id }) => id)).toEqual(first.areas.map(({ id }) => id));
    expect(again.areas[0]!.marks.map((mark) => mark.parameters.plate ?? mark.id)).toEqual([
      'skin-new',
      'mine',
    ]);
  });
});
