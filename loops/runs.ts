/**
 * Runs of pixels: core/render/applyStep.ts, core/render/encodePixels.ts and the copying of
 * core/raster/sampleRegion.ts with whole pixels at a time. Behind the last pixel there is room for one f32
 * more. Places in bytes.
 */
import { storePixel } from './pixel';

/** Bit by bit which of a pixel's channels lie beyond 0..1. */
function beyond(pixel: v128): i32 {
  const out = v128.or(f32x4.lt(pixel, f32x4.splat(0)), f32x4.gt(pixel, f32x4.splat(1)));
  return i32x4.bitmask(out) & 7;
}

/**
 * Whole numbers from 0 to below 2^23, which are f32, as i32: beside 2^23 the bits behind the exponent are the number. A
 * conversion would ask for numbers that have no i32 as well.
 */
function whole(numbers: v128): v128 {
  return v128.and(f32x4.add(numbers, f32x4.splat(8388608)), i32x4.splat(0x7fffff));
}

/** The light of one pixel's codes. */
function lightOf(codes: usize, light: usize): v128 {
  let pixel = v128.load32_zero(light + ((<usize>load<u8>(codes)) << 2));
  pixel = v128.load_lane<f32>(light + ((<usize>load<u8>(codes, 1)) << 2), pixel, 1, 1024);
  return v128.load_lane<f32>(light + ((<usize>load<u8>(codes, 2)) << 2), pixel, 2, 2048);
}

/**
 * Linear light of codes.
 * @param codes red, green, blue and opacity, a byte each
 * @param light by code, 256 f32 for each of three channels
 */
export function decodeCodes(codes: usize, light: usize, out: usize, count: i32): void {
  for (let i = 0; i < count; i++, codes += 4, out += 12) storePixel(out, lightOf(codes, light));
}

/**
 * Puts covered pixels one behind the other.
 * @param coverage a byte each, and 0 up to the next multiple of 16
 * @param places receives where they come from, i32
 * @returns how many there are
 */
export function gatherCovered(pixels: usize, coverage: usize, count: i32, out: usize, places: usize): i32 {
  const begin = places;
  for (let block = 0; block < count; block += 16) {
    if (!v128.any_true(v128.load(coverage + block))) continue;
    const end = min(count, block + 16);
    for (let i = block; i < end; i++) {
      if (load<u8>(coverage + i) == 0) continue;
      storePixel(out, v128.load(pixels + <usize>i * 12));
      store<i32>(places, i);
      out += 12;
      places += 4;
    }
  }
  return <i32>((places - begin) >> 2);
}

/**
 * Puts changed pixels back: each goes the way that its change went, times scale and coverage.
 * @param before what the changes began from; 0 where that is the pixels themselves
 */
export function blendCovered(
  pixels: usize,
  coverage: usize,
  places: usize,
  changed: usize,
  before: usize,
  count: i32,
  scale: f32,
): void {
  for (let n = 0; n < count; n++, places += 4, changed += 12) {
    const place = load<i32>(places);
    const at = pixels + <usize>place * 12;
    const pixel = v128.load(at);
    const from = before ? v128.load(before + <usize>n * 12) : pixel;
    const share = f32x4.splat(scale * <f32>load<u8>(coverage + place));
    const result = f32x4.add(pixel, f32x4.mul(share, f32x4.sub(v128.load(changed), from)));
    storePixel(at, result);
  }
}

/**
 * Codes of linear light.
 * @param codeOf a byte for each of `steps` + 1 values from black to white
 * @param outside receives which pixels lie beyond the gamut, i32; their codes are left alone
 * @returns how many these are
 */
export function encodeCodes(
  pixels: usize,
  count: i32,
  codeOf: usize,
  steps: f32,
  out: usize,
  channels: i32,
  outside: usize,
): i32 {
  const begin = outside;
  const scale = f32x4.splat(steps);
  for (let i = 0; i < count; i++, pixels += 12, out += channels) {
    const pixel = v128.load(pixels);
    if (beyond(pixel)) {
      store<i32>(outside, i);
      outside += 4;
      continue;
    }
    const step = whole(f32x4.floor(f32x4.mul(pixel, scale)));
    store<u8>(out, load<u8>(codeOf + i32x4.extract_lane(step, 0)));
    store<u8>(out, load<u8>(codeOf + i32x4.extract_lane(step, 1)), 1);
    store<u8>(out, load<u8>(codeOf + i32x4.extract_lane(step, 2)), 2);
    if (channels == 4) store<u8>(out, 255, 3);
  }
  return <i32>((outside - begin) >> 2);
}

/** For each order of the shares along the axes, where the second corner lies from the near one, and the third from the far one. */
const CORNERS = memory.data(64);

