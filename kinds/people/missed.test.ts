import { describe, expect, it } from 'vitest';
import { newPhoto, putMark } from '#core/document/commands';
import type { FoundSitterEntry } from '#core/document/foundParts';
import { areaNameOf } from '#core/document/partNames';
import type { Photo } from '#core/document/schema';
import { mark } from '../../tests/fixtures/plans';
import { withoutArea } from '#kinds/mark/area/withoutArea';
import { addMissed } from './missed';
import { putPeople } from './putPeople';

let ids = 0;
const names = { newId: () => `id ${ids++}`, nameOf: areaNameOf };
const PARTS = ['skin', 'hair', 'iris-left', 'clothes'] as const;
const sitterAt = (x: number, parts: readonly (typeof PARTS)[number][] = PARTS): FoundSitterEntry => ({
  face: { x, y: 100, width: 80, height: 100 },
  doubts: {},
  likeness: null,
  points: [],
  parts: parts.map((part) => ({ part, plate: `${part} ${x}` })),
  doubtful: [],
});
const empty = newPhoto({ id: 'a'.repeat(64), file: 'a.jpg', width: 400, height: 400 });
const background = { part: 'background', plate: 'behind' } as const;
const found = (before: Photo, ...people: FoundSitterEntry[]) => putPeople(before, people, background, names);
/** Names of the areas that lose what another one covers. */
const losing = (photo: Photo, id: string) =>
  photo.areas
    .filter(({ marks }) =>
      marks.some(({ mode, parameters }) => mode === 'remove' && parameters.areaId === id),
    )
    .map(({ name }) => name);

describe('a part that find missed', () => {
  it('is its sitter’s, and comes off the other parts of theirs and off the background, not off the eyes', () => {
    const two = found(empty, sitterAt(50), sitterAt(250));
    const [, second] = two.sitters;
    const photo = addMissed(two, { id: 'pearls', part: 'jewellery', sitter: second!.id }, names);
    expect(photo.areas.at(-1)).toMatchObject({ name: 'Jewellery 2', sitter: second!.id, marks: [] });
    expect(losing(photo, 'pearls')).toEqual(['Skin 2', 'Hair 2', 'Clothes 2', 'Background']);
  });

  it('comes off one that was added before, and that one not off it: neither would cover anything', () => {
    const one = found(empty, sitterAt(50));
    const sitter = one.sitters[0]!.id;
    const hat = addMissed(one, { id: 'hat', part: 'hat', sitter }, names);
    const photo = addMissed(hat, { id: 'pearls', part: 'jewellery', sitter }, names);
    expect(losing(photo, 'pearls')).toContain('Hat');
    expect(losing(photo, 'hat')).not.toContain('Jewellery');
  });

  it('keeps its marks when people are found anew, and comes off what was not found before', () => {
    const one = found(empty, sitterAt(50, ['skin']));
    const sitter = one.sitters[0]!.id;
    const drawn = putMark(
      addMissed(one, { id: 'hat', part: 'hat', sitter }, names),
      'hat',
      mark('ellipse', {}),
    );
    const anew = found(drawn, sitterAt(52));
    expect(anew.areas.find(({ id }) => id === 'hat')!.marks).toHaveLength(1);
    expect(losing(anew, 'hat')).toEqual(['Skin', 'Background', 'Hair', 'Clothes']);
    // Once, however often.
    const skin = found(anew, sitterAt(51)).areas.find(({ part }) => part === 'skin')!;
    expect(skin.marks.filter(({ kind }) => kind === 'area')).toHaveLength(1);
  });

  it('goes with all that was taken off for it', () => {
    const one = found(empty, sitterAt(50));
    const added = addMissed(one, { id: 'hat', part: 'hat', sitter: one.sitters[0]!.id }, names);
    expect(losing(added, 'hat')).not.toEqual([]);
    expect(withoutArea(added, 'hat')).toEqual(one);
  });

  it('is told from an area of somebody’s own that is taken off another', () => {
    const one = found(empty, sitterAt(50));
    const [skin, ...others] = one.areas;
    const patch = { ...skin!, id: 'patch', name: 'Patch', part: 'other' as const, sitter: null, marks: [] };
    const used = { ...mark('area', { areaId: 'patch' }), mode: 'remove' as const };
    const photo = { ...one, areas: [{ ...skin!, marks: [...skin!.marks, used] }, ...others, patch] };
    expect(losing(found(photo, sitterAt(50)), 'patch')).toEqual(['Skin']);
  });
});
