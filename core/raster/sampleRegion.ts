import { floatsAt, loopRoom } from '../loops/compiledLoops';
import { RUN_PIXELS, runMemory } from '../loops/runMemory';
import type { RunMemory } from '../loops/runMemory';
import { clamp } from '../math/clamp';
import type { SrgbMatrix } from '../colour/adaptation';
import type { ChannelLight } from '../colour/rgbSpace';
import type { Pyramid } from './pyramid';
import { codesOf, regionScale } from './raster';
import type { LinearRaster, PhotoRaster, Region } from './raster';

/** Which source pixels, and how much of each, make up every result pixel along one axis. */
interface BoxWeights {
  readonly first: Int32Array;
  readonly taps: number;
  /** `taps` weights for each result pixel; each group sums to 1 */
  readonly weights: Float32Array;
}

/**
 * The photo's pixels of a region in linear light: the average over each result pixel's footprint,
 * taken from the smallest level that still holds the detail. At scale 1 the pixels are exact.
 * Beyond the photo's border its edge pixels go on.
 */
export function sampleRegion(pyramid: Pyramid, region: Region): LinearRaster {
  const { outWidth, outHeight } = region;
  const level = clamp(Math.floor(-Math.log2(regionScale(region)) + 1e-6), 0, pyramid.levels.length - 1);
  const photo = pyramid.levels[level]!;
  const { width, height } = photo;
  const { light, toSrgb } = codesOf(photo);
  const shrink = 2 ** -level;
  const across = boxWeights(region.x * shrink, region.width * shrink, outWidth, width);
  const down = boxWeights(region.y * shrink, region.height * shrink, outHeight, height);
  const out = new Float32Array(outWidth * outHeight * 3);
  if (across.taps === 1 && down.taps === 1) copyPixels(out, photo, { across, down, light });
  else addPixels(out, photo, { across, down, light });
  if (toSrgb) transformAll(out, toSrgb);
  return { space: 'srgbLinear', width: outWidth, height: outHeight, data: out };
}

interface Sampling {
  readonly across: BoxWeights;
  readonly down: BoxWeights;
  readonly light: ChannelLight;
}

/** Pixels as they are, each from one. */
function copyPixels(
  out: Float32Array,
  { data, width, height }: PhotoRaster,
  { across, down, light: [red, green, blue] }: Sampling,
): void {
  const memory = data.BYTES_PER_ELEMENT === 1 ? runMemory() : undefined;
  if (memory) {
    copyThere(memory, out, { data, width, height }, { across, down, light: [red, green, blue] });
    return;
  }
  const columns = across.first.map((column) => 4 * clampIndex(column, width));
  let o = 0;
  for (const row of down.first) {
    const start = 4 * width * clampIndex(row, height);
    for (let i = 0; i < columns.length; i++, o += 3) {
      const p = start + columns[i]!;
      out[o] = red[data[p]!]!;
      out[o + 1] = green[data[p + 1]!]!;
      out[o + 2] = blue[data[p + 2]!]!;
    }
  }
}

/** By the compiled loop, piece by piece of each row. */
function copyThere(
  { loops, codes, light: tables, pixels }: RunMemory,
  out: Float32Array,
  { data, width, height }: Pick<PhotoRaster, 'data' | 'width' | 'height'>,
  { across, down, light }: Sampling,
): void {
  light.forEach((table, channel) => tables.set(table, 256 * channel));
  const columns = across.first.length;
  const first = across.first[0]!;
  for (let row = 0; row < down.first.length; row++) {
    const line = width * clampIndex(down.first[row]!, height);
    for (let column = 0; column < columns; column += RUN_PIXELS) {
      const count = Math.min(RUN_PIXELS, columns - column);
      copyCodes(codes, data, { first: first + column, count, width, start: line });
      loops.decodeCodes(codes.byteOffset, tables.byteOffset, pixels.byteOffset, count);
      out.set(pixels.subarray(0, 3 * count), 3 * (row * columns + column));
    }
  }
}

/** Codes of a part of a row; beyond the border its last pixel goes on. @param start the row's first pixel */
function copyCodes(
  out: Uint8Array,
  data: PhotoRaster['data'],
  {
    first,
    count,
    width,
    start,
  }: { readonly first: number; readonly count: number; readonly width: number; readonly start: number },
): void {
  const [from, to] = [clampIndex(first, width), clampIndex(first + count - 1, width) + 1];
  const inset = Math.max(0, from - first);
  if (inset < count) out.set(data.subarray(4 * (start + from), 4 * (start + to)), 4 * inset);
  const [left, right] = [4 * (start + from), 4 * (start + to - 1)];
  for (let i = 0; i < Math.min(count, -first); i++) out.set(data.subarray(left, left + 4), 4 * i);
  for (let i = Math.max(0, to - first); i < count; i++) out.set(data.subarray(right, right + 4), 4 * i);
}

/** Pixels weighed together, row by row. */
function addPixels(out: Float32Array, photo: PhotoRaster, sampling: Sampling): void {
  if (!addThere(out, photo, sampling)) addPlainly(out, photo, sampling);
}

