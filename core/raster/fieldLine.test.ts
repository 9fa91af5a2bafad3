import { describe, expect, it } from 'vitest';
import { apart, numbers } from '../../tests/fixtures/loops';
import { RUN_PIXELS, runMemory } from '../loops/runMemory';
import { readField } from './field';
import type { Field } from './field';
import { FieldLine } from './fieldLine';

const fieldOver = (outWidth: number, outHeight: number): Field => ({
  region: { x: 10, y: 20, width: 3 * outWidth, height: 3 * outHeight, outWidth, outHeight },
  channels: 5,
  data: numbers(5 * outWidth * outHeight, 41),
});

/** Places row by row, where the loops can read them, as many as no vector divides; beyond the field on every side. */
function placesIn(step: number, columns: number, rows: number) {
  const memory = runMemory();
  const [x, y] = [memory?.x ?? new Float32Array(RUN_PIXELS), memory?.y ?? new Float32Array(RUN_PIXELS)];
  const count = columns * rows - 3;
  for (let i = 0; i < count; i++) {
    x[i] = 2 + step * (i % columns);
    y[i] = 15 + step * Math.floor(i / columns);
  }
  return { places: { x, y }, count };
}

/** Single cells, and a row that is too long for the memory of the loops, too. */
const FIELDS = [fieldOver(17, 9), fieldOver(1, 1), fieldOver(1300, 2)];

describe('a field read along rows', () => {
  it.each([0.7, 3.1, 200])(
    'is what it is place by place, in the compiled loop as in the plain one: every %d',
    (step) => {
      for (const field of FIELDS) {
        const line = new FieldLine(field, 5, (values, out) => out.set(values));
        const { places, count } = placesIn(step, 41, 40);
        const read = () => line.at(places, count).slice(0, line.stride * count);
        expect(apart(read)).toBeLessThan(1e-5);
        const one = new Float32Array(5);
        const all = read();
        for (let i = 0; i < count; i++) {
          readField(field, places.x[i]!, places.y[i]!, one);
          one.forEach((value, c) => expect(all[line.stride * i + c]).toBeCloseTo(value, 4));
        }
      }
    },
  );

  it('makes more than the loops have memory for, too', () => {
    const [field] = FIELDS;
    const many = new FieldLine(field!, 13, (values, out) => out.fill(values[2]!));
    const single = new FieldLine(field!, 1, ([, , value], out) => out.fill(value!));
    const { places, count } = placesIn(0.7, 41, 40);
    const expected = single.at(places, count).slice();
    const all = many.at(places, count);
    for (let i = 0; i < count; i++)
      expect(all[many.stride * i + 12]).toBeCloseTo(expected[single.stride * i]!, 5);
  });

  it('makes what is asked for at the cells along a row, and nothing beside them', () => {
    const [field] = FIELDS;
    let made = 0;
    const line = new FieldLine(field!, 1, ([value], out) => {
      out[0] = value! > 0.5 ? 1 : 0;
      made++;
    });
    const { places } = placesIn(0.7, 41, 40);
    // Within the first row: from cell to cell on a straight line, though the field is made of steps.
    const values = line.at(places, 30);
    expect(made).toBeLessThanOrEqual(8);
    for (let i = 1; i < 29; i++) {
      const bend =
        values[line.stride * (i + 1)]! - 2 * values[line.stride * i]! + values[line.stride * (i - 1)]!;
      expect(Math.abs(bend)).toBeLessThan(0.7 / 3 + 1e-5);
    }
  });
});
