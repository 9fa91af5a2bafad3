import { describe, expect, it } from 'vitest';
import { newPhoto } from '#core/document/commands';
import type { FoundSitterEntry } from '#core/document/foundParts';
import type { Photo } from '#core/document/schema';
import { areaNameOf } from '#core/document/partNames';
import { areaOfPlace, decidePlace, openPlaces } from './places';
import { putPeople } from './putPeople';

const box = (x: number, y: number) => ({ x, y, width: 10, height: 10 });
const sitter: FoundSitterEntry = {
  face: { x: 100, y: 100, width: 80, height: 100 },
  doubts: {},
  likeness: null,
  points: [],
  parts: (['skin', 'face', 'neck-limbs', 'arms', 'hair', 'clothes'] as const).map((part) => ({
    part,
    plate: part,
  })),
  doubtful: [
    { has: 'hair', may: 'clothes', plate: 'jacket', box: box(90, 260) },
    { has: 'skin', may: 'hair', plate: 'fringe', box: box(130, 110) },
    { has: 'clothes', may: 'skin', plate: 'shoulder', box: box(60, 300) },
  ],
};
let ids = 0;
const names = { newId: () => `id ${ids++}`, nameOf: areaNameOf };
const found = (before: Photo, doubtful = sitter.doubtful) =>
  putPeople(before, [{ ...sitter, doubtful }], undefined, names);
const empty = newPhoto({ id: 'a'.repeat(64), file: 'a.jpg', width: 400, height: 400 });
const areaOf = (photo: Photo, part: string) => photo.areas.find((area) => area.part === part)!;
/** Plates of an area's doubtful places with what they would do, and whether they do it. */
const placesIn = (photo: Photo, part: string) =>
  areaOf(photo, part)
    .marks.filter(({ kind }) => kind === 'doubtful-place')
    .map(({ parameters, mode, on }) => `${parameters.plate} ${mode}${on ? ' on' : ''}`);

describe('doubtful places of a sitter', () => {
  it('stand in every part that they concern, and count in none before they are decided', () => {
    const photo = found(empty);
    expect(placesIn(photo, 'hair')).toEqual(['jacket remove', 'fringe add']);
    expect(placesIn(photo, 'clothes')).toEqual(['jacket add', 'shoulder remove']);
    expect(placesIn(photo, 'skin')).toEqual(['fringe remove', 'shoulder add']);
    expect(placesIn(photo, 'face')).toEqual(['fringe remove']);
    expect(placesIn(photo, 'neck-limbs')).toEqual(['fringe remove', 'shoulder add']);
    expect(placesIn(photo, 'arms')).toEqual(['fringe remove']);
    expect(openPlaces(areaOf(photo, 'hair')).map(({ plate }) => plate)).toEqual(['jacket', 'fringe']);
  });

  it('concern nobody else', () => {
    const neighbour = { ...sitter, face: { ...sitter.face, x: 300 }, doubtful: [] };
    const photo = putPeople(empty, [sitter, neighbour], undefined, names);
    const theirs = photo.areas.filter((area) => area.sitter === photo.sitters[1]!.id);
    expect(theirs.length).toBe(6);
    expect(theirs.flatMap(({ marks }) => marks).some(({ kind }) => kind === 'doubtful-place')).toBe(false);
  });

  it('are decided in all of them at once', () => {
    const photo = decidePlace(found(empty), 'jacket', 'may');
    expect(placesIn(photo, 'hair')).toEqual(['jacket remove on', 'fringe add']);
    expect(placesIn(photo, 'clothes')).toEqual(['jacket add on', 'shoulder remove']);
    const stays = decidePlace(photo, 'fringe', 'has');
    expect(placesIn(stays, 'hair')).toEqual(['jacket remove on']);
    expect(placesIn(stays, 'face')).toEqual([]);
  });

  it('go when people are found anew, unless somebody decided them', () => {
    const decided = decidePlace(found(empty), 'jacket', 'may');
    const anew = found(decided, []);
    expect(placesIn(anew, 'hair')).toEqual(['jacket remove on']);
    expect(placesIn(anew, 'skin')).toEqual([]);
  });

  it('are shown by themselves, added, whatever they would do', () => {
    const hair = areaOf(found(empty), 'hair');
    expect(areaOfPlace(hair, 'jacket')!.marks).toMatchObject([{ mode: 'add', on: true }]);
    expect(areaOfPlace(hair, 'shoulder')).toBeUndefined();
  });
});
