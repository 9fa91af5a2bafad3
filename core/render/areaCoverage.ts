import { maskGrow } from '../raster/maskGrow';
import { maskSoften } from '../raster/maskSoften';
import type { Pyramid } from '../raster/pyramid';
import { padRegion, regionScale } from '../raster/raster';
import type { Coverage8Raster, LinearRaster, Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import type { RenderKinds } from './kinds';
import type { ResolvedArea } from './resolved';

/**
 * Coverage of an area over a region: its marks in order, then edge care. Edge care looks beyond the
 * region, so that pieces of a picture fit together.
 * @param source the photo's own pixels of the region
 */
export function areaCoverage(area: ResolvedArea, kinds: RenderKinds, pyramid: Pyramid, region: Region, source: LinearRaster): Coverage8Raster {
  if (area.baked) return bakedCoverage(area.baked, pyramid, region);
  const scale = regionScale(region), grow = area.edgeCare.grow * scale, soften = area.edgeCare.soften * scale;
  const margin = Math.ceil(Math.abs(grow) + 3 * soften);
  const padded = margin > 0 ? padRegion(region, margin) : region;
  let mask = combineMarks(area, kinds, padded, margin > 0 ? sampleRegion(pyramid, padded) : source);
  if (grow !== 0) mask = maskGrow(mask, padded.outWidth, padded.outHeight, grow);
  maskSoften(mask, padded.outWidth, padded.outHeight, soften);
  const data = new Uint8Array(region.outWidth * region.outHeight);
  for (let row = 0, o = 0; row < region.outHeight; row++) {
    let p = (row + margin) * padded.outWidth + margin;
    for (let column = 0; column < region.outWidth; column++) data[o++] = Math.round(255 * Math.min(1, Math.max(0, mask[p++]!)));
  }
  return { space: 'coverage8', width: region.outWidth, height: region.outHeight, data };
}

function combineMarks(area: ResolvedArea, kinds: RenderKinds, region: Region, source: LinearRaster): Float32Array {
  const mask = new Float32Array(region.outWidth * region.outHeight);
  const layer = new Float32Array(mask.length);
  for (const { kind, mode, data } of area.marks) {
    layer.fill(0);
    kinds.marks.get(kind)!.rasterise(data, region, source, layer);
    if (mode === 'add') for (let i = 0; i < mask.length; i++) mask[i] = 1 - (1 - mask[i]!) * (1 - layer[i]!);
    else if (mode === 'remove') for (let i = 0; i < mask.length; i++) mask[i]! *= 1 - layer[i]!;
    else for (let i = 0; i < mask.length; i++) mask[i]! *= layer[i]!;
  }
  return mask;
}

/** Ready-made coverage at full size, or its mean over each result pixel's middle when the region is smaller. */
function bakedCoverage(baked: Uint8Array, { width, height }: Pyramid, region: Region): Coverage8Raster {
  const { outWidth, outHeight } = region, data = new Uint8Array(outWidth * outHeight);
  const stepX = region.width / outWidth, stepY = region.height / outHeight;
  for (let row = 0; row < outHeight; row++) {
    const top = Math.round(region.y + row * stepY), bottom = Math.max(top + 1, Math.round(region.y + (row + 1) * stepY));
    for (let column = 0; column < outWidth; column++) {
      const left = Math.round(region.x + column * stepX), right = Math.max(left + 1, Math.round(region.x + (column + 1) * stepX));
      let sum = 0, count = 0;
      for (let y = Math.max(0, top); y < Math.min(height, bottom); y++) {
        for (let x = Math.max(0, left); x < Math.min(width, right); x++, count++) sum += baked[y * width + x]!;
      }
      data[row * outWidth + column] = count > 0 ? Math.round(sum / count) : 0;
    }
  }
  return { space: 'coverage8', width: outWidth, height: outHeight, data };
}
