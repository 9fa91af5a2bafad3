import { clamp } from '../math/clamp';
import { RADIANS_PER_DEGREE, wrapDegrees } from '../colour/angles';
import { cielabLightnessOfLuminance } from '../colour/cielab';
import { mapIntoSrgbGamut } from '../colour/gamut';
import { convertSrgbEncodedToHsv } from '../colour/hsv';
import { hsvHueOfSrgbLinear, hsvSaturationOfSrgbLinear } from '../colour/hueSolve';
import { luminanceOfSrgbLinear } from '../colour/luminance';
import { encodeSrgb } from '../colour/transfer';
import type { Triple } from '../colour/triple';
import { RUNGS } from '../document/schema';
import type { Rung } from '../document/schema';
import type { Coverage8Raster, LinearRaster } from '../raster/raster';
import { meanLinear } from './reading';
import { rungSamples } from './rungs';

/** Rows of the density: CIELAB lightness 0..100 in steps of 2. */
export const LADDER_ROWS = 50;
/** Columns of the density: HSV hue 0..360 in steps of 1. */
export const LADDER_COLUMNS = 360;

/** A rung as it stands on the ladder. */
export interface LadderRung {
  readonly rung: Rung;
  readonly srgbLinear: Triple;
  /** undefined for grey, and what is nearly grey: there hue is chance */
  readonly hsvHueDegrees: number | undefined;
  /** CIELAB L*, 0..100 */
  readonly lightness: number;
}

/** Columns of the density of saturation: HSV saturation 0..100 in steps of 1. */
export const LADDER_SATURATIONS = 100;

/** An area's hue over its lightness, and its saturation over its lightness. */
export interface Ladder {
  /** LADDER_ROWS x LADDER_COLUMNS from dark to light; shares of the area that sum to at most 1 */
  readonly density: Float32Array;
  /** HSV hue per row, NaN where the row holds next to nothing */
  readonly trend: Float32Array;
  readonly rungs: readonly LadderRung[];
  /** the same of HSV saturation in percent, LADDER_ROWS x LADDER_SATURATIONS */
  readonly saturation: { readonly density: Float32Array; readonly trend: Float32Array };
}

const LEAST_COVERAGE8 = 128;
/** HSV saturation below which a pixel's hue, and that of a rung, tells nothing. */
const LEAST_SATURATION = 0.02;
const LEAST_RUNG_SATURATION = 0.05;
const LEAST_ROW_SHARE = 0.002;
/** At most about this many pixels are looked at: the picture of a density needs no more. */
const MOST_PIXELS = 120_000;

/**
 * Spreads an area’s hue and saturation over its lightness.
 * @param pixels linear sRGB
 * @param coverage 0..255 per pixel
 */
export function measureLadder(pixels: LinearRaster, coverage: Coverage8Raster): Ladder {
  const density = new Float32Array(LADDER_ROWS * LADDER_COLUMNS);
  const saturations = new Float32Array(LADDER_ROWS * LADDER_SATURATIONS);
  const saturationSum = new Float64Array(LADDER_ROWS);
  const east = new Float64Array(LADDER_ROWS);
  const north = new Float64Array(LADDER_ROWS);
  const rowShare = new Float64Array(LADDER_ROWS);
  const stride = Math.max(1, Math.round(coverage.data.length / MOST_PIXELS));
  let total = 0;
  for (let i = 0; i < coverage.data.length; i += stride) {
    const weight = coverage.data[i]!;
    if (weight < LEAST_COVERAGE8) continue;
    const colour: Triple = [pixels.data[3 * i]!, pixels.data[3 * i + 1]!, pixels.data[3 * i + 2]!];
    total += weight;
    const [r, g, b] = mapIntoSrgbGamut(colour);
    const { hueDegrees, saturation } = convertSrgbEncodedToHsv([encodeSrgb(r), encodeSrgb(g), encodeSrgb(b)]);
    if (hueDegrees === undefined || saturation < LEAST_SATURATION) continue;
    const row = clamp(
      Math.floor(cielabLightnessOfLuminance(luminanceOfSrgbLinear(colour)) / (100 / LADDER_ROWS)),
      0,
      LADDER_ROWS - 1,
    );
    density[row * LADDER_COLUMNS + Math.min(LADDER_COLUMNS - 1, Math.floor(hueDegrees))]! += weight;
    saturations[
      row * LADDER_SATURATIONS + Math.min(LADDER_SATURATIONS - 1, Math.floor(saturation * LADDER_SATURATIONS))
    ]! += weight;
    saturationSum[row]! += weight * saturation;
    rowShare[row]! += weight;
    east[row]! += weight * saturation * Math.cos(hueDegrees * RADIANS_PER_DEGREE);
    north[row]! += weight * saturation * Math.sin(hueDegrees * RADIANS_PER_DEGREE);
  }
  const trend = Float32Array.from(rowShare, (share, row) =>
    share > LEAST_ROW_SHARE * total
      ? wrapDegrees(Math.atan2(north[row]!, east[row]!) / RADIANS_PER_DEGREE)
      : NaN,
  );
  const saturationTrend = Float32Array.from(rowShare, (share, row) =>
    share > LEAST_ROW_SHARE * total ? (100 * saturationSum[row]!) / share : NaN,
  );
  for (const shares of total > 0 ? [density, saturations] : [])
    for (let i = 0; i < shares.length; i++) shares[i]! /= total;
  return {
    density,
    trend,
    rungs: ladderRungs(pixels, coverage),
    saturation: { density: saturations, trend: saturationTrend },
  };
}

function ladderRungs(pixels: LinearRaster, coverage: Coverage8Raster): LadderRung[] {
  const samples = rungSamples(pixels, coverage);
  return RUNGS.filter((rung) => samples[rung].length > 0).map((rung) => {
    const srgbLinear = meanLinear(samples[rung]);
    return {
      rung,
      srgbLinear,
      hsvHueDegrees:
        hsvSaturationOfSrgbLinear(srgbLinear) < LEAST_RUNG_SATURATION
          ? undefined
          : hsvHueOfSrgbLinear(srgbLinear),
      lightness: cielabLightnessOfLuminance(luminanceOfSrgbLinear(srgbLinear)),
    };
  });
}
