import { describe, expect, it } from 'vitest';
import { markHost, noPhoto } from '../../../tests/fixtures/marks';
import { picture } from './index';

const region = { x: 4, y: 6, width: 10, height: 8, outWidth: 10, outHeight: 8 };
const plate = { region, coverage8: new Uint8Array(80).fill(255) };
const parameters = { file: 'mask.png', plate: 'p' };
const emptyPhoto = { width: 20, height: 20, levels: [] };

describe('a picture as coverage', () => {
  it('covers what its plate covers, and ends where that ends', () => {
    const data = picture.prepare(parameters, markHost(emptyPhoto, new Map([['p', plate]])));
    const out = new Float32Array(400);
    picture.rasterise(data, { x: 0, y: 0, width: 20, height: 20, outWidth: 20, outHeight: 20 }, out, noPhoto);
    expect(out.reduce((sum, value) => sum + value, 0)).toBe(80);
    expect(picture.bounds(data)).toEqual({ left: 4, top: 6, right: 14, bottom: 14 });
  });

  it('covers nothing while its plate is missing', () => {
    const data = picture.prepare(parameters, markHost(emptyPhoto));
    const out = new Float32Array(400);
    picture.rasterise(data, { x: 0, y: 0, width: 20, height: 20, outWidth: 20, outHeight: 20 }, out, noPhoto);
    expect(out.every((value) => value === 0)).toBe(true);
  });
});
