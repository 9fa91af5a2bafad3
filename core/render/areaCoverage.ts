import { clampUnit } from '../math/clamp';
import type { EdgeCare } from '../document/schema';
import { coarseRegion, enlarge, padWithin } from '../raster/coarse';
import { maskLevels, maskSmooth } from '../raster/maskCare';
import { GROW_MARGIN, maskGrow } from '../raster/maskGrow';
import { maskSoften } from '../raster/maskSoften';
import { maskDropSpecks } from '../raster/maskSpecks';
import { mapPlane } from '../raster/mapPlane';
import { plateCoverage } from '../raster/plate';
import type { Plate } from '../raster/plate';
import {
  NOWHERE,
  boundsOfAll,
  boundsOfRegion,
  growBounds,
  regionScale,
  subRegion,
  touchedPixels,
} from '../raster/raster';
import type { Bounds, Coverage8Raster, LinearRaster, Region } from '../raster/raster';
import type { MarkPhoto, RenderKinds } from './kinds';
import type { ResolvedArea } from './resolved';

/** Gives the photo's own pixels of a region. */
export type Sampler = (region: Region) => LinearRaster;

/** What coverage is made from, besides the area. */
export interface CoverageSource {
  readonly kinds: RenderKinds;
  /** of the photo; beyond it there is nothing to cover */
  readonly photo: { readonly width: number; readonly height: number };
  readonly sample: Sampler;
}

/** Coverage that was made on the way: an area that others name several times is made once. */
type Known = Map<string, Coverage8Raster>;

/**
 * Coverage of an area over a region: its marks in order, then edge care. Edge care looks beyond the
 * region, so that pieces of a picture fit together. Only where the area may be is anything computed.
 */
export function areaCoverage(area: ResolvedArea, source: CoverageSource, region: Region): Coverage8Raster {
  return coverageOf(area, source, region, new Map());
}

function coverageOf(
  area: ResolvedArea,
  source: CoverageSource,
  region: Region,
  known: Known,
): Coverage8Raster {
  const name = [area.key, ...Object.values(region)].join(' ');
  const made = known.get(name) ?? makeCoverage(area, source, region, known);
  known.set(name, made);
  return made;
}

function makeCoverage(
  area: ResolvedArea,
  source: CoverageSource,
  region: Region,
  known: Known,
): Coverage8Raster {
  if (area.baked) return bakedCoverage(area.baked, region, source.sample);
  const { outWidth: width, outHeight: height } = region;
  const data = new Uint8Array(width * height);
  // What has no marks is the same everywhere, whatever the care of its edges.
  if (area.marks.length === 0) {
    const value = Float32Array.of(area.inverted ? 1 : 0);
    maskLevels(value, area.edgeCare.floor, area.edgeCare.ceiling);
    data.fill(Math.round(255 * value[0]!));
    return { space: 'coverage8', width, height, data };
  }
  const bounds = areaBounds(area, source.kinds) ?? {
    left: -Infinity,
    top: -Infinity,
    right: Infinity,
    bottom: Infinity,
  };
  const { column, row, columns, rows } = touchedPixels(region, bounds);
  if (columns === 0 || rows === 0) return { space: 'coverage8', width, height, data };
  const mask = caredFor(area, source, subRegion(region, { column, row, columns, rows }), known);
  for (let line = 0, i = 0; line < rows; line++) {
    for (let o = (row + line) * width + column, end = o + columns; o < end; o++) {
      data[o] = 255 * clampUnit(mask[i++]!) + 0.5;
    }
  }
  return { space: 'coverage8', width, height, data };
}

/** The rectangle beyond which an area covers nothing; undefined when it may cover anything. */
export function areaBounds(
  { marks, inverted, edgeCare, baked }: ResolvedArea,
  kinds: RenderKinds,
): Bounds | undefined {
  if (baked) return boundsOfRegion(baked.region);
  const bounds = marks
    .filter(({ mode }) => mode === 'add')
    .map(({ kind, data }) => kinds.marks.get(kind)!.bounds(data));
  if (inverted || bounds.some((each) => each === undefined)) return undefined;
  const all = boundsOfAll(bounds as Bounds[]);
  return all ? growBounds(all, 1 + careReach(edgeCare)) : NOWHERE;
}

