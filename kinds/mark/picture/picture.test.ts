import { describe, expect, it } from 'vitest';
import { markHost, noPhoto } from '../../../tests/fixtures/marks';
import { doubtfulPlace } from '../doubtful-place';
import { foundPart } from '../found-part';
import { picture } from './index';

const box = { x: 4, y: 6, width: 10, height: 8 };
const plate = { region: { ...box, outWidth: 10, outHeight: 8 }, coverage8: new Uint8Array(80).fill(255) };
const whole = { x: 0, y: 0, width: 20, height: 20, outWidth: 20, outHeight: 20 };
const emptyPhoto = { width: 20, height: 20, levels: [] };
const named = {
  file: 'a.png',
  sitter: 's',
  part: 'hair',
  has: 'hair',
  may: 'clothes',
  plate: 'p',
  box,
} as const;

describe.each([picture, foundPart, doubtfulPlace])('coverage that is ready: $label', (kind) => {
  it('covers what its plate covers, ends where that ends, and nothing while it is missing', () => {
    const covered = (plates?: ReadonlyMap<string, typeof plate>) => {
      const data = kind.prepare(named, markHost(emptyPhoto, plates));
      const out = new Float32Array(400);
      kind.rasterise(data, whole, out, noPhoto);
      return [out.reduce((sum, value) => sum + value, 0), kind.bounds(data)];
    };
    expect(covered(new Map([['p', plate]]))).toEqual([80, { left: 4, top: 6, right: 14, bottom: 14 }]);
    expect(covered()[0]).toBe(0);
  });
});
