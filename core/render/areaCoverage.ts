import type { EdgeCare } from '../document/schema';
import { maskDropSpecks, maskLevels, maskSmooth } from '../raster/maskCare';
import { maskGrow } from '../raster/maskGrow';
import { maskSoften } from '../raster/maskSoften';
import { rasterisePlate } from '../raster/plate';
import type { Plate } from '../raster/plate';
import { NOWHERE, boundsOfAll, boundsOfRegion, growBounds, padRegion, regionScale, subRegion, touchedPixels } from '../raster/raster';
import type { Bounds, Coverage8Raster, LinearRaster, Region } from '../raster/raster';
import type { RenderKinds } from './kinds';
import type { ResolvedArea } from './resolved';

/** Gives the photo's own pixels of a region. */
export type Sampler = (region: Region) => LinearRaster;

/**
 * Coverage of an area over a region: its marks in order, then edge care. Edge care looks beyond the
 * region, so that pieces of a picture fit together. Only where the area may be is anything computed.
 * @param sample gives the photo's own pixels of a region
 */
export function areaCoverage(area: ResolvedArea, kinds: RenderKinds, region: Region, sample: Sampler): Coverage8Raster {
  if (area.baked) return bakedCoverage(area.baked, region, sample);
  const { outWidth: width, outHeight: height } = region, data = new Uint8Array(width * height);
  const { column, row, columns, rows } = touchedPixels(region, areaBounds(area, kinds) ?? { left: -Infinity, top: -Infinity, right: Infinity, bottom: Infinity });
  if (columns === 0 || rows === 0) return { space: 'coverage8', width, height, data };
  const mask = caredFor(area, kinds, sample, subRegion(region, column, row, columns, rows));
  for (let line = 0, i = 0; line < rows; line++) {
    for (let o = (row + line) * width + column, end = o + columns; o < end; o++) data[o] = Math.round(255 * Math.min(1, Math.max(0, mask[i++]!)));
  }
  return { space: 'coverage8', width, height, data };
}

/** The rectangle beyond which an area covers nothing; undefined when it may cover anything. */
export function areaBounds({ marks, inverted, edgeCare, baked }: ResolvedArea, kinds: RenderKinds): Bounds | undefined {
  if (baked) return boundsOfRegion(baked.region);
  const bounds = marks.filter(({ mode }) => mode === 'add').map(({ kind, data }) => kinds.marks.get(kind)!.bounds(data));
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

/** Marks, then edge care in the order in which its fields stand: specks, smooth, grow, soften, floor and ceiling. */
function caredFor(area: ResolvedArea, kinds: RenderKinds, sample: Sampler, region: Region): Float32Array {
  const { edgeCare, inverted } = area, scale = regionScale(region), margin = Math.ceil(careReach(edgeCare) * scale), padded = margin > 0 ? padRegion(region, margin) : region;
  const { outWidth: width, outHeight: height } = padded;
  let mask = combineMarks(area, kinds, sample, padded);
  if (inverted) mask = mask.map((value) => 1 - value);
  if (edgeCare.specks > 0) mask = maskDropSpecks(mask, width, height, edgeCare.specks * scale);
  if (edgeCare.smooth > 0) maskSmooth(mask, width, height, edgeCare.smooth * scale);
  if (edgeCare.grow !== 0) mask = maskGrow(mask, width, height, edgeCare.grow * scale);
  maskSoften(mask, width, height, edgeCare.soften * scale);
  maskLevels(mask, edgeCare.floor, edgeCare.ceiling);
  if (margin === 0) return mask;
  const out = new Float32Array(region.outWidth * region.outHeight);
  for (let row = 0; row < region.outHeight; row++) {
    const start = (row + margin) * width + margin;
    out.set(mask.subarray(start, start + region.outWidth), row * region.outWidth);
  }
  return out;
}

/** What the marks of an area cover, without edge care, 0..1 per result pixel. */
export function combineMarks(area: Pick<ResolvedArea, 'marks'>, kinds: RenderKinds, sample: Sampler, region: Region): Float32Array {
  const mask = new Float32Array(region.outWidth * region.outHeight);
  const layer = new Float32Array(mask.length), cover = (other: ResolvedArea, part: Region) => areaCoverage(other, kinds, part, sample);
  for (const { kind, mode, data } of area.marks) {
    const { rasterise, weigh } = kinds.marks.get(kind)!;
    layer.fill(0);
    rasterise(data, region, sample, layer, cover);
    if (weigh) {
      const weight = new Float32Array(mask.length);
      weigh(data, region, sample, weight);
      for (let i = 0; i < mask.length; i++) mask[i]! += weight[i]! * ((mode === 'remove' ? 1 - layer[i]! : layer[i]!) - mask[i]!);
    } else if (mode === 'add') for (let i = 0; i < mask.length; i++) mask[i] = 1 - (1 - mask[i]!) * (1 - layer[i]!);
    else if (mode === 'remove') for (let i = 0; i < mask.length; i++) mask[i]! *= 1 - layer[i]!;
    else for (let i = 0; i < mask.length; i++) mask[i]! *= layer[i]!;
  }
  return mask;
}

function bakedCoverage(baked: Plate, region: Region, sample: Sampler): Coverage8Raster {
  const mask = new Float32Array(region.outWidth * region.outHeight);
  rasterisePlate(baked, region, sample, mask);
  return { space: 'coverage8', width: region.outWidth, height: region.outHeight, data: Uint8Array.from(mask, (value) => Math.round(255 * value)) };
}
