import { boxMeans } from '../raster/guidedFilter';
import type { Plate } from '../raster/plate';
import type { Pyramid } from '../raster/pyramid';
import { boundsOfAll, boundsOfPoints } from '../raster/raster';
import type { Bounds, Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import { visitStroke } from '../raster/strokePath';
import type { StrokePoint } from '../raster/strokePath';
import { LOCAL_CHANNELS, localColours, placeBetween } from './localColours';

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

const LONG_SIDE = 1400;
/** Share of a sweep's radius over which it gives way to what was there. */
const RIM = 0.35;
/** Coverage from which on a pixel is surely hair, and up to which it surely is not. */
const SURE_HAIR = 0.9, SURE_GROUND = 0.08;
/** Standard deviations of the ground that are not yet a strand, of the mean of nine pixels. */
const GROUND_NOISE = 1.2;

/**
 * Single strands along a swept edge: where each pixel's colour lies on the line between the hair's and the ground's
 * colours near it.
 * @param before coverage 0..1 of the hair as it is, over a region
 * @returns undefined when nothing was swept, or there is no hair or no ground about
 * @see Levin, Lischinski, Weiss 2008 for mixed pixels on local lines of colour
 */
export function sweepStrands(pyramid: Pyramid, sweeps: readonly Sweep[], before: (region: Region) => Float32Array): SweptStrands | undefined {
  const all = boundsOfAll(sweeps.filter(({ points }) => points.length > 0).map(({ points, radius }) => boundsOfPoints(points, 3 * radius)));
  const region = all && windowOf(pyramid, all);
  if (!region) return undefined;
  const { outWidth: width, outHeight: height } = region, fine = sampleRegion(pyramid, region), prior = before(region), band = bandOf(sweeps, region);
  const hairs = prior.map((value) => (value > SURE_HAIR ? value ** 4 : 0)), outside = prior.map((value, i) => (value < SURE_GROUND ? (1 - band[i]!) ** 2 : 0));
  const grounds = outside.some((value) => value > 0) ? outside : prior.map((value) => Number(value < SURE_GROUND));
  if (hairs.every((value) => value === 0) || grounds.every((value) => value === 0)) return undefined;
  const reach = Math.max(2, (0.6 * Math.max(...sweeps.map(({ radius }) => radius)) * width) / region.width), hair = localColours(fine.data, hairs, width, height, reach).data;
  const mixed = new Float32Array(prior.length), noise = new Float32Array(prior.length);
  const mix = (weights: Float32Array) => {
    const ground = localColours(fine.data, weights, width, height, reach).data;
    for (let i = 0; i < prior.length; i++) {
      if (band[i] === 0) continue;
      const between = placeBetween(hair, ground, i * LOCAL_CHANNELS, fine.data, 3 * i);
      mixed[i] = between[0];
      noise[i] = between[1];
    }
  };
  // The ground beyond the sweep tells where there is ground within it, and that tells the ground's colours nearer by.
  mix(grounds);
  mix(grounds.map((value, i) => (band[i]! > 0 && prior[i]! < 1 - SURE_GROUND && mixed[i]! < SURE_GROUND ? 1 : value)));
  const steady = boxMeans(mixed, 1, width, height, 1), within = boxMeans(prior, 1, width, height, Math.ceil(reach / 2));
  const coverage8 = new Uint8Array(prior.length), weight8 = new Uint8Array(prior.length);
  for (let i = 0; i < prior.length; i++) {
    if (band[i] === 0) continue;
    const gate = clamp(steady[i]! / (GROUND_NOISE * noise[i]! + 0.02) - 1), share = clamp(mixed[i]!) * gate;
    // Deep inside there are no holes, however a strand shines.
    const deep = clamp((within[i]! - 0.93) / 0.06);
    coverage8[i] = Math.round(255 * (share + deep * (Math.max(share, prior[i]!) - share)));
    weight8[i] = Math.round(255 * band[i]! * clamp(1.6 - 2.2 * noise[i]!));
  }
  return { coverage: { region, coverage8 }, weight: { region, coverage8: weight8 } };
}

function windowOf(pyramid: Pyramid, bounds: Bounds): Region | undefined {
  const x = Math.max(0, Math.floor(bounds.left)), y = Math.max(0, Math.floor(bounds.top));
  const width = Math.min(pyramid.width, Math.ceil(bounds.right)) - x, height = Math.min(pyramid.height, Math.ceil(bounds.bottom)) - y, scale = Math.min(1, LONG_SIDE / Math.max(width, height));
  return width < 1 || height < 1 ? undefined : { x, y, width, height, outWidth: Math.max(1, Math.round(width * scale)), outHeight: Math.max(1, Math.round(height * scale)) };
}

/** 1 along the sweeps, falling to 0 at their rims. */
function bandOf(sweeps: readonly Sweep[], region: Region): Float32Array {
  const scale = region.outWidth / region.width, band = new Float32Array(region.outWidth * region.outHeight);
  for (const { points, radius } of sweeps) {
    const own = points.map(([x, y, pressure]): StrokePoint => [(x - region.x) * scale, (y - region.y) * scale, pressure]), reach = Math.max(1, radius * scale);
    visitStroke(own, reach, region.outWidth, region.outHeight, (index, distance) => (band[index] = Math.max(band[index]!, clamp((reach - distance) / (RIM * reach)))));
  }
  return band;
}

function clamp(value: number): number {
  return Math.min(1, Math.max(0, value));
}