/** By the compiled loops. @returns false where there is no room for it among them */
function addThere(
  out: Float32Array,
  { data, width, height }: PhotoRaster,
  { across, down, light }: Sampling,
): boolean {
  if (data.BYTES_PER_ELEMENT !== 1) return false;
  const columns = across.first.length;
  const first = across.first[0]!;
  const count = across.first[columns - 1]! + across.taps - first;
  const { weights } = across;
  const sizes = [4 * count, 3 * 1024, 12 * count + 16, 4 * columns, weights.byteLength, 12 * columns + 16];
  const room = loopRoom(...sizes);
  if (!room) return false;
  const { loops, places } = room;
  const [codes, tables, line, firsts, shares, row] = places as [
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const seen = new Uint8Array(loops.memory.buffer, codes, 4 * count);
  const sums = floatsAt(loops, line, 3 * count);
  const result = floatsAt(loops, row, 3 * columns);
  light.forEach((table, channel) => floatsAt(loops, tables + 1024 * channel, 256).set(table));
  new Int32Array(loops.memory.buffer, firsts, columns).set(across.first.map((column) => column - first));
  floatsAt(loops, shares, weights.length).set(weights);
  for (let y = 0; y < down.first.length; y++) {
    sums.fill(0);
    for (let j = 0; j < down.taps; j++) {
      const weight = down.weights[y * down.taps + j]!;
      if (weight === 0) continue;
      copyCodes(seen, data, { first, count, width, start: width * clampIndex(down.first[y]! + j, height) });
      loops.addCodes(codes, tables, line, count, weight);
    }
    loops.foldPixels(line, firsts, shares, across.taps, row, columns);
    out.set(result, 3 * y * columns);
  }
  return true;
}

function addPlainly(
  out: Float32Array,
  { data, width, height }: PhotoRaster,
  { across, down, light }: Sampling,
): void {
  const [outWidth, outHeight] = [across.first.length, down.first.length];
  const first = across.first[0]!;
  const count = across.first[outWidth - 1]! + across.taps - first;
  const line = new Float32Array(count * 3);
  for (let row = 0; row < outHeight; row++) {
    line.fill(0);
    for (let j = 0; j < down.taps; j++) {
      const weight = down.weights[row * down.taps + j]!;
      if (weight !== 0)
        addLine(line, data, {
          start: clampIndex(down.first[row]! + j, height) * width,
          width,
          first,
          count,
          weight,
          light,
        });
    }
    foldLine(line, across, out, { first, start: row * outWidth * 3 });
  }
}

/** Adds a row of the photo in linear light, from column `first` on, times a weight. */
function addLine(
  line: Float32Array,
  data: PhotoRaster['data'],
  {
    start,
    width,
    first,
    count,
    weight,
    light: [red, green, blue],
  }: {
    readonly start: number;
    readonly width: number;
    readonly first: number;
    readonly count: number;
    readonly weight: number;
    readonly light: ChannelLight;
  },
): void {
  for (let i = 0, o = 0; i < count; i++, o += 3) {
    const p = (start + clampIndex(first + i, width)) * 4;
    line[o]! += weight * red[data[p]!]!;
    line[o + 1]! += weight * green[data[p + 1]!]!;
    line[o + 2]! += weight * blue[data[p + 2]!]!;
  }
}

/** Takes colours of the photo's primaries to those of sRGB. */
function transformAll(pixels: Float32Array, m: SrgbMatrix): void {
  const [a, b, c, d, e, f, g, h, i] = m as number[];
  for (let p = 0; p < pixels.length; p += 3) {
    const red = pixels[p]!;
    const green = pixels[p + 1]!;
    const blue = pixels[p + 2]!;
    pixels[p] = a! * red + b! * green + c! * blue;
    pixels[p + 1] = d! * red + e! * green + f! * blue;
    pixels[p + 2] = g! * red + h! * green + i! * blue;
  }
}

/** Weighs the pixels of a row together into result pixels. */
function foldLine(
  line: Float32Array,
  { first: firsts, taps, weights }: BoxWeights,
  out: Float32Array,
  { first, start }: { readonly first: number; readonly start: number },
): void {
  for (let column = 0, o = start, w = 0; column < firsts.length; column++, o += 3) {
    let red = 0;
    let green = 0;
    let blue = 0;
    for (let i = 0, p = 3 * (firsts[column]! - first); i < taps; i++, w++, p += 3) {
      const weight = weights[w]!;
      red += weight * line[p]!;
      green += weight * line[p + 1]!;
      blue += weight * line[p + 2]!;
    }
    out[o] = red;
    out[o + 1] = green;
    out[o + 2] = blue;
  }
}

function clampIndex(index: number, size: number): number {
  if (index < 0) return 0;
  return index >= size ? size - 1 : index;
}

function boxWeights(start: number, length: number, outSize: number, size: number): BoxWeights {
  const footprint = length / outSize;
  const taps = Math.ceil(footprint - 1e-6) + (Number.isInteger(start) && Number.isInteger(footprint) ? 0 : 1);
  const first = new Int32Array(outSize);
  const weights = new Float32Array(outSize * taps);
  for (let i = 0; i < outSize; i++) {
    const from = start + i * footprint;
    const to = from + footprint;
    first[i] = Math.floor(from);
    let sum = 0;
    for (let tap = 0; tap < taps; tap++) {
      const pixel = first[i]! + tap;
      const share = Math.max(0, Math.min(to, pixel + 1) - Math.max(from, pixel));
      weights[i * taps + tap] = share;
      sum += share;
    }
    if (sum <= 0) throw new RangeError(`empty footprint ${from}..${to} of ${size}`);
    for (let tap = 0; tap < taps; tap++) weights[i * taps + tap]! /= sum;
  }
  return { first, taps, weights };
}
