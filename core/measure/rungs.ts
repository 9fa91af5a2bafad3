import { clamp } from '../math/clamp';
import { cielabLightnessOfLuminance } from '../colour/cielab';
import { luminanceAt } from '../colour/luminance';
import type { Rung } from '../document/schema';
import type { Coverage8Raster, LinearRaster } from '../raster/raster';

/** Percentiles of the area's lightness that make up each rung. */
export const RUNG_PERCENTILES: Readonly<Record<Rung, readonly [number, number]>> = {
  shade: [0.05, 0.3],
  middle: [0.4, 0.6],
  light: [0.7, 0.92],
};
/** Half-covered pixels show two things at once and are not read. */
const LEAST_COVERAGE8 = 192;
const MOST_SAMPLES = 500;
const BINS = 2048;
/** Width of a band of lightness, L*; a band of fewer pixels than this share of the area says nothing. */
const BAND = 5;
const LEAST_BAND_SHARE = 0.01;

/**
 * Pixels that stand for each tone zone of an area, spread evenly over it.
 * @returns interleaved linear sRGB per rung; empty when the area holds no fully covered pixel
 */
export function rungSamples({ data }: LinearRaster, coverage: Coverage8Raster): Record<Rung, Float32Array> {
  // Which bin of lightness each pixel falls in; the one beyond the last is not read.
  const bins = new Uint16Array(coverage.data.length).fill(BINS);
  const histogram = new Uint32Array(BINS);
  let total = 0;
  for (let i = 0; i < bins.length; i++) {
    if (coverage.data[i]! < LEAST_COVERAGE8) continue;
    const root = Math.sqrt(Math.max(0, luminanceAt(data, i)));
    histogram[(bins[i] = clamp(Math.floor(root * BINS), 0, BINS - 1))]!++;
    total++;
  }
  const binAt = (share: number) => {
    let sum = 0;
    let at = 0;
    while (at < BINS - 1 && (sum += histogram[at]!) < share * total) at++;
    return at;
  };
  const pick = ([low, high]: readonly [number, number]) => {
    const from = binAt(low);
    const to = binAt(high);
    const members: number[] = [];
    for (let i = 0; i < bins.length; i++) if (bins[i]! >= from && bins[i]! <= to) members.push(i);
    return pixelsOf(data, members);
  };
  return {
    light: pick(RUNG_PERCENTILES.light),
    middle: pick(RUNG_PERCENTILES.middle),
    shade: pick(RUNG_PERCENTILES.shade),
  };
}

/**
 * Pixels that stand for each lightness of an area, in bands of 5 L*.
 * @returns interleaved linear sRGB per band from dark to light; empty where the area holds next to nothing
 */
export function lightnessSamples({ data }: LinearRaster, coverage: Coverage8Raster): Float32Array[] {
  const members: number[][] = Array.from({ length: 100 / BAND }, () => []);
  let total = 0;
  for (let i = 0; i < coverage.data.length; i++) {
    if (coverage.data[i]! < LEAST_COVERAGE8) continue;
    const lightness = cielabLightnessOfLuminance(luminanceAt(data, i));
    members[clamp(Math.floor(lightness / BAND), 0, members.length - 1)]!.push(i);
    total++;
  }
  return members.map((band) =>
    band.length < LEAST_BAND_SHARE * total ? new Float32Array(0) : pixelsOf(data, band),
  );
}

/** At most so many of the named pixels, spread evenly among them. */
function pixelsOf(data: Float32Array, members: readonly number[]): Float32Array {
  const stride = Math.max(1, members.length / MOST_SAMPLES);
  const chosen = Array.from(
    { length: Math.min(members.length, MOST_SAMPLES) },
    (_, n) => members[Math.floor(n * stride)]!,
  );
  return Float32Array.from(chosen.flatMap((i) => [data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!]));
}
