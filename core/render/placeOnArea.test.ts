import { describe, expect, it } from 'vitest';
import { KINDS } from '#kinds/registry.gen';
import { areaNamed, sitterWith } from '../../tests/fixtures/documents';
import { grain, paintedPhoto } from '../../tests/fixtures/paint';
import { mark } from '../../tests/fixtures/plans';
import { newPhoto } from '../document/commands';
import type { Area, Photo } from '../document/schema';
import { placeOnArea } from './placeOnArea';
import { Resolver } from './resolver';

const SIDE = 240;
const NECK_FROM = 150;
const face = areaNamed('face', 'face', [mark('ellipse', { x: 120, y: 80, radiusX: 80, radiusY: 70 })]);
const neck = areaNamed('neck', 'neck-limbs', [mark('ellipse', { x: 120, y: 195, radiusX: 80, radiusY: 42 })]);
const skin = areaNamed('skin', 'skin', [...face.marks, ...neck.marks]);
/** A face that falls off from left to right, over a neck that is as light, or darker and in redder light. */
const painted = (redder: number) =>
  paintedPhoto(SIDE, SIDE, (x, y) => {
    const red = y > NECK_FROM ? redder : 0;
    const light = (red > 0 ? 0.7 : 1) * (1.05 - (0.5 * x) / SIDE + 0.01 * grain(x, y));
    return [(205 + red) * light, (160 - red) * light, (132 - red) * light];
  });
const places = (redder: number, area: Area, more: Partial<Photo> = {}) => {
  const photo = {
    ...newPhoto({ id: '0'.repeat(64), file: 'a.jpg', width: SIDE, height: SIDE }),
    areas: [face, neck, skin],
    ...more,
  };
  return placeOnArea(new Resolver(painted(redder), KINDS), photo, area).placed;
};

describe('readings of an area', () => {
  it('spread over face and neck where these agree, and keep to the face where they do not', () => {
    expect(places(0, skin).some(({ y }) => y > NECK_FROM)).toBe(true);
    const apart = places(18, skin);
    expect(apart.length).toBeGreaterThan(0);
    expect(apart.every(({ y }) => y < NECK_FROM)).toBe(true);
    expect(places(18, neck)).toHaveLength(3);
  });

  it.each(['beard', 'glasses', 'hair'] as const)('of skin keep off %s', (part) => {
    const worn = areaNamed('worn', part, [mark('ellipse', { x: 120, y: 120, radiusX: 90, radiusY: 30 })]);
    const bare = places(0, face);
    expect(bare.some(({ y }) => y > 90)).toBe(true);
    const beside = places(0, face, { areas: [face, worn] });
    expect(beside.every(({ y }) => y < 90)).toBe(true);
  });

  it('of skin keep off the nose that the sitter’s box tells of; of another part they do not', () => {
    const sitter = sitterWith('s', { x: 40, y: 10, width: 160, height: 140 });
    const nose = areaNamed('nose', 'face', [mark('ellipse', { x: 120, y: 80, radiusX: 20, radiusY: 20 })]);
    const on = (area: Area) =>
      places(0, { ...area, sitter: 's' }, { sitters: [sitter], areas: [{ ...area, sitter: 's' }] });
    expect(on(nose)).toEqual([]);
    expect(on({ ...nose, part: 'clothes' })).toHaveLength(3);
  });
});
