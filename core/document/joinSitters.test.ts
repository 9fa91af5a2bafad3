import { describe, expect, it } from 'vitest';
import { changePhoto, newPhoto, newSitting } from './commands';
import {
  areTogether,
  joinPeople,
  joinSitters,
  keepApart,
  maybeOne,
  personName,
  PERHAPS_WITHIN,
  sayWho,
  SURELY_WITHIN,
} from './joinSitters';
import { decodeFace, encodeFace, likenessDistance } from './likeness';
import type { Likeness, Sitting } from './schema';
import { sitterWith } from '../../tests/fixtures/documents';

/** A face so far from another along one of its numbers, in steps of a byte. */
const at = (place: number, number = 0): Likeness => ({
  face: encodeFace(Float32Array.from({ length: 128 }, (_, n) => (n === number ? place : 0))),
  hair: null,
  clothes: null,
});
const ID = (n: number) => String(n).repeat(64);
function sittingOf(...photos: readonly (readonly Likeness[])[]): Sitting {
  return {
    ...newSitting('s', 'Evening', '2026-01-01T00:00:00Z'),
    photos: photos.map((faces, n) => ({
      ...newPhoto({ id: ID(n), file: `${n}.jpg`, width: 100, height: 100 }),
      sitters: faces.map((likeness, k) =>
        sitterWith(`sitter ${n} ${k}`, { x: 10, y: 10, width: 40, height: 50 }, { number: k + 1, likeness }),
      ),
    })),
  };
}
let made = 0;
const newId = () => `person ${made++}`;
/** Photo after photo, as find goes through them. */
const joined = (sitting: Sitting) =>
  sitting.photos.reduce((state, { id }) => joinSitters(state, id, newId), sitting);
const who = ({ photos }: Sitting) => photos.map(({ sitters }) => sitters.map(({ person }) => person));

describe('a likeness', () => {
  it('is kept to a 256th, and its numbers come back', () => {
    const values = Float32Array.from({ length: 128 }, (_, n) => (n - 64) / 140);
    const back = decodeFace(encodeFace(values));
    expect(encodeFace(values)).toMatch(/^[0-9a-f]{256}$/);
    back.forEach((value, n) => expect(Math.abs(value - values[n]!)).toBeLessThanOrEqual(1 / 512 + 1e-6));
    expect(decodeFace(encodeFace(Float32Array.of(-3, 3)))).toEqual([-127 / 256, 127 / 256]);
  });

  it('is far where faces are, and where hair or clothes of both are; not where one shows none', () => {
    expect(likenessDistance(at(0.25), at(-0.25))).toBeCloseTo(0.5, 6);
    const fair: Likeness = { ...at(0), hair: [0.9, 0.8, 0.7] };
    const dark: Likeness = { ...at(0), hair: [0.3, 0.3, 0.3] };
    expect(likenessDistance(fair, dark)).toBeGreaterThan(0.3);
    expect(likenessDistance(fair, at(0))).toBe(0);
    expect(likenessDistance(fair, { ...fair })).toBe(0);
    expect(
      likenessDistance({ ...at(0), clothes: [1, 1, 1] }, { ...at(0), clothes: [0, 0, 0] }),
    ).toBeGreaterThan(0.3);
  });
});

