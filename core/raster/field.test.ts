import { describe, expect, it } from 'vitest';
import { newField, readField } from './field';
import { halveArea } from './halveArea';
import { areaLowPass } from './lowPass';

describe('fields', () => {
  it('are bilinear between centres and constant beyond, by hand', () => {
    const field = newField({ x: 10, y: 20, width: 8, height: 4, outWidth: 4, outHeight: 2 }, 1);
    const out = new Float32Array(1);
    field.data.set([0, 1, 2, 3, 10, 11, 12, 13]);
    const at = (x: number, y: number) => {
      readField(field, x, y, out);
      return out[0];
    };
    expect([at(11, 21), at(13, 21), at(12, 21), at(11, 22), at(0, 0), at(99, 99)]).toEqual([
      0, 1, 0.5, 5, 0, 13,
    ]);
  });
});

describe('low-passes of an area', () => {
  it('let nothing leak in from outside', () => {
    const width = 40;
    const weights = Float32Array.from({ length: 1600 }, (_, i) => Number(i % width < 20));
    const values = Float32Array.from({ length: 1600 }, (_, i) => (i % width < 20 ? 0.3 : 50));
    const low = areaLowPass(weights, width, 40, 4);
    for (let x = 0; x < 20; x++) expect(low.of(values)[20 * width + x]).toBeCloseTo(0.3, 5);
  });
});

describe('halving an area', () => {
  it('keeps means and covered share, and stops at the size asked for', () => {
    const region = { x: 5, y: 6, width: 64, height: 32, outWidth: 64, outHeight: 32 };
    const weights = Float32Array.from({ length: 2048 }, (_, i) => Number(i % 64 < 30));
    const plane = Float32Array.from({ length: 2048 }, (_, i) => (i % 64 < 30 ? 0.25 : 9));
    const half = halveArea({ region, planes: [plane], weights }, 512);
    expect([half.region.outWidth, half.region.outHeight, half.region.x, half.region.width]).toEqual([
      32, 16, 5, 64,
    ]);
    expect(half.weights.reduce((sum, value) => sum + value, 0) * 4).toBeCloseTo(30 * 32, 3);
    half.weights.forEach((weight, i) => weight > 0 && expect(half.planes[0]![i]).toBeCloseTo(0.25, 5));
  });
});
