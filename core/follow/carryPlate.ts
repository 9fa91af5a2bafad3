import { clamp } from '../math/clamp';
import { coverage8Of } from '../raster/coverage8';
import { shrinkPlate } from '../raster/plate';
import type { Plate } from '../raster/plate';
import { regionScale, touchedPixels } from '../raster/raster';
import type { Bounds, Region } from '../raster/raster';
import { isStill } from './motion';
import type { Motion } from './motion';

/** Coverage as it lies in another frame. */
export interface PlateSource {
  readonly plate: Plate;
  /** from the frame for which coverage is wanted to the plate's own */
  readonly motion: Motion;
  /** how much it counts beside others, 0..1 */
  readonly weight: number;
}

/** Coverage that was carried, and how sure it is where it covers, 0..1. */
export interface CarriedPlate {
  readonly plate: Plate;
  readonly sure: number;
}

/** Plates are not carried on more pixels than this on their longer side: finer edges come of the photo itself. */
const LONG_SIDE = 640;
/** However unsure, a source counts a little: there may be no other. */
const LEAST_SURE = 0.02;

/**
 * A plate on no more pixels than plates are carried on, so that it is as fine in the frame where it was found as in
 * those to which it is carried.
 */
export function carriablePlate(plate: Plate): Plate {
  const { outWidth, outHeight } = plate.region;
  const scale = LONG_SIDE / Math.max(outWidth, outHeight);
  if (scale >= 1) return plate;
  const region = {
    ...plate.region,
    outWidth: Math.max(1, Math.round(scale * outWidth)),
    outHeight: Math.max(1, Math.round(scale * outHeight)),
  };
  const small = new Float32Array(region.outWidth * region.outHeight);
  shrinkPlate(plate, region, small);
  return { region, coverage8: coverage8Of(small) };
}

/**
 * Coverage of one thing in a frame, from that in others: each counts by its weight and by how sure its motion is at
 * the place. What does not move stays as it is, to the bit.
 * @param missing weight of frames in which the thing was looked for and is not, with nothing covered
 * @returns undefined where it lies beside the frame
 */
export function carryPlate(sources: readonly PlateSource[], missing = 0): CarriedPlate | undefined {
  const first = sources[0];
  if (!first) return undefined;
  if (missing === 0 && sources.every((source) => staysAs(source, first.plate)))
    return { plate: first.plate, sure: 1 };
  const region = reachOf(sources);
  if (!region) return undefined;
  const size = region.outWidth * region.outHeight;
  const values = new Float32Array(size);
  const weights = new Float32Array(size).fill(missing);
  const sure = new Float32Array(size);
  for (const source of sources) addCarried(source, region, { values, weights, sure });
  const coverage8 = new Uint8Array(size);
  let [covered, surely] = [0, 0];
  for (let i = 0; i < size; i++) {
    const value = values[i]! / weights[i]!;
    coverage8[i] = Math.round(255 * value);
    covered += value;
    surely += value * sure[i]!;
  }
  return { plate: { region, coverage8 }, sure: covered > 0 ? surely / covered : 0 };
}

function staysAs({ plate, motion }: PlateSource, other: Plate): boolean {
  if (!isStill(motion)) return false;
  return (
    plate === other ||
    (Object.entries(plate.region).every(([name, value]) => other.region[name as keyof Region] === value) &&
      plate.coverage8.every((value, i) => value === other.coverage8[i]))
  );
}

/** The pixels of the frame whose places lie in any of the plates. */
function reachOf(sources: readonly PlateSource[]): Region | undefined {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  const { region: frame } = sources[0]!.motion;
  const cell = [frame.width / frame.outWidth, frame.height / frame.outHeight] as const;
  for (const { plate, motion } of sources) {
    const { x, y, width, height } = plate.region;
    const { data } = motion;
    for (let row = 0, i = 0; row < frame.outHeight; row++)
      for (let column = 0; column < frame.outWidth; column++, i += 3) {
        const atX = frame.x + (column + 0.5) * cell[0];
        const atY = frame.y + (row + 0.5) * cell[1];
        const toX = withinFrame(atX + data[i]!, frame.x, frame.width);
        const toY = withinFrame(atY + data[i + 1]!, frame.y, frame.height);
        if (toX < x - cell[0] || toY < y - cell[1]) continue;
        if (toX > x + width + cell[0] || toY > y + height + cell[1]) continue;
        left = Math.min(left, atX - cell[0]);
        top = Math.min(top, atY - cell[1]);
        right = Math.max(right, atX + cell[0]);
        bottom = Math.max(bottom, atY + cell[1]);
      }
  }
  return left < right ? regionOf({ left, top, right, bottom }, frame, sources) : undefined;
}

