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
  const shrink = 2 ** -level;
  // A bilinear sample sees two pixels along each axis.
  const samples = clamp(Math.ceil((step * shrink) / 2), 1, 4);
  const out = new Float32Array(size * size * 3);
  const most = photo.data.BYTES_PER_ELEMENT === 2 ? MOST_CODE16 : 255;
  const share = 1 / (most * samples * samples);
  const [left, top] = pointsOfSquare(square)(0, 0);
  const fine = (step * shrink) / samples;
  const acrossX = fine * Math.cos(square.tiltRadians);
  const acrossY = fine * Math.sin(square.tiltRadians);
  const rgb = new Float64Array(3);
  for (let row = 0, o = 0; row < size; row++) {
    for (let column = 0; column < size; column++, o += 3) {
      rgb.fill(0);
      for (let j = 0; j < samples; j++) {
        for (let i = 0; i < samples; i++) {
          const across = column * samples + i + 0.5;
          const down = row * samples + j + 0.5;
          const x = left * shrink + across * acrossX - down * acrossY - 0.5;
          const y = top * shrink + across * acrossY + down * acrossX - 0.5;
          addBilinear(photo, x, y, rgb);
        }
      }
      out[o] = share * rgb[0]!;
      out[o + 1] = share * rgb[1]!;
      out[o + 2] = share * rgb[2]!;
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

/** Adds a photo's codes at a place, bilinear between pixel centres; beyond the photo there is nothing. */
function addBilinear({ data, width, height }: PhotoRaster, x: number, y: number, rgb: Float64Array): void {
  const left = Math.floor(x);
  const top = Math.floor(y);
  if (left < -1 || top < -1 || left >= width || top >= height) return;
  const right = x - left;
  const down = y - top;
  const upper = Math.max(0, top) * width;
  const lower = Math.min(height - 1, top + 1) * width;
  const before = Math.max(0, left);
  const after = Math.min(width - 1, left + 1);
  const p = 4 * (upper + before);
  const q = 4 * (upper + after);
  const r = 4 * (lower + before);
  const s = 4 * (lower + after);
  const atP = (1 - down) * (1 - right);
  const atQ = (1 - down) * right;
  const atR = down * (1 - right);
  const atS = down * right;
  rgb[0]! += atP * data[p]! + atQ * data[q]! + atR * data[r]! + atS * data[s]!;
  rgb[1]! += atP * data[p + 1]! + atQ * data[q + 1]! + atR * data[r + 1]! + atS * data[s + 1]!;
  rgb[2]! += atP * data[p + 2]! + atQ * data[q + 2]! + atR * data[r + 2]! + atS * data[s + 2]!;
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
