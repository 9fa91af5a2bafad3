import { transform } from '../colour/adaptation';
import { MOST_CODE16 } from '../colour/rgbSpace';
import type { RgbSpace } from '../colour/rgbSpace';
import { encodeSrgb } from '../colour/transfer';
import type { Triple } from '../colour/triple';
import { clamp, clampUnit } from '../math/clamp';
import type { Pyramid } from '../raster/pyramid';
import type { PhotoRaster } from '../raster/raster';

/** A square of the photo, possibly tilted; lengths in pixels of the photo. */
export interface TurnedSquare {
  readonly centreX: number;
  readonly centreY: number;
  readonly side: number;
  /** clockwise on the screen */
  readonly tiltRadians: number;
}

/** Where a square's places lie in the photo: a point of it at (u, v) of the square, each 0..1. */
export function pointsOfSquare({
  centreX,
  centreY,
  side,
  tiltRadians,
}: TurnedSquare): (u: number, v: number) => readonly [number, number] {
  const cos = Math.cos(tiltRadians);
  const sin = Math.sin(tiltRadians);
  return (u, v) => {
    const across = (u - 0.5) * side;
    const down = (v - 0.5) * side;
    return [centreX + across * cos - down * sin, centreY + across * sin + down * cos];
  };
}

/** Where the photo's points lie in a square: u and v, 0..1 within it. */
export function placesInSquare({
  centreX,
  centreY,
  side,
  tiltRadians,
}: TurnedSquare): (point: readonly [number, number]) => readonly [number, number] {
  const cos = Math.cos(tiltRadians);
  const sin = Math.sin(tiltRadians);
  return ([x, y]) => {
    const dx = (x - centreX) / side;
    const dy = (y - centreY) / side;
    return [0.5 + dx * cos + dy * sin, 0.5 + dy * cos - dx * sin];
  };
}

/**
 * Encoded sRGB of a square at a given size: bilinear samples, several to a pixel, from the level of the
 * photo that fits. Beyond the photo it is black.
 * @returns interleaved red, green, blue, 0..1
 */
export function turnedCrop(pyramid: Pyramid, square: TurnedSquare, size: number): Float32Array {
  const step = square.side / size;
  const level = clamp(Math.floor(Math.log2(step)), 0, pyramid.levels.length - 1);
  const photo = pyramid.levels[level]!;
  const { width, height, data } = photo;
  const shrink = 2 ** -level;
  // A bilinear sample sees two pixels along each axis.
  const samples = clamp(Math.ceil((step * shrink) / 2), 1, 4);
  const out = new Float32Array(size * size * 3);
  const most = data.BYTES_PER_ELEMENT === 2 ? MOST_CODE16 : 255;
  const share = 1 / (most * samples * samples);
  const [left, top] = pointsOfSquare(square)(0, 0);
  const fine = (step * shrink) / samples;
  const acrossX = fine * Math.cos(square.tiltRadians);
  const acrossY = fine * Math.sin(square.tiltRadians);
  const add = bilinearInto(out, data, width, height);
  for (let row = 0, o = 0; row < size; row++) {
    for (let column = 0; column < size; column++, o += 3) {
      for (let j = 0; j < samples; j++) {
        for (let i = 0; i < samples; i++) {
          const across = column * samples + i + 0.5;
          const down = row * samples + j + 0.5;
          add(
            left * shrink + across * acrossX - down * acrossY - 0.5,
            top * shrink + across * acrossY + down * acrossX - 0.5,
            share,
            o,
          );
        }
      }
    }
  }
  if (photo.space === 'deep') intoSrgb(out, photo.colours);
  return out;
}

/** Codes 0..1 of a space as those of sRGB, clipped to its gamut. */
function intoSrgb(pixels: Float32Array, { light, toSrgb }: RgbSpace): void {
  for (let p = 0; p < pixels.length; p += 3) {
    const own = light.map((table, c) => table[Math.round(MOST_CODE16 * pixels[p + c]!)]!);
    const linear = toSrgb ? transform(toSrgb, own as unknown as Triple) : own;
    for (let c = 0; c < 3; c++) pixels[p + c] = encodeSrgb(clampUnit(linear[c]!));
  }
}

/**
 * Adds a share of a picture's colour at a place, bilinear between pixel centres, to the triple at `o` of
 * `out`; beyond the picture there is nothing.
 * @param data interleaved RGBA
 */
function bilinearInto(out: Float32Array, data: PhotoRaster['data'], width: number, height: number) {
  return (x: number, y: number, share: number, o: number): void => {
    const left = Math.floor(x);
    const top = Math.floor(y);
    if (left < -1 || top < -1 || left >= width || top >= height) return;
    const right = x - left;
    const down = y - top;
    const x0 = Math.max(0, left);
    const x1 = Math.min(width - 1, left + 1);
    const y0 = Math.max(0, top);
    const y1 = Math.min(height - 1, top + 1);
    const p = (y0 * width + x0) * 4;
    const q = (y0 * width + x1) * 4;
    const r = (y1 * width + x0) * 4;
    const s = (y1 * width + x1) * 4;
    for (let channel = 0; channel < 3; channel++) {
      const upper = data[p + channel]! * (1 - right) + data[q + channel]! * right;
      const lower = data[r + channel]! * (1 - right) + data[s + channel]! * right;
      out[o + channel]! += share * (upper * (1 - down) + lower * down);
    }
  };
}

/** A network's answer about a square at (u, v) of it, bilinear; beyond the square as at its border. */
export function answerAt(answer: Float32Array, size: number, [u, v]: readonly [number, number]): number {
  const x = clamp(u * size - 0.5, 0, size - 1.001);
  const y = clamp(v * size - 0.5, 0, size - 1.001);
  const left = Math.floor(x);
  const top = Math.floor(y);
  const at = top * size + left;
  const right = x - left;
  const upper = answer[at]! + right * (answer[at + 1]! - answer[at]!);
  const lower = answer[at + size]! + right * (answer[at + size + 1]! - answer[at + size]!);
  return upper + (y - top) * (lower - upper);
}
