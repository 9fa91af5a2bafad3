import { describe, expect, it } from 'vitest';
import { moveByFace, shiftedMove } from '../document/carryByFace';
import type { Area, Part, Photo } from '../document/schema';
import type { Plate } from '../raster/plate';
import { wholeRegion } from '../raster/raster';
import { areaNamed, photoWith, sitterWith } from '../../tests/fixtures/documents';
import { partShifts } from './partShifts';
import type { PhotoPlates } from './partShifts';

type Box = readonly [x: number, y: number, width: number, height: number];

/** A photo of 400 x 300 on which parts are boxes; the face's box is that of the face. */
function photoOf(boxes: Partial<Record<Part, Box>>, face: Box, owner = 'one'): PhotoPlates {
  const region = wholeRegion(400, 300);
  const plates = new Map<string, Plate>();
  for (const [part, [x, y, width, height]] of Object.entries(boxes)) {
    const coverage8 = new Uint8Array(400 * 300);
    for (let row = Math.max(0, y); row < Math.min(300, y + height); row++)
      coverage8.fill(255, row * 400 + x, row * 400 + x + width);
    plates.set(part, { region, coverage8 });
  }
  const [x, y, width, height] = face;
  const photo: Photo = {
    ...photoWith(Object.keys(boxes).map((part) => ({ ...areaNamed(part, part as Part), sitter: owner }))),
    sitters: [sitterWith(owner, { x, y, width, height })],
  };
  return { photo, platesOf: ({ id }: Area) => (plates.has(id) ? [plates.get(id)!] : []) };
}

/** Where places lie in the other photo. */
function placeBetween(from: PhotoPlates, to: PhotoPlates) {
  const [one, other] = [from.photo.sitters[0]!, to.photo.sitters[0]!];
  const shifts = partShifts(from, to, new Map([[one.id, other.id]])).get(one.id)!;
  return shiftedMove(moveByFace(one, other), shifts).place;
}

const FACE: Box = [150, 50, 80, 90];
const CLOTHES: Box = [100, 170, 200, 130];

describe('what lies on a part goes with it', () => {
  it('follows clothes that a head has turned away from', () => {
    const from = photoOf({ face: FACE, clothes: CLOTHES }, FACE);
    const to = photoOf({ face: [170, 50, 80, 90], clothes: CLOTHES }, [170, 50, 80, 90]);
    const place = placeBetween(from, to);
    // With the head alone the clothes' corner would lie 20 pixels beside itself.
    const [x, y] = place(102, 230);
    expect(Math.abs(x - 102)).toBeLessThan(6);
    expect(Math.abs(y - 230)).toBeLessThan(6);
    expect(Math.abs(place(190, 60)[0] - 210)).toBeLessThan(6);
  });

  it('follows lips within the face', () => {
    const from = photoOf({ face: FACE, lips: [175, 110, 30, 12] }, FACE);
    const to = photoOf({ face: FACE, lips: [175, 116, 30, 12] }, FACE);
    const place = placeBetween(from, to);
    expect(place(190, 110)[1] - 116).toBeLessThan(1.5);
    expect(116 - place(190, 110)[1]).toBeLessThan(1.5);
    expect(Math.abs(place(190, 70)[1] - 70)).toBeLessThan(1.5);
  });

  it('leaves all as it was where photos have no part in common, and where nobody is the same', () => {
    const [from, to] = [photoOf({ hair: CLOTHES }, FACE), photoOf({ clothes: CLOTHES }, FACE)];
    expect(partShifts(from, to, new Map([['one', 'one']])).get('one')).toEqual([]);
    expect(partShifts(from, to, new Map()).size).toBe(0);
  });
});
