import { clamp } from '../math/clamp';
import type { Region } from './raster';

/**
 * Slowly varying values over a part of the photo, looked up at places; shared between workers without a copy
 * where memory may be shared.
 */
export interface Field {
  /** the part of the photo, and the size of the grid over it */
  readonly region: Region;
  readonly channels: number;
  /** interleaved */
  readonly data: Float32Array;
}

/** A field of zeros over a region. */
export function newField(region: Region, channels: number): Field {
  return { region, channels, data: sharedFloats(channels * region.outWidth * region.outHeight) };
}

/** Numbers that go from worker to worker without a copy, where memory may be shared. */
export function sharedFloats(count: number): Float32Array {
  return new Float32Array(
    typeof SharedArrayBuffer === 'undefined' ? new ArrayBuffer(4 * count) : new SharedArrayBuffer(4 * count),
  );
}

/** A copy that shares no memory, as what is stored must not. */
export function unsharedField(field: Field): Field {
  return { ...field, data: new Float32Array(field.data) };
}

/**
 * A field's values at a place, bilinear between the grid's centres and constant beyond them.
 * @param x in pixels of the photo
 * @param out receives one value per channel
 */
export function readField({ region, channels, data }: Field, x: number, y: number, out: Float32Array): void {
  const { outWidth: width, outHeight: height } = region;
  const across = clamp(((x - region.x) * width) / region.width - 0.5, 0, width - 1);
  const down = clamp(((y - region.y) * height) / region.height - 0.5, 0, height - 1);
  const column = across | 0;
  const row = down | 0;
  const right = column < width - 1 ? channels : 0;
  const below = row < height - 1 ? channels * width : 0;
  const u = across - column;
  const v = down - row;
  const at = channels * (row * width + column);
  for (let c = 0; c < channels; c++) {
    const top = data[at + c]! + u * (data[at + c + right]! - data[at + c]!);
    const bottom = data[at + c + below]! + u * (data[at + c + below + right]! - data[at + c + below]!);
    out[c] = top + v * (bottom - top);
  }
}
