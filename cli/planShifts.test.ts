import { describe, expect, it } from 'vitest';
import { moveByFace, shiftedMove } from '#core/document/carryByFace';
import { makeMark } from '#core/document/make';
import type { Area, Photo } from '#core/document/schema';
import { DocumentError } from '#core/errors';
import { encodeCoveragePng } from '#core/formats/coveragePng';
import { makePlanFile } from '#core/formats/planFile';
import { wholeRegion } from '#core/raster/raster';
import { KINDS } from '#kinds/registry.gen';
import { areaNamed, photoWith, sitterWith } from '../tests/fixtures/documents';
import { planShifts } from './planShifts';

const FACE = { x: 150, y: 50, width: 80, height: 90 };
const found = (part: 'face' | 'clothes', owner: string): Area => ({
  ...areaNamed(part, part, [
    makeMark(KINDS.marks.get('found-part')!, { sitter: owner, part, plate: part }, { id: part }),
  ]),
  sitter: owner,
});
/** A photo on which a sitter's face, and clothes from a column on, were found. */
const photoOf = (owner: string, id: string): Photo => ({
  ...photoWith([found('face', owner), found('clothes', owner)], id.repeat(64)),
  sitters: [sitterWith(owner, FACE)],
});
function boxFrom(left: number, top: number, width: number, height: number): Uint8Array {
  const coverage8 = new Uint8Array(400 * 300);
  for (let row = top; row < top + height; row++)
    coverage8.fill(255, row * 400 + left, row * 400 + left + width);
  return coverage8;
}
const base64 = (coverage8: Uint8Array) =>
  Buffer.from(encodeCoveragePng(coverage8, 400, 300)).toString('base64');
const FACE_BOX = boxFrom(150, 50, 80, 90);

const from = photoOf('a', 'a');
const ellipse = makeMark(
  KINDS.marks.get('ellipse')!,
  { x: 110, y: 230, radiusX: 9, radiusY: 9 },
  { id: 'e' },
);
const drawn: Photo = {
  ...from,
  areas: from.areas.map((area) =>
    area.part === 'clothes' ? { ...area, marks: [...area.marks, ellipse] } : area,
  ),
};
const coverage = { face: base64(FACE_BOX), clothes: base64(boxFrom(100, 170, 200, 130)) };
const to = photoOf('b', 'b');
const region = wholeRegion(400, 300);
const plates = new Map([
  ['face', { region, coverage8: FACE_BOX }],
  ['clothes', { region, coverage8: boxFrom(125, 170, 200, 130) }],
]);
const target = { photo: to, plates, who: new Map([['a', 'b']]) };

describe('where a plan lies on other photos', () => {
  it('is told by its coverage and by what was found there', () => {
    const shifts = planShifts(makePlanFile(drawn, coverage))(target).get('a')!;
    const { place } = shiftedMove(moveByFace(from.sitters[0]!, to.sitters[0]!), shifts);
    // The clothes' border lies 25 pixels to the right; the face is where it was.
    expect(Math.abs(place(102, 230)[0] - 127)).toBeLessThan(6);
    expect(Math.abs(place(190, 90)[0] - 190)).toBeLessThan(4);
  });

  it('is not asked where nothing was drawn, and needs no coverage of what is not in the file', () => {
    expect(planShifts(makePlanFile(from, { face: 'no picture' }))(target).size).toBe(0);
    expect(planShifts(makePlanFile(drawn, {}))(target).get('a')).toEqual([]);
  });

  it('refuses coverage that is no picture of the photo', () => {
    expect(() => planShifts(makePlanFile(drawn, { ...coverage, clothes: 'AAAA' }))(target)).toThrow(
      DocumentError,
    );
  });
});