/** How far edge care looks, in pixels of the photo. */
function careReach({ grow, soften, smooth, specks }: EdgeCare): number {
  return Math.abs(grow) + SOFTEN_REACH * (soften + smooth) + 2 * specks;
}
/** Standard deviations after which a softened edge has ended. */
const SOFTEN_REACH = 3;

/**
 * Marks, then edge care in the order in which its fields stand: specks, smooth, grow, soften, floor and
 * ceiling.
 */
function caredFor(area: ResolvedArea, source: CoverageSource, region: Region, known: Known): Float32Array {
  const coarse = coarseRegion(region, area.edgeCare.soften * regionScale(region), source.photo);
  const mask = coarse
    ? enlarge(softened(area, source, coarse, known), coarse, region)
    : softened(area, source, region, known);
  maskLevels(mask, area.edgeCare.floor, area.edgeCare.ceiling);
  return mask;
}

/** Up to softening, where the mask is smooth enough to be enlarged. */
function softened(
  { edgeCare, ...area }: ResolvedArea,
  source: CoverageSource,
  region: Region,
  known: Known,
): Float32Array {
  const scale = regionScale(region);
  const margin = Math.ceil(careReach(edgeCare) * scale) + (edgeCare.grow === 0 ? 0 : GROW_MARGIN);
  const { padded, left, top } = padWithin(region, margin, source.photo);
  const { outWidth: width, outHeight: height } = padded;
  let mask = combineMarks(area, source, padded, known);
  if (area.inverted) mask = mapPlane(mask, (value) => 1 - value);
  if (edgeCare.specks > 0) mask = maskDropSpecks(mask, width, height, edgeCare.specks * scale);
  if (edgeCare.smooth > 0) maskSmooth(mask, width, height, edgeCare.smooth * scale);
  if (edgeCare.grow !== 0) mask = maskGrow(mask, width, height, edgeCare.grow * scale);
  maskSoften(mask, width, height, edgeCare.soften * scale);
  if (width === region.outWidth && height === region.outHeight) return mask;
  const out = new Float32Array(region.outWidth * region.outHeight);
  for (let row = 0; row < region.outHeight; row++) {
    const start = (row + top) * width + left;
    out.set(mask.subarray(start, start + region.outWidth), row * region.outWidth);
  }
  return out;
}

/** What the marks of an area cover, without edge care, 0..1 per result pixel. */
export function combineMarks(
  area: Pick<ResolvedArea, 'marks'>,
  source: CoverageSource,
  region: Region,
  known: Known = new Map(),
): Float32Array {
  const { kinds, sample } = source;
  const mask = new Float32Array(region.outWidth * region.outHeight);
  const photo: MarkPhoto = {
    sample,
    cover: (other, part) => coverageOf(other, source, part, known),
  };
  for (const [n, { kind, mode, data }] of area.marks.entries()) {
    const rasteriser = kinds.marks.get(kind)!;
    // The first one covers what it covers: there is nothing before it.
    const isAlone = n === 0 && mode === 'add' && !rasteriser.weigh;
    const layer = isAlone ? mask : new Float32Array(mask.length);
    rasteriser.rasterise(data, region, layer, photo);
    if (isAlone) continue;
    if (rasteriser.weigh) {
      const weight = new Float32Array(mask.length);
      rasteriser.weigh(data, region, weight, photo);
      for (let i = 0; i < mask.length; i++)
        mask[i]! += weight[i]! * ((mode === 'remove' ? 1 - layer[i]! : layer[i]!) - mask[i]!);
    } else if (mode === 'add')
      for (let i = 0; i < mask.length; i++) mask[i] = 1 - (1 - mask[i]!) * (1 - layer[i]!);
    else if (mode === 'remove') for (let i = 0; i < mask.length; i++) mask[i]! *= 1 - layer[i]!;
    else for (let i = 0; i < mask.length; i++) mask[i]! *= layer[i]!;
  }
  return mask;
}

function bakedCoverage(baked: Plate, region: Region, sample: Sampler): Coverage8Raster {
  const { outWidth: width, outHeight: height } = region;
  return { space: 'coverage8', width, height, data: plateCoverage(baked, region, sample) };
}
