import { RgbEncoder, displayP3Space, srgbSpace } from '../colour/rgbSpace';
import type { RgbSpace, WrittenSpace } from '../colour/rgbSpace';
import type { Pyramid } from '../raster/pyramid';
import { acrossOf, downOf } from '../raster/raster';
import type { LinearRaster, Region } from '../raster/raster';
import { shrink, shrinkReach } from '../raster/shrink';
import { strips } from '../raster/strips';
import { encodePixels } from './encodePixels';
import type { RegionRenderer } from './regionRenderer';
import type { ResolvedPlan } from './resolved';

/** How pixels are written down. */
export interface CodedTarget {
  readonly space: WrittenSpace;
  /** bits of a channel */
  readonly depth: 8 | 16;
  /** red, green, blue, and opaque opacity where it is four */
  readonly channels: 3 | 4;
}

/** The space of a photo's own numbers. */
export function spaceOfPhoto({ levels: [photo] }: Pyramid): RgbSpace {
  return photo!.space === 'deep' ? photo!.colours : srgbSpace();
}

/** The space that is meant. */
export function writtenSpace(space: WrittenSpace, pyramid: Pyramid): RgbSpace {
  if (space === 'own') return spaceOfPhoto(pyramid);
  return space === 'srgb' ? srgbSpace() : displayP3Space();
}

/** The size of a photo within a long edge; never larger than it is. @param longEdge pixels */
export function sizeWithin(
  { width, height }: { readonly width: number; readonly height: number },
  longEdge = Infinity,
): { readonly width: number; readonly height: number } {
  const scale = Math.min(1, longEdge / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
}

/**
 * The whole of a photo at a size, in full-width strips.
 * @param photo its size, pixels
 * @param out the size that is written
 * @param mostPixels of the photo in one strip
 */
export function* codedStrips(
  photo: { readonly width: number; readonly height: number },
  out: { readonly width: number; readonly height: number },
  mostPixels: number,
): Generator<Region> {
  const [across, down] = [photo.width / out.width, photo.height / out.height];
  for (const strip of strips(out.width, out.height, mostPixels / (across * down)))
    yield { ...strip, y: strip.y * down, width: photo.width, height: strip.outHeight * down };
}

/**
 * A region with a plan as codes for a file. At the photo's own size, in its own space and depth, what no step
 * changed keeps its numbers to the bit. Smaller, it is rendered at full size first and then made smaller.
 */
export function renderCoded(
  renderer: RegionRenderer,
  plan: ResolvedPlan,
  region: Region,
  target: CodedTarget,
): Uint8Array | Uint16Array {
  const isWhole = region.outWidth === region.width && region.outHeight === region.height;
  const pixels = isWhole ? renderer.renderSeen(plan, region) : renderSmaller(renderer, plan, region);
  const { depth, channels } = target;
  const space = writtenSpace(target.space, renderer.pyramid);
  const count = region.outWidth * region.outHeight;
  const out = depth === 16 ? new Uint16Array(count * channels) : new Uint8Array(count * channels);
  // The same codes as are seen on the screen.
  if (out instanceof Uint8Array && space === srgbSpace()) encodePixels(pixels.data, out, 0, channels);
  else new RgbEncoder(space, depth).encode(pixels.data, out, channels);
  if (isWhole && space === spaceOfPhoto(renderer.pyramid))
    keepCodes(renderer, region, pixels, { out, channels });
  return out;
}

/** Puts the photo's own codes where a pixel came out as it went in. */
function keepCodes(
  renderer: RegionRenderer,
  region: Region,
  { data }: LinearRaster,
  { out, channels }: { readonly out: Uint8Array | Uint16Array; readonly channels: 3 | 4 },
): void {
  const photo = renderer.pyramid.levels[0]!;
  if (photo.data.BYTES_PER_ELEMENT !== out.BYTES_PER_ELEMENT) return;
  const source = renderer.source(region).data;
  const first = region.y * photo.width * 4;
  for (let p = 0, o = 0, s = first; p < data.length; p += 3, o += channels, s += 4) {
    if (data[p] !== source[p] || data[p + 1] !== source[p + 1] || data[p + 2] !== source[p + 2]) continue;
    out[o] = photo.data[s]!;
    out[o + 1] = photo.data[s + 1]!;
    out[o + 2] = photo.data[s + 2]!;
  }
}

function renderSmaller(renderer: RegionRenderer, plan: ResolvedPlan, region: Region): LinearRaster {
  const { height: photoHeight } = renderer.pyramid;
  const reach = shrinkReach(region.height / region.outHeight);
  const top = Math.max(0, Math.floor(region.y) - reach);
  const bottom = Math.min(photoHeight, Math.ceil(region.y + region.height) + reach);
  const whole = {
    x: region.x,
    y: top,
    width: region.width,
    height: bottom - top,
    outWidth: region.width,
    outHeight: bottom - top,
  };
  const source = renderer.renderSeen(plan, whole);
  return shrink(source, { left: region.x, top }, acrossOf(region), downOf(region));
}
