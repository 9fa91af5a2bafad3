import type { Pyramid } from '../raster/pyramid';
import { boundsOfPoints } from '../raster/raster';
import type { LinearRaster, Region } from '../raster/raster';
import { sampleRegion } from '../raster/sampleRegion';
import type { LandmarkPoint } from './faceLandmarks';
import { oklabOf } from './headGrid';
import { resizePlane } from './planes';

/** A small part of a face at a size that is enough to see its edges. */
export interface FeatureWindow {
  readonly region: Region;
  readonly source: LinearRaster;
  /** interleaved L, a, b */
  readonly oklab: Float32Array;
  /** window pixels per pixel of the photo */
  readonly scale: number;
}

/**
 * @param points of the photo that the window must hold
 * @param margin beyond them, in pixels of the photo
 * @param longSide of the window at most
 * @param mostEnlarged how far a small part of the photo is enlarged towards that
 */
export function featureWindow(
  pyramid: Pyramid,
  points: readonly LandmarkPoint[],
  {
    margin,
    longSide,
    mostEnlarged = 1,
  }: { readonly margin: number; readonly longSide: number; readonly mostEnlarged?: number },
): FeatureWindow | undefined {
  const bounds = boundsOfPoints(points, margin);
  const x = Math.max(0, Math.floor(bounds.left));
  const y = Math.max(0, Math.floor(bounds.top));
  const width = Math.min(pyramid.width, Math.ceil(bounds.right)) - x;
  const height = Math.min(pyramid.height, Math.ceil(bounds.bottom)) - y;
  if (width < 4 || height < 4) return undefined;
  const scale = Math.min(mostEnlarged, longSide / Math.max(width, height));
  const region = {
    x,
    y,
    width,
    height,
    outWidth: Math.max(2, Math.round(width * scale)),
    outHeight: Math.max(2, Math.round(height * scale)),
  };
  const source = scale > 1 ? enlarged(pyramid, region) : sampleRegion(pyramid, region);
  return { region, source, oklab: oklabOf(source), scale: region.outWidth / width };
}

/** A region at more than the photo's size, bilinear: outlines in it do not follow the photo's pixels. */
function enlarged(pyramid: Pyramid, region: Region): LinearRaster {
  const { width, height, outWidth, outHeight } = region;
  const source = sampleRegion(pyramid, { ...region, outWidth: width, outHeight: height });
  const data = new Float32Array(3 * outWidth * outHeight);
  for (let channel = 0; channel < 3; channel++) {
    const plane = new Float32Array(width * height);
    for (let i = 0; i < plane.length; i++) plane[i] = source.data[3 * i + channel]!;
    const larger = resizePlane(plane, { width, height, newWidth: outWidth, newHeight: outHeight });
    for (let i = 0; i < larger.length; i++) data[3 * i + channel] = larger[i]!;
  }
  return { space: 'srgbLinear', width: outWidth, height: outHeight, data };
}

/** Points of the photo in pixels of a window. */
export function toWindow(
  { region, scale }: Pick<FeatureWindow, 'region' | 'scale'>,
  points: readonly LandmarkPoint[],
): LandmarkPoint[] {
  return points.map(([x, y]) => [(x - region.x) * scale, (y - region.y) * scale]);
}
