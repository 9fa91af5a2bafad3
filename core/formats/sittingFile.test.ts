import { shotPlace } from '#core/document/commands';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { PHOTO_ID as ID, areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { mark } from '../../tests/fixtures/plans';
import { packSitting, unpackSitting } from './sittingFile';
import { parseWrittenNumber } from './writtenNumber';

const found = mark('found-part', { sitter: 's', part: 'hair', plate: 'hair plate' });
const photo = photoWith([areaNamed('Hair', 'hair', [found])]);
const sitting = sittingWith(photo);
const plate = {
  region: { x: 1, y: 2, width: 4, height: 2, outWidth: 2, outHeight: 1 },
  coverage8: Uint8Array.of(7, 200),
};
const file = () =>
  packSitting({
    sitting,
    plates: new Map([['hair plate', plate]]),
    photos: new Map([[ID, strToU8('photo bytes')]]),
  });

describe('a sitting as a file', () => {
  it('comes back whole', () => {
    const { sitting: read, plates, photos, setAside } = unpackSitting(file(), KINDS);
    expect([read, setAside]).toEqual([sitting, []]);
    expect(plates.get('hair plate')!.region).toEqual(plate.region);
    expect([...plates.get('hair plate')!.coverage8]).toEqual([7, 200]);
    expect(new TextDecoder().decode(photos.get(ID))).toBe('photo bytes');
  });

  it('brings the clips of shots with it, each once', () => {
    const clip = 'c'.repeat(64);
    const keys = [ID, 'b'.repeat(64)].map((id, n) => ({
      ...photoWith([], id),
      frame: shotPlace({ clip, file: 'walk.webm', n }),
    }));
    const packed = packSitting({
      sitting: sittingWith(...keys),
      plates: new Map(),
      photos: new Map([[clip, strToU8('clip bytes')]]),
    });
    const { photos, sitting: read } = unpackSitting(packed, KINDS);
    expect([...photos.keys()]).toEqual([clip]);
    expect(read.photos.map(({ frame }) => frame?.n)).toEqual([0, 1]);
  });

  it('is a zip archive that holds plain files', () => {
    expect(Object.keys(unzipSync(file())).sort()).toEqual([
      'photos/' + ID,
      'plates.json',
      'plates/0.png',
      'sitting.json',
    ]);
  });

  it.each<[string, Uint8Array, RegExp]>([
    ['no archive', strToU8('Act one'), /not-a-sitting/],
    ['an archive of something else', zipSync({ 'readme.txt': strToU8('hello') }), /not-a-sitting/],
    ['a cut archive', file().subarray(0, 300), /not-a-sitting/],
    ['no JSON', zipSync({ 'sitting.json': strToU8('{') }), /not-json/],
    [
      'a list that leads out of the archive',
      zipSync({
        'sitting.json': strToU8(JSON.stringify(sitting)),
        'plates.json': strToU8(JSON.stringify([{ name: 'x', file: '../../x.png', region: plate.region }])),
      }),
      /invalid/,
    ],
    [
      'the future',
      zipSync({ 'sitting.json': strToU8(JSON.stringify({ ...sitting, schema: 99 })) }),
      /from-the-future/,
    ],
  ])('is refused: %s', (_, bytes, fault) => {
    expect(() => unpackSitting(bytes, KINDS)).toThrow(fault);
  });

  it('opens without what does not fit', () => {
    const odd = { ...sitting, photos: [{ ...photo, areas: [{ ...photo.areas[0], part: 'wings' }] }] };
    const { sitting: read, setAside } = unpackSitting(
      zipSync({ 'sitting.json': strToU8(JSON.stringify(odd)) }),
      KINDS,
    );
    expect(read.photos[0]!.areas).toEqual([]);
    expect(setAside[0]!.what).toBe('area “Hair”');
  });
});

describe('numbers as people write them', () => {
  it.each([
    ['12', 12],
    [' 12,5 ', 12.5],
    ['-3', -3],
    ['\u22123,25', -3.25],
    ['+.5', 0.5],
    ['26°', 26],
    ['40 %', 40],
    ['12 px', 12],
    ['1e2', 100],
    ['', Number.NaN],
    [' ', Number.NaN],
    ['1,2,3', Number.NaN],
    ['0x10', Number.NaN],
    ['Infinity', Number.NaN],
    ['twelve', Number.NaN],
    ['--3', Number.NaN],
  ])('%j is %d', (text, value) => expect(parseWrittenNumber(text)).toBe(value));
});
