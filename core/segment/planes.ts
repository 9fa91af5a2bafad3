import { clamp } from '../math/clamp';
import type { Region } from '../raster/raster';

/** Means of a raster over the pixels of a smaller one of the same part. */
export function shrinkPlane(
  plane: Float32Array,
  {
    width,
    height,
    smallWidth,
    smallHeight,
  }: {
    readonly width: number;
    readonly height: number;
    readonly smallWidth: number;
    readonly smallHeight: number;
  },
): Float32Array {
  const out = new Float32Array(smallWidth * smallHeight);
  for (let row = 0, i = 0; row < smallHeight; row++) {
    const top = Math.floor((row * height) / smallHeight);
    const bottom = Math.max(top + 1, Math.floor(((row + 1) * height) / smallHeight));
    for (let column = 0; column < smallWidth; column++, i++) {
      const left = Math.floor((column * width) / smallWidth);
      const right = Math.max(left + 1, Math.floor(((column + 1) * width) / smallWidth));
      let sum = 0;
      for (let y = top; y < bottom; y++) for (let x = left; x < right; x++) sum += plane[y * width + x]!;
      out[i] = sum / ((bottom - top) * (right - left));
    }
  }
  return out;
}

/** A rectangle of a plane, pixels of it. */
export interface PlaneWindow {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/**
 * A plane at another size, bilinear between pixel centres.
 * @param window of the new plane: only that is made; all of it by default
 */
export function resizePlane(
  plane: Float32Array,
  {
    width,
    height,
    newWidth,
    newHeight,
  }: {
    readonly width: number;
    readonly height: number;
    readonly newWidth: number;
    readonly newHeight: number;
  },
  window: PlaneWindow = { left: 0, top: 0, width: newWidth, height: newHeight },
): Float32Array {
  const out = new Float32Array(window.width * window.height);
  const lefts = new Int32Array(window.width);
  const shares = new Float64Array(window.width);
  for (let column = 0; column < window.width; column++) {
    const x = clamp(((window.left + column + 0.5) * width) / newWidth - 0.5, 0, width - 1);
    lefts[column] = Math.floor(x);
    shares[column] = x - lefts[column]!;
  }
  // Between two rows first, which all of a row's pixels share; one more column stands for what is beyond the last.
  const line = new Float64Array(width + 1);
  for (let row = 0, i = 0; row < window.height; row++) {
    const y = clamp(((window.top + row + 0.5) * height) / newHeight - 0.5, 0, height - 1);
    const top = Math.floor(y);
    const down = y - top;
    const upper = top * width;
    const lower = Math.min(height - 1, top + 1) * width;
    for (let column = 0; column < width; column++)
      line[column] = (1 - down) * plane[upper + column]! + down * plane[lower + column]!;
    line[width] = line[width - 1]!;
    for (let column = 0; column < window.width; column++, i++) {
      const left = lefts[column]!;
      out[i] = line[left]! + shares[column]! * (line[left + 1]! - line[left]!);
    }
  }
  return out;
}

/** Values of the pixels that belong to something, the lowest first. */
export function sortedWhere(
  count: number,
  belongs: (index: number) => boolean,
  value: (index: number) => number,
): Float32Array {
  const out = new Float32Array(count);
  let members = 0;
  for (let i = 0; i < count; i++) if (belongs(i)) out[members++] = value(i);
  return out.subarray(0, members).sort();
}

/** The cell of a coarse grid in which each pixel of a region lies. */
export function cellsOf(
  { outWidth: width, outHeight: height }: Region,
  columns: number,
  rows: number,
): Int32Array {
  const out = new Int32Array(width * height);
  const columnOf = Int32Array.from({ length: width }, (_, x) => Math.floor((x * columns) / width));
  for (let y = 0, i = 0; y < height; y++) {
    const first = columns * Math.floor((y * rows) / height);
    for (let x = 0; x < width; x++, i++) out[i] = first + columnOf[x]!;
  }
  return out;
}