describe('sitters over photos', () => {
  it('are joined where they are alike, and somebody new otherwise', () => {
    const sitting = joined(sittingOf([at(0.3)], [at(-0.3), at(0.28)], [at(-0.28)]));
    const [first, second, third] = who(sitting);
    expect(second![1]).toBe(first![0]!);
    expect(third).toEqual([second![0]]);
    expect(sitting.people).toHaveLength(2);
  });

  it('are somebody new where the likeness leaves room for doubt, and asked about until it is answered', () => {
    const doubtful = (SURELY_WITHIN + PERHAPS_WITHIN) / 2;
    const sitting = joined(sittingOf([at(0)], [at(doubtful)], [at(-0.45)]));
    expect(sitting.people).toHaveLength(3);
    const [first, second, third] = sitting.people.map(({ id }) => id);
    const questions = maybeOne(sitting);
    expect(questions.map(({ person, other }) => [person, other])).toEqual([
      [first, second],
      [first, third],
    ]);
    expect(questions[0]!.distance).toBeCloseTo(doubtful, 2);
    expect(maybeOne(keepApart(sitting, questions[0]!))).toEqual([questions[1]]);
    // Two who are as near: nobody is sure.
    expect(joined(sittingOf([at(-0.25)], [at(0.25)], [at(0)])).people).toHaveLength(3);
    // Who sit beside each other are two.
    const pair = joined(sittingOf([at(0), at(doubtful)], [at(0)]));
    expect(maybeOne(pair)).toEqual([]);
    const [left, right] = pair.people.map(({ id }) => id) as [string, string];
    expect([areTogether(pair, left, right), areTogether(sitting, first!, second!)]).toEqual([true, false]);
  });

  it('nobody is twice in a photo, however alike two are', () => {
    const sitting = joined(sittingOf([at(0)], [at(0.01), at(0.02)]));
    const [one, other] = sitting.photos[1]!.sitters.map(({ person }) => person!);
    expect(one).toBe(sitting.photos[0]!.sitters[0]!.person!);
    expect(other).not.toBe(one);
  });

  it('what a hand said stays, and those without a likeness are somebody of their own', () => {
    const first = joined(sittingOf([at(0)], [at(0)]));
    const place = { photoId: ID(1), sitterId: 'sitter 1 0' };
    const parted = sayWho(first, place, undefined, newId);
    expect(parted.people).toHaveLength(2);
    expect(who(joinSitters(parted, ID(1), newId))).toEqual(who(parted));
    // Put back, the other one is nobody any more; with a name it stays.
    const back = sayWho(parted, place, first.people[0]!.id, newId);
    expect(back.people).toEqual(first.people);
    const named = { ...parted, people: parted.people.map((person) => ({ ...person, name: 'Odo' })) };
    expect(sayWho(named, place, first.people[0]!.id, newId).people).toHaveLength(2);

    const blind = sittingOf([at(0)], [at(0)]);
    const without = changePhoto(blind, ID(1), (photo) => ({
      ...photo,
      sitters: photo.sitters.map((sitter) => ({ ...sitter, likeness: null, points: [] })),
    }));
    expect(joined(without).people).toHaveLength(2);
    expect(joinSitters(blind, 'no photo', newId)).toBe(blind);
  });

  it('two become one, with the name that either has', () => {
    const sitting = joined(sittingOf([at(0.3)], [at(-0.3)]));
    const [first, second] = sitting.people;
    const named = { ...sitting, people: [first!, { ...second!, name: 'Berit' }] };
    const one = joinPeople(named, second!.id, first!.id);
    expect(one.people).toEqual([{ id: first!.id, name: 'Berit', isNot: [] }]);
    expect(who(one)).toEqual([[first!.id], [first!.id]]);
  });

  it('are called by their name, or by letters', () => {
    const people = Array.from({ length: 28 }, (_, n) => ({
      id: `${n}`,
      name: n === 1 ? 'Berit' : '',
      isNot: [],
    }));
    expect(['0', '1', '25', '26', '27'].map((id) => personName(people, id))).toEqual([
      'Sitter A',
      'Berit',
      'Sitter Z',
      'Sitter AA',
      'Sitter AB',
    ]);
  });

  it('hair and clothes that are the same let faces lie further apart', () => {
    const dressed = (place: number, clothes: [number, number, number]): Likeness => ({
      ...at(place),
      hair: [0.4, 0.38, 0.4],
      clothes,
    });
    const one = dressed(0, [0.55, 0.8, 0.95]);
    expect(likenessDistance(one, dressed(0.42, [0.55, 0.79, 0.94]))).toBeLessThan(SURELY_WITHIN);
    expect(likenessDistance(one, dressed(0.42, [0.65, 0.8, 0.95]))).toBeGreaterThan(SURELY_WITHIN);
    expect(likenessDistance(at(0), at(0.42))).toBeGreaterThan(SURELY_WITHIN);
  });
});
