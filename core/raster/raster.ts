/** Interleaved red, green, blue in linear light, sRGB primaries, unbounded. */
export interface LinearRaster {
  readonly space: 'srgbLinear';
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** Interleaved red, green, blue, opaque alpha as 8-bit sRGB. */
export interface Srgb8Raster {
  readonly space: 'srgb8';
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint8ClampedArray;
}

/** Coverage of an area, 0 to 255 for 0 to 1. */
export interface Coverage8Raster {
  readonly space: 'coverage8';
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/**
 * A rectangle of the photo and the size at which it is wanted.
 * x, y, width, height in pixels of the upright full photo; outWidth / width is the scale, at most 1.
 */
export interface Region {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly outWidth: number;
  readonly outHeight: number;
}

/** Pixels of the result per pixel of the photo. */
export function regionScale(region: Region): number {
  return region.outWidth / region.width;
}

/** The whole of a photo, fitted into a long side; never enlarged. */
export function wholeRegion(width: number, height: number, longSide = Infinity): Region {
  const scale = Math.min(1, longSide / Math.max(width, height));
  return { x: 0, y: 0, width, height, outWidth: Math.max(1, Math.round(width * scale)), outHeight: Math.max(1, Math.round(height * scale)) };
}

/** A region grown by whole result pixels on every side; it may reach beyond the photo. */
export function padRegion(region: Region, outPixels: number): Region {
  const across = (region.width / region.outWidth) * outPixels, down = (region.height / region.outHeight) * outPixels;
  return {
    x: region.x - across, y: region.y - down, width: region.width + 2 * across, height: region.height + 2 * down,
    outWidth: region.outWidth + 2 * outPixels, outHeight: region.outHeight + 2 * outPixels,
  };
}
