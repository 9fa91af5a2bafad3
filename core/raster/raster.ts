import type { SrgbMatrix } from '../colour/adaptation';
import { lightOfBytes } from '../colour/rgbSpace';
import type { ChannelLight, RgbSpace } from '../colour/rgbSpace';
import { SRGB8_TO_LINEAR } from '../colour/transfer';

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

/**
 * Interleaved red, green, blue, opaque alpha in the codes of a space of the photo's own: 8 or 16 bits, light by
 * code, primaries.
 */
export interface DeepRaster {
  readonly space: 'deep';
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint8ClampedArray | Uint16Array;
  readonly colours: RgbSpace;
}

/** A photo as it was decoded. */
export type PhotoRaster = Srgb8Raster | DeepRaster;

/** How a photo's codes are read. */
export interface PhotoCodes {
  /** by red, green and blue code */
  readonly light: ChannelLight;
  /** undefined where the primaries are those of sRGB */
  readonly toSrgb: SrgbMatrix | undefined;
}

const SRGB8_CODES: PhotoCodes = {
  light: [SRGB8_TO_LINEAR, SRGB8_TO_LINEAR, SRGB8_TO_LINEAR],
  toSrgb: undefined,
};

/** Light and primaries behind the codes of a photo. */
export function codesOf(photo: PhotoRaster): PhotoCodes {
  if (photo.space === 'srgb8') return SRGB8_CODES;
  const { light, toSrgb } = photo.colours;
  const isDeep = photo.data.BYTES_PER_ELEMENT === 2;
  return { light: isDeep ? light : (light.map(lightOfBytes) as unknown as ChannelLight), toSrgb };
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
  return {
    x: 0,
    y: 0,
    width,
    height,
    outWidth: Math.max(1, Math.round(width * scale)),
    outHeight: Math.max(1, Math.round(height * scale)),
  };
}

/** A region grown by whole result pixels on every side; it may reach beyond the photo. */
export function padRegion(region: Region, outPixels: number): Region {
  const across = (region.width / region.outWidth) * outPixels;
  const down = (region.height / region.outHeight) * outPixels;
  return {
    x: region.x - across,
    y: region.y - down,
    width: region.width + 2 * across,
    height: region.height + 2 * down,
    outWidth: region.outWidth + 2 * outPixels,
    outHeight: region.outHeight + 2 * outPixels,
  };
}

/** A rectangle of the photo, in its pixels. */
export interface Bounds {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** The rectangle that holds nothing. */
export const NOWHERE: Bounds = { left: 0, top: 0, right: 0, bottom: 0 };

/** The rectangle that a region is. */
export function boundsOfRegion({ x, y, width, height }: Region): Bounds {
  return { left: x, top: y, right: x + width, bottom: y + height };
}

/** The rectangle around points; `reach` beyond them on every side. */
export function boundsOfPoints(
  points: readonly (readonly [number, number, ...unknown[]])[],
  reach = 0,
): Bounds {
  return points.reduce<Bounds>(
    ({ left, top, right, bottom }, [x, y]) => ({
      left: Math.min(left, x - reach),
      top: Math.min(top, y - reach),
      right: Math.max(right, x + reach),
      bottom: Math.max(bottom, y + reach),
    }),
    { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity },
  );
}

/** The smallest rectangle that holds all of them; undefined for none. */
export function boundsOfAll(all: readonly Bounds[]): Bounds | undefined {
  if (all.length === 0) return undefined;
  const most = (of: (bounds: Bounds) => number) =>
    all.reduce((sum, bounds) => Math.max(sum, of(bounds)), -Infinity);
  return {
    left: -most(({ left }) => -left),
    top: -most(({ top }) => -top),
    right: most(({ right }) => right),
    bottom: most(({ bottom }) => bottom),
  };
}

/** A rectangle grown on every side. @param by pixels of the photo */
export function growBounds({ left, top, right, bottom }: Bounds, by: number): Bounds {
  return { left: left - by, top: top - by, right: right + by, bottom: bottom + by };
}

/** The whole result pixels of a region that a rectangle touches; none when a count is 0. */
export function touchedPixels(
  region: Region,
  { left, top, right, bottom }: Bounds,
): { readonly column: number; readonly row: number; readonly columns: number; readonly rows: number } {
  const across = region.outWidth / region.width;
  const down = region.outHeight / region.height;
  const column = Math.max(0, Math.floor((left - region.x) * across));
  const row = Math.max(0, Math.floor((top - region.y) * down));
  return {
    column,
    row,
    columns: Math.max(0, Math.min(region.outWidth, Math.ceil((right - region.x) * across)) - column),
    rows: Math.max(0, Math.min(region.outHeight, Math.ceil((bottom - region.y) * down)) - row),
  };
}

/** Whole result pixels of a region as a region of their own. */
export function subRegion(
  region: Region,
  {
    column,
    row,
    columns,
    rows,
  }: { readonly column: number; readonly row: number; readonly columns: number; readonly rows: number },
): Region {
  const across = region.width / region.outWidth;
  const down = region.height / region.outHeight;
  return {
    x: region.x + column * across,
    y: region.y + row * down,
    width: columns * across,
    height: rows * down,
    outWidth: columns,
    outHeight: rows,
  };
}

/**
 * One axis of a region: where it begins and how long it is, pixels of the photo, and into how many pixels it
 * is divided.
 */
export interface PixelRun {
  readonly start: number;
  readonly length: number;
  readonly count: number;
}

/** The region of some columns and rows. */
export function regionOfRuns(across: PixelRun, down: PixelRun): Region {
  return {
    x: across.start,
    y: down.start,
    width: across.length,
    height: down.length,
    outWidth: across.count,
    outHeight: down.count,
  };
}

/** The columns of a region. */
export function acrossOf({ x, width, outWidth }: Region): PixelRun {
  return { start: x, length: width, count: outWidth };
}

/** The rows of a region. */
export function downOf({ y, height, outHeight }: Region): PixelRun {
  return { start: y, length: height, count: outHeight };
}

/** The middle of a pixel of a region, in pixels of the photo. */
export function pixelCentre(region: Region, column: number, row: number): readonly [number, number] {
  return [
    region.x + ((column + 0.5) * region.width) / region.outWidth,
    region.y + ((row + 0.5) * region.height) / region.outHeight,
  ];
}

/** The pixel of a region at a point of the photo; undefined beyond it. */
export function pixelAt(region: Region, [x, y]: readonly [number, number]): number | undefined {
  const column = Math.floor(((x - region.x) * region.outWidth) / region.width);
  const row = Math.floor(((y - region.y) * region.outHeight) / region.height);
  const isInside = column >= 0 && row >= 0 && column < region.outWidth && row < region.outHeight;
  return isInside ? row * region.outWidth + column : undefined;
}

/** In which column of a region each column of another one lies; -1 beyond it. */
export function columnsIn({ x, width, outWidth }: Region, of: Region): Int32Array {
  return Int32Array.from({ length: of.outWidth }, (_, column) => {
    const at = Math.floor(((pixelCentre(of, column, 0)[0] - x) * outWidth) / width);
    return at >= 0 && at < outWidth ? at : -1;
  });
}

/** Where the row of a region begins in which a row of another one lies; -1 beyond it. */
export function rowIn({ y, height, outWidth, outHeight }: Region, of: Region, row: number): number {
  const at = Math.floor(((pixelCentre(of, 0, row)[1] - y) * outHeight) / height);
  return at >= 0 && at < outHeight ? at * outWidth : -1;
}
