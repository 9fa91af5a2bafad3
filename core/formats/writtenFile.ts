import { z } from 'zod';
import { WRITTEN_SPACES, srgbSpace } from '../colour/rgbSpace';
import type { RgbSpace, WrittenSpace } from '../colour/rgbSpace';
import { KEPT_METADATA, keepIptc, keepXmp, writeExif } from './exif';
import type { KeptMetadata } from './exif';
import { isSrgbSpace, readRgbProfile, writeRgbProfile } from './iccProfile';
import { LONGEST_SIDE } from './inspectPhotoFile';
import type { PhotoExtras } from './photoExtras';
import { jpegWithExtras, pngWithExtras, webpWithExtras } from './placeExtras';

/** The kinds of file that a photo is written as. */
export const WRITTEN_FORMATS = ['jpeg', 'png', 'png16', 'tiff16', 'webp', 'avif'] as const;
/** One of them. */
export type WrittenFormat = (typeof WRITTEN_FORMATS)[number];

/** What a kind of file is and can hold. */
export interface FormatFacts {
  readonly name: string;
  readonly ending: string;
  readonly type: string;
  readonly depth: 8 | 16;
  /** whether it has a quality, 1 to 100 */
  readonly hasQuality: boolean;
  /** whether profile and metadata are written into it */
  readonly holdsExtras: boolean;
}

/** By the name of the format. */
export const FORMAT_FACTS: Readonly<Record<WrittenFormat, FormatFacts>> = {
  jpeg: {
    name: 'JPEG',
    ending: 'jpg',
    type: 'image/jpeg',
    depth: 8,
    hasQuality: true,
    holdsExtras: true,
  },
  png: { name: 'PNG', ending: 'png', type: 'image/png', depth: 8, hasQuality: false, holdsExtras: true },
  png16: {
    name: 'PNG, 16 bits',
    ending: 'png',
    type: 'image/png',
    depth: 16,
    hasQuality: false,
    holdsExtras: true,
  },
  tiff16: {
    name: 'TIFF, 16 bits',
    ending: 'tiff',
    type: 'image/tiff',
    depth: 16,
    hasQuality: false,
    holdsExtras: true,
  },
  webp: { name: 'WebP', ending: 'webp', type: 'image/webp', depth: 8, hasQuality: true, holdsExtras: true },
  avif: { name: 'AVIF', ending: 'avif', type: 'image/avif', depth: 8, hasQuality: true, holdsExtras: false },
};

/** How a photo is written, as it is kept and typed. */
export const writtenAsSchema = z.strictObject({
  format: z.enum(WRITTEN_FORMATS),
  quality: z.number().int().min(1).max(100),
  fullChroma: z.boolean(),
  space: z.enum(WRITTEN_SPACES),
  metadata: z.enum(KEPT_METADATA),
  longEdge: z.number().int().min(1).max(LONGEST_SIDE).optional(),
});

/** How a photo is written. */
export interface WrittenAs {
  readonly format: WrittenFormat;
  /** 1 to 100 */
  readonly quality: number;
  /** whether a JPEG keeps colour as fine as lightness */
  readonly fullChroma: boolean;
  readonly space: WrittenSpace;
  readonly metadata: KeptMetadata;
  /** pixels; undefined for the photo's own size */
  readonly longEdge?: number | undefined;
}

/** How a photo is written unless something else is asked for. */
export const WRITTEN_BY_DEFAULT: WrittenAs = {
  format: 'jpeg',
  quality: 92,
  fullChroma: true,
  space: 'own',
  metadata: KEPT_METADATA[0],
};

/** The space that a file can be written in: one without a profile is sRGB to whoever opens it. */
export function spaceFor({ format, space }: Pick<WrittenAs, 'format' | 'space'>): WrittenSpace {
  return FORMAT_FACTS[format].holdsExtras ? space : 'srgb';
}

/**
 * Profile and metadata of a written file.
 * @param own what the photo's file says
 * @param written the space of the written numbers
 */
export function writtenExtras(
  own: PhotoExtras,
  written: RgbSpace,
  { space, metadata }: Pick<WrittenAs, 'space' | 'metadata'>,
  size: { readonly width: number; readonly height: number },
): PhotoExtras {
  const ownSpace = own.icc && readRgbProfile(own.icc);
  const isOwn =
    space === 'own' && ownSpace !== undefined && (written !== srgbSpace() || isSrgbSpace(ownSpace));
  return {
    icc: isOwn ? own.icc : writeRgbProfile(written),
    exif: writeExif(own.exif, metadata, { ...size, isSrgb: written === srgbSpace() }),
    xmp: keepXmp(own.xmp, metadata),
    iptc: keepIptc(own.iptc, metadata),
  };
}

/** A file that an encoder wrote, with profile and metadata put in. */
export function placeExtras(
  file: Uint8Array,
  format: WrittenFormat,
  extras: PhotoExtras,
  size: { readonly width: number; readonly height: number },
): Uint8Array<ArrayBuffer> {
  if (format === 'jpeg') return jpegWithExtras(file, extras);
  if (format === 'webp') return webpWithExtras(file, extras, size);
  return format === 'png' || format === 'png16' ? pngWithExtras(file, extras) : file.slice();
}
