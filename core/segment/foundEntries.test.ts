import { describe, expect, it } from 'vitest';
import type { FoundPart, FoundPeople } from './found';
import { foundEntries } from './foundEntries';
import { FACE_POINTS } from './landmarkGroups';

const region = { x: 0, y: 0, width: 4, height: 4, outWidth: 4, outHeight: 4 };
const part = (name: FoundPart['part'], doubt?: FoundPart['doubt']): FoundPart => ({
  part: name,
  region,
  coverage8: new Uint8Array(16).fill(7),
  unsureShare: 0,
  doubt,
});
const people: FoundPeople = {
  sitters: [
    {
      landmarks: {
        // A mesh of three places over and over.
        points: Array.from(
          { length: 468 },
          (_, n) =>
            [
              [10, 20],
              [30, 60],
              [25.04, 40],
            ][n % 3],
        ),
        confidence: 1,
        tiltRadians: 0,
      } as unknown as FoundPeople['sitters'][number]['landmarks'],
      parts: [part('skin'), part('iris-left', 'half-closed')],
      doubtful: [{ has: 'hair', may: 'clothes', region, coverage8: new Uint8Array(16).fill(9) }],
    },
  ],
  background: part('background'),
};

describe('what find gave, for the document', () => {
  it('names each plate once, keeps the face’s box and the doubts', () => {
    let count = 0;
    const { sitters, background, plates } = foundEntries(people, () => `p${count++}`);
    expect(sitters[0]!.face).toEqual({ x: 10, y: 20, width: 20, height: 40 });
    // Places that marks follow, to a tenth of a pixel.
    expect(sitters[0]!.points).toHaveLength(FACE_POINTS.length);
    expect(sitters[0]!.points[0]).toEqual(
      [
        [10, 20],
        [30, 60],
        [25, 40],
      ][FACE_POINTS[0]! % 3],
    );
    expect(sitters[0]!.doubts).toEqual({ 'iris-left': 'half-closed' });
    const names = [...sitters[0]!.parts.map(({ plate }) => plate), background!.plate];
    expect(new Set(names).size).toBe(3);
    for (const name of names) expect(plates.get(name)!.coverage8[0]).toBe(7);
    const [doubt] = sitters[0]!.doubtful;
    expect(doubt).toMatchObject({ has: 'hair', may: 'clothes', box: { x: 0, y: 0, width: 4, height: 4 } });
    expect(plates.get(doubt!.plate)!.coverage8[0]).toBe(9);
  });

  it('manages nobody', () => {
    expect(foundEntries({ sitters: [], background: undefined }, () => 'x')).toEqual({
      sitters: [],
      background: undefined,
      plates: new Map(),
    });
  });
});
