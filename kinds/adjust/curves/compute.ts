import { decodeSrgb, encodeSrgb } from '#core/colour/transfer';
import { monotoneCubic } from '#core/raster/monotoneCubic';
import type { PixelKernel } from '#core/render/kinds';
import { CHANNELS, curvePoints } from './points';
import type { Channel } from './points';
import type { CurvesParameters } from './schema';

/** Nothing is measured of the area. */
export type CurvesMeasures = null;
/** Nothing is measured of the area. */
export const measureCurves = (): CurvesMeasures => null;

/**
 * One channel's curve on 8-bit codes 0..255: rising, through black, its points and white (Fritsch and Carlson
 * 1980).
 */
export function curveOf(parameters: CurvesParameters, channel: Channel): (code: number) => number {
  const points = curvePoints(parameters, channel);
  const xs: number[] = [];
  const ys: number[] = [];
  const inner = [
    ...(points[0]?.x === 0 ? [] : [{ x: 0, y: 0 }]),
    ...points,
    ...(points.at(-1)?.x === 255 ? [] : [{ x: 255, y: 255 }]),
  ];
  let least = 0;
  for (const { x, y } of inner) {
    xs.push(x);
    // Points that contradict each other: the curve stays level rather than falling.
    ys.push((least = Math.max(least, y)));
  }
  return monotoneCubic(xs, ys);
}

/** The kernel that changes pixels; undefined when nothing would change. */
export function compileCurves(parameters: CurvesParameters): PixelKernel | undefined {
  const moved = CHANNELS.some((channel) => curvePoints(parameters, channel).some(({ x, y }) => x !== y));
  if (!moved) return undefined;
  const tables = curveTables(parameters);
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p++) {
      const linear = pixels[p]!;
      // Beyond black and white there is nothing to read a pair from.
      if (linear < 0 || linear > 1) continue;
      const table = tables[p % 3]!;
      const place = Math.sqrt(linear) * STEPS;
      const step = place | 0;
      pixels[p] = (table[step]! + (place - step) * (table[step + 1]! - table[step]!)) ** 2;
    }
  };
}

/** Steps of a table over square roots of linear light: within a hundredth of a code of the curve. */
export const STEPS = 4096;

/** By channel, square roots of light by the square root of what it was, in {@link STEPS} steps and one more. */
export function curveTables(parameters: CurvesParameters): readonly Float32Array[] {
  return CHANNELS.map((channel) => tableOf(curveOf(parameters, channel)));
}

function tableOf(curve: (code: number) => number): Float32Array {
  return Float32Array.from({ length: STEPS + 2 }, (_, i) =>
    Math.sqrt(decodeSrgb(curve(255 * encodeSrgb(Math.min(1, (i / STEPS) ** 2))) / 255)),
  );
}
