import { RegionRenderer } from '#core/render/regionRenderer';
import type { ResolvedPlan } from '#core/render/resolved';
import type { Coverage8Raster, Region } from '#core/raster/raster';
import { KINDS } from '#kinds/registry.gen';
import type { CoverageLook, RenderExchanges } from './protocol';
import { serve } from './serve';

let renderer: RegionRenderer | undefined;

function current(): RegionRenderer {
  if (!renderer) throw new RangeError('no photo is in use');
  return renderer;
}

serve<RenderExchanges>({
  use: ({ pyramid }) => void (renderer = new RegionRenderer(pyramid, KINDS)),
  learn: ({ areas, keep }) => {
    for (const area of areas) current().learnArea(area);
    current().keepAreas(new Set(keep));
    return undefined;
  },
  picture: ({ plan, region }) => createImageBitmap(new ImageData(pixelsOf(plan, region), region.outWidth, region.outHeight)),
  coverage: ({ areaKey, region, look }) => {
    const drawn = drawCoverage(current().coverage(areaKey, region), region, look);
    return createImageBitmap(new ImageData(drawn, region.outWidth, region.outHeight));
  },
  strip: ({ plan, region }) => pixelsOf(plan, region),
});

function pixelsOf(plan: ResolvedPlan, region: Region): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(region.outWidth * region.outHeight * 4);
  current().renderEncoded(plan, region, out);
  return out;
}

const HATCH_PERIOD = 9, HATCH_WIDTH = 2.2;

/** A hatch that lies still on the photo, or coverage as grey. */
function drawCoverage({ width, height, data }: Coverage8Raster, region: Region, look: CoverageLook): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(width * height * 4);
  const firstColumn = Math.round(region.x * (region.outWidth / region.width)), firstRow = Math.round(region.y * (region.outHeight / region.height));
  for (let row = 0, i = 0; row < height; row++) {
    for (let column = 0; column < width; column++, i++) {
      const o = 4 * i, value = data[i]!;
      if (look.style === 'grey') {
        out[o] = out[o + 1] = out[o + 2] = value;
        out[o + 3] = 255;
        continue;
      }
      const beside = (column > 0 && (data[i - 1]! > 127) !== (value > 127)) || (row > 0 && (data[i - width]! > 127) !== (value > 127));
      const line = (firstColumn + column + firstRow + row) % HATCH_PERIOD;
      const ink = beside ? 230 : line < HATCH_WIDTH ? 0.62 * value : 0.06 * value;
      if (ink === 0) continue;
      out[o] = look.rgb[0];
      out[o + 1] = look.rgb[1];
      out[o + 2] = look.rgb[2];
      out[o + 3] = ink;
    }
  }
  return out;
}
