import { clampUnit } from '../math/clamp';
import { boxMeans } from '../raster/boxMeans';
import type { Plate } from '../raster/plate';
import type { Pyramid } from '../raster/pyramid';
import { boundsOfAll, boundsOfPoints } from '../raster/raster';
import type { Bounds, Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import { paintStroke } from '../raster/strokePath';
import type { StrokePoint } from '../raster/strokePath';
import { LINE_CHANNELS, NO_CLASS, classColours, mixingLines, placeOn, mixedVariance } from './mixingLines';
import {
  SWEEP_CELL,
  SWEEP_DEEP_DOUBT,
  SWEEP_DEEP_FROM,
  SWEEP_DOUBT,
  SWEEP_GROUND,
  SWEEP_GROUND_NOISE,
  SWEEP_HAIR,
  SWEEP_LONG_SIDE,
  SWEEP_RIM,
} from './strandParameters';

/** A sweep over the edge of hair; lengths in pixels of the photo. */
export interface Sweep {
  readonly radius: number;
  readonly points: readonly StrokePoint[];
}

/** What sweeps found: coverage, and how far it takes the place of what was there. */
export interface SweptStrands {
  readonly coverage: Plate;
  readonly weight: Plate;
}

/**
 * Single strands along a swept edge: where each pixel's colour lies between the hair's and the ground's
 * colours near it, along the line that tells them apart best.
 * @param before coverage 0..1 of the hair as it is, over a region
 * @returns undefined when nothing was swept, or there is no hair or no ground about
 * @see Levin, Lischinski, Weiss 2008 for mixed pixels on local lines of colour
 */
export function sweepStrands(
  pyramid: Pyramid,
  sweeps: readonly Sweep[],
  before: (region: Region) => Float32Array,
): SweptStrands | undefined {
  const all = boundsOfAll(
    sweeps
      .filter(({ points }) => points.length > 0)
      .map(({ points, radius }) => boundsOfPoints(points, 3 * radius)),
  );
  const region = all && windowOf(pyramid, all);
  if (!region) return undefined;
  const { outWidth: width, outHeight: height } = region;
  const fine = sampleRegion(pyramid, region);
  const prior = before(region);
  const band = bandOf(sweeps, region);
  const labels = Uint8Array.from(prior, (value, i) => {
    if (value > SWEEP_HAIR) return HAIR;
    return value < SWEEP_GROUND && band[i] === 0 ? GROUND : NO_CLASS;
  });
  // Where the sweep leaves no ground beside it, what lies within it must tell.
  if (!labels.includes(GROUND)) prior.forEach((value, i) => value < SWEEP_GROUND && (labels[i] = GROUND));
  if (!labels.includes(HAIR) || !labels.includes(GROUND)) return undefined;
  const columns = Math.ceil(width / SWEEP_CELL);
  const rows = Math.ceil(height / SWEEP_CELL);
  const reach = Math.max(2, (0.6 * Math.max(...sweeps.map(({ radius }) => radius)) * width) / region.width);
  const lines = new Float32Array(columns * rows * LINE_CHANNELS);
  const mixed = prior.slice();
  const cellOf = (i: number) =>
    Math.floor((Math.floor(i / width) * rows) / height) * columns +
    Math.floor(((i % width) * columns) / width);
  const mix = () => {
    const [hair, ground] = classColours(fine, labels, {
      classes: 2,
      trust: () => 1,
      columns,
      rows,
      radius: reach / SWEEP_CELL,
    });
    mixingLines(hair!, ground!, lines);
    for (let i = 0; i < prior.length; i++) {
      if (band[i] === 0) continue;
      mixed[i] = placeOn(lines, cellOf(i) * LINE_CHANNELS, fine.data, i);
    }
  };
  // The ground beyond the sweep tells where there is ground within it, and that tells the ground's colours
  // nearer by.
  mix();
  for (let i = 0; i < prior.length; i++)
    if (band[i]! > 0 && prior[i]! < 1 - SWEEP_GROUND && mixed[i]! < SWEEP_GROUND) labels[i] = GROUND;
  mix();
  return shareSwept({ region, prior, band, mixed, reach, lines, lineOf: (i) => cellOf(i) * LINE_CHANNELS });
}

/**
 * What is known of each pixel of the window: what was there, how far it was swept, where its colour lies
 * between ground and hair.
 */
interface SweptPixels {
  readonly region: Region;
  readonly prior: Float32Array;
  readonly band: Float32Array;
  readonly mixed: Float32Array;
  /** of the sweep, pixels of the window */
  readonly reach: number;
  /** as mixingLines writes them */
  readonly lines: Float32Array;
  /** where the line of a pixel begins among them */
  readonly lineOf: (i: number) => number;
}

/** Coverage of strands, and how far it takes the place of what was there. */
function shareSwept({ region, prior, band, mixed, reach, lines, lineOf }: SweptPixels): SweptStrands {
  const { outWidth: width, outHeight: height } = region;
  const steady = boxMeans(mixed, { channels: 1, width, height, radius: 1 });
  const within = boxMeans(prior, { channels: 1, width, height, radius: Math.ceil(reach / 2) });
  const coverage8 = new Uint8Array(prior.length);
  const weight8 = new Uint8Array(prior.length);
  for (let i = 0; i < prior.length; i++) {
    if (band[i] === 0) continue;
    const line = lineOf(i);
    if (lines[line + 4] === Infinity) continue;
    const gate = clampUnit(steady[i]! / (SWEEP_GROUND_NOISE * lines[line + 5]! + 0.02) - 1);
    const own = clampUnit(mixed[i]!);
    // Deep inside there are no holes, however a strand shines.
    const deep = clampUnit((within[i]! - SWEEP_DEEP_FROM) / (1 - SWEEP_DEEP_FROM));
    const doubt = (SWEEP_DOUBT + deep * (SWEEP_DEEP_DOUBT - SWEEP_DOUBT)) ** 2;
    const variance = mixedVariance(lines, line, own);
    coverage8[i] = Math.round((255 * (prior[i]! * variance + own * gate * doubt)) / (variance + doubt));
    weight8[i] = Math.round(255 * band[i]!);
  }
  return { coverage: { region, coverage8 }, weight: { region, coverage8: weight8 } };
}
const HAIR = 0;
const GROUND = 1;

function windowOf(pyramid: Pyramid, bounds: Bounds): Region | undefined {
  const x = Math.max(0, Math.floor(bounds.left));
  const y = Math.max(0, Math.floor(bounds.top));
  const width = Math.min(pyramid.width, Math.ceil(bounds.right)) - x;
  const height = Math.min(pyramid.height, Math.ceil(bounds.bottom)) - y;
  const scale = Math.min(1, SWEEP_LONG_SIDE / Math.max(width, height));
  return width < 1 || height < 1
    ? undefined
    : {
        x,
        y,
        width,
        height,
        outWidth: Math.max(1, Math.round(width * scale)),
        outHeight: Math.max(1, Math.round(height * scale)),
      };
}

/** 1 along the sweeps, falling to 0 at their rims. */
function bandOf(sweeps: readonly Sweep[], region: Region): Float32Array {
  const scale = region.outWidth / region.width;
  const band = new Float32Array(region.outWidth * region.outHeight);
  for (const { points, radius } of sweeps) {
    const own = points.map(([x, y, pressure]): StrokePoint => [
      (x - region.x) * scale,
      (y - region.y) * scale,
      pressure,
    ]);
    const reach = Math.max(1, radius * scale);
    paintStroke(own, { width: region.outWidth, height: region.outHeight }, band, {
      reach,
      value: (distance) => clampUnit((reach - distance) / (SWEEP_RIM * reach)),
    });
  }
  return band;
}
