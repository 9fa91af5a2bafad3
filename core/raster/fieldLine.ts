import { memoryOf } from '../loops/runMemory';
import { clamp } from '../math/clamp';
import type { Field } from './field';

/** What is made of a field's values. @param values one per channel, not to be kept @param out receives what is made */
export type MakeOfField = (values: Float32Array, out: Float32Array) => void;

/** Centres of places in the photo, pixels, from left to right in each row. */
interface PlacesInRows {
  readonly x: Float32Array;
  readonly y: Float32Array;
}

/**
 * Reads a field at places that come row by row. What is made of its values is made once for each cell along a row of
 * places, and between two cells lies on the straight line; beyond the grid's centres it stays the same.
 */
export class FieldLine {
  /** how many numbers each place takes: as many as are made, and more up to a multiple of four */
  readonly stride: number;
  readonly #cell: Float32Array;
  readonly #made: Float32Array;
  /** what is made along the row, and at the places, where the loops have no memory for it */
  #line = new Float32Array(0);
  #out = new Float32Array(0);

  /** @param size how many values are made */
  constructor(
    readonly field: Field,
    size: number,
    readonly make: MakeOfField,
  ) {
    this.stride = 4 * Math.ceil(size / 4);
    this.#cell = new Float32Array(field.channels);
    this.#made = new Float32Array(this.stride);
  }

  /** What is made at each place, `stride` numbers one behind the other; lasts until a field is read again. */
  at(places: PlacesInRows, count: number): Float32Array {
    const { stride } = this;
    const { x: left, width, outWidth } = this.field.region;
    const memory = memoryOf(places.x);
    const isThere =
      memory !== undefined &&
      stride * outWidth <= memory.fieldLine.length &&
      stride * count <= memory.fieldOut.length;
    if (!isThere && this.#line.length < stride * outWidth) this.#line = new Float32Array(stride * outWidth);
    if (!isThere && this.#out.length < stride * count) this.#out = new Float32Array(stride * count);
    const [line, out] = isThere ? [memory.fieldLine, memory.fieldOut] : [this.#line, this.#out];
    const scale = outWidth / width;
    const last = outWidth - 1;
    const across = (x: number) => clamp((x - left) * scale - 0.5, 0, last);
    const { x, y } = places;
    for (let from = 0, to = 0; from < count; from = to) {
      while (to < count && y[to] === y[from]) to++;
      this.#makeLine(y[from]!, across(x[from]!) | 0, Math.min(last, 1 + (across(x[to - 1]!) | 0)), line);
      if (isThere)
        memory.loops.readLine(
          x.byteOffset + 4 * from,
          to - from,
          line.byteOffset,
          out.byteOffset + 4 * stride * from,
          stride / 4,
          left,
          scale,
          last,
        );
      else
        for (let i = from; i < to; i++) {
          const place = across(x[i]!);
          const cell = place | 0;
          const right = cell < last ? stride : 0;
          for (let c = 0, at = stride * cell; c < stride; c++, at++)
            out[stride * i + c] = line[at]! + (place - cell) * (line[at + right]! - line[at]!);
        }
    }
    return out;
  }

  #makeLine(y: number, first: number, last: number, line: Float32Array): void {
    const { region, channels, data } = this.field;
    const [cell, made] = [this.#cell, this.#made];
    const rows = region.outHeight;
    const down = clamp(((y - region.y) * rows) / region.height - 0.5, 0, rows - 1);
    const row = down | 0;
    const share = down - row;
    const below = row < rows - 1 ? channels * region.outWidth : 0;
    let at = channels * (row * region.outWidth + first);
    let to = made.length * first;
    for (let column = first; column <= last; column++) {
      for (let c = 0; c < channels; c++, at++) cell[c] = data[at]! + share * (data[at + below]! - data[at]!);
      this.make(cell, made);
      // By hand: an array's own `set` takes longer than the rest.
      for (let c = 0; c < made.length; c++, to++) line[to] = made[c]!;
    }
  }
}