function regionOf(bounds: Bounds, frame: Region, sources: readonly PlateSource[]): Region | undefined {
  const whole = { ...frame, outWidth: frame.width, outHeight: frame.height };
  const { column, row, columns, rows } = touchedPixels(whole, bounds);
  if (columns === 0 || rows === 0) return undefined;
  const finest = Math.max(...sources.map(({ plate }) => regionScale(plate.region)));
  const scale = Math.min(1, finest, LONG_SIDE / Math.max(columns, rows));
  return {
    x: column,
    y: row,
    width: columns,
    height: rows,
    outWidth: Math.max(1, Math.round(scale * columns)),
    outHeight: Math.max(1, Math.round(scale * rows)),
  };
}

/** What lies beyond the frame is as at its border. */
const withinFrame = (place: number, start: number, length: number) =>
  clamp(place, start + 0.5, start + length - 0.5);

interface Sums {
  readonly values: Float32Array;
  readonly weights: Float32Array;
  /** the surest of the sources */
  readonly sure: Float32Array;
}

/** Adds a source's coverage at each pixel of a region, by its weight. */
function addCarried({ plate, motion, weight }: PlateSource, region: Region, sums: Sums): void {
  const { region: own, coverage8 } = plate;
  const { region: frame, data } = motion;
  const [stepX, stepY] = [region.width / region.outWidth, region.height / region.outHeight];
  const [gridX, gridY] = [frame.outWidth / frame.width, frame.outHeight / frame.height];
  const [plateX, plateY] = [own.outWidth / own.width, own.outHeight / own.height];
  const line = 3 * frame.outWidth;
  const shares = new Float64Array(4);
  for (let row = 0, o = 0; row < region.outHeight; row++) {
    const y = region.y + (row + 0.5) * stepY;
    const down = clamp((y - frame.y) * gridY - 0.5, 0, frame.outHeight - 1);
    const upper = Math.min(frame.outHeight - 2, down | 0);
    const v = down - upper;
    for (let column = 0; column < region.outWidth; column++, o++) {
      const x = region.x + (column + 0.5) * stepX;
      const across = clamp((x - frame.x) * gridX - 0.5, 0, frame.outWidth - 1);
      const left = Math.min(frame.outWidth - 2, across | 0);
      const u = across - left;
      shares[0] = (1 - u) * (1 - v);
      shares[1] = u * (1 - v);
      shares[2] = (1 - u) * v;
      shares[3] = u * v;
      const i = upper * line + 3 * left;
      const toX = withinFrame(x + between(data, i, line, shares), frame.x, frame.width);
      const toY = withinFrame(y + between(data, i + 1, line, shares), frame.y, frame.height);
      const sure = between(data, i + 2, line, shares);
      const share = weight * (sure + LEAST_SURE);
      const value = coverageAt(coverage8, own, (toX - own.x) * plateX - 0.5, (toY - own.y) * plateY - 0.5);
      sums.values[o]! += (share * value) / 255;
      sums.weights[o]! += share;
      if (sure > sums.sure[o]!) sums.sure[o] = sure;
    }
  }
}

/** A value of a motion between four of its places. @param shares of the upper two and the lower two */
function between(data: Float32Array, i: number, line: number, shares: Float64Array): number {
  return (
    shares[0]! * data[i]! +
    shares[1]! * data[i + 3]! +
    shares[2]! * data[i + line]! +
    shares[3]! * data[i + line + 3]!
  );
}

/** Coverage between the pixels of a plate, 0..255; nothing beyond it. */
function coverageAt(coverage8: Uint8Array, { outWidth, outHeight }: Region, x: number, y: number): number {
  if (!(x >= -0.5 && y >= -0.5 && x < outWidth - 0.5 && y < outHeight - 0.5)) return 0;
  const across = clamp(x, 0, outWidth - 1);
  const down = clamp(y, 0, outHeight - 1);
  const left = across | 0;
  const u = across - left;
  const v = down - (down | 0);
  const i = (down | 0) * outWidth + left;
  const right = u > 0 ? 1 : 0;
  const below = v > 0 ? outWidth : 0;
  const upper = coverage8[i]! + u * (coverage8[i + right]! - coverage8[i]!);
  const lower = coverage8[i + below]! + u * (coverage8[i + below + right]! - coverage8[i + below]!);
  return upper + v * (lower - upper);
}