/**
 * core/raster/lut3d.ts, a pixel at a time.
 * @param nodes of the cube, four f32 each @param ready a byte for each cell
 * @returns the first pixel that cannot be looked up, because it lies outside the cube or its cell is not
 *   ready; `count` where there is none
 */
export function lookUpColours(
  pixels: usize,
  first: i32,
  count: i32,
  nodes: usize,
  ready: usize,
  size: i32,
): i32 {
  const scale = f32x4.splat(<f32>(size - 1));
  const last = f32x4.splat(<f32>(size - 2));
  const strides = f32x4(1, <f32>size, <f32>(size * size), 0);
  const one = f32x4.splat(1);
  const right: i32 = 16;
  const down = size << 4;
  const deep = down * size;
  // The way from the near corner to the far one goes along the axes in the order of their shares. By bits: red is not
  // below green, red not below blue, green not below blue; two of the eight contradict themselves.
  setCorners(0, deep, right);
  setCorners(1, deep, down);
  setCorners(3, right, down);
  setCorners(4, down, right);
  setCorners(6, down, deep);
  setCorners(7, right, deep);
  const toFar = <usize>(right + down + deep);
  for (let n = first; n < count; n++) {
    const at = pixels + <usize>n * 12;
    const pixel = v128.load(at);
    if (beyond(pixel)) return n;
    const place = f32x4.mul(f32x4.sqrt(pixel), scale);
    const corner = f32x4.pmin(last, f32x4.floor(place));
    const steps = f32x4.mul(corner, strides);
    const cell = <i32>(
      (f32x4.extract_lane(steps, 0) + f32x4.extract_lane(steps, 1) + f32x4.extract_lane(steps, 2))
    );
    if (load<u8>(ready + cell) == 0) return n;
    const share = f32x4.sub(place, corner);
    const reds = v128.shuffle<f32>(share, share, 0, 0, 0, 0);
    const greens = v128.shuffle<f32>(share, share, 1, 1, 1, 1);
    const blues = v128.shuffle<f32>(share, share, 2, 2, 2, 2);
    const order = i32x4.bitmask(
      f32x4.ge(v128.shuffle<f32>(share, share, 0, 0, 1, 3), v128.shuffle<f32>(share, share, 1, 2, 2, 3)),
    );
    const corners = CORNERS + ((<usize>(order & 7)) << 3);
    const near = nodes + ((<usize>cell) << 4);
    const far = near + toFar;
    const more = f32x4.pmax(reds, greens);
    const less = f32x4.pmin(reds, greens);
    const most = f32x4.pmax(more, blues);
    const middle = f32x4.pmax(less, f32x4.pmin(more, blues));
    const least = f32x4.pmin(less, blues);
    const value = f32x4.add(
      f32x4.add(
        f32x4.mul(f32x4.sub(one, most), v128.load(near)),
        f32x4.mul(f32x4.sub(most, middle), v128.load(near + <usize>load<u32>(corners))),
      ),
      f32x4.add(
        f32x4.mul(f32x4.sub(middle, least), v128.load(far - <usize>load<u32>(corners, 4))),
        f32x4.mul(least, v128.load(far)),
      ),
    );
    storePixel(at, f32x4.mul(value, f32x4.abs(value)));
  }
  return count;
}

/** @param axis that is gone along first, bytes from node to node @param lastAxis that is gone along last */
function setCorners(order: i32, axis: i32, lastAxis: i32): void {
  store<i32>(CORNERS + ((<usize>order) << 3), axis);
  store<i32>(CORNERS + ((<usize>order) << 3), lastAxis, 4);
}

/**
 * Adds the light of a row of codes to a line, times a weight.
 * @param codes red, green, blue and opacity, a byte each
 * @param light by code, 256 f32 for each of three channels
 * @param line three f32 a pixel, and room for one f32 more
 */
export function addCodes(codes: usize, light: usize, line: usize, count: i32, weight: f32): void {
  const weights = f32x4.splat(weight);
  for (let i = 0; i < count; i++, codes += 4, line += 12)
    storePixel(line, f32x4.add(v128.load(line), f32x4.mul(weights, lightOf(codes, light))));
}

/**
 * Weighs the pixels of a line together.
 * @param firsts by result pixel, the first pixel of the line that is part of it, i32
 * @param weights `taps` f32 for each result pixel
 */
export function foldPixels(
  line: usize,
  firsts: usize,
  weights: usize,
  taps: i32,
  out: usize,
  count: i32,
): void {
  for (let i = 0; i < count; i++, firsts += 4, out += 12) {
    let from = line + <usize>load<i32>(firsts) * 12;
    let sum = f32x4.splat(0);
    for (let tap = 0; tap < taps; tap++, from += 12, weights += 4)
      sum = f32x4.add(sum, f32x4.mul(f32x4.splat(load<f32>(weights)), v128.load(from)));
    storePixel(out, sum);
  }
}
