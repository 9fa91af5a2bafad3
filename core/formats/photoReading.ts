import type { RgbSpace } from '../colour/rgbSpace';
import { rec2020Space, srgbSpace } from '../colour/rgbSpace';
import type { DeepRaster, PhotoRaster } from '../raster/raster';
import type { Pixels } from '../raster/turnUpright';
import { isSrgbSpace, readRgbProfile } from './iccProfile';
import { inspectPhotoFile } from './inspectPhotoFile';
import type { PhotoFileFacts } from './inspectPhotoFile';
import { readExtras } from './photoExtras';
import { readPngColour } from './pngColour';

/** How a photo's file is to be decoded. */
export interface PhotoReading {
  readonly facts: PhotoFileFacts;
  /** the file without the colour tags that decoders disagree about */
  readonly file: Uint8Array;
  /** what the decoded codes mean; undefined where the decoder itself is to convert them to sRGB */
  readonly colours: RgbSpace | undefined;
  /**
   * who decodes it: the core, the same in every host (16 bits, TIFF), the host, or a decoder of its own (a
   * camera's file is developed, and hosts know no JPEG XL)
   */
  readonly by: 'core' | 'host' | 'raw' | 'jxl';
  /** a profile that the core does not follow, for a file that it decodes: an engine converts to Rec. 2020 */
  readonly profile?: Uint8Array;
}

/**
 * Looks at a photo's file before it is decoded. A profile of curves and a matrix is followed here, so that
 * nothing of a wide gamut is lost; one with tables, or of four inks, is left to a colour engine where the core
 * decodes, and else to the decoder, as is all that an AVIF says of its colours.
 * @throws {PhotoFileError} with the reason
 */
export function readPhoto(name: string, bytes: Uint8Array): PhotoReading {
  const facts = inspectPhotoFile(name, bytes);
  if (facts.type === 'image/x-raw') return { facts, file: bytes, colours: rec2020Space(), by: 'raw' };
  // Its decoder converts to sRGB.
  if (facts.type === 'image/jxl') return { facts, file: bytes, colours: srgbSpace(), by: 'jxl' };
  const png = readPngColour(bytes);
  const isDeep = facts.type === 'image/tiff' || (facts.type === 'image/png' && facts.depth === 16);
  const by = isDeep ? 'core' : 'host';
  const file = png?.file ?? bytes;
  const { icc } = readExtras(file);
  if (isDeep && icc && !png?.colour && !readRgbProfile(icc))
    return { facts, file, colours: rec2020Space(), by, profile: icc };
  return { facts, file, colours: png?.colour ?? coloursOf(icc, facts), by };
}

function coloursOf(icc: Uint8Array | undefined, { type }: PhotoFileFacts): RgbSpace | undefined {
  if (type === 'image/avif') return undefined;
  if (!icc) return srgbSpace();
  const space = readRgbProfile(icc);
  // What the decoder is to convert.
  if (!space) return undefined;
  return isSrgbSpace(space) ? srgbSpace() : space;
}

/** Whether codes of 8 bits are those of sRGB. */
export function isSeenAsSrgb({ colours }: Pick<PhotoReading, 'colours'>): boolean {
  return !colours || colours === srgbSpace();
}

/** Decoded pixels as a photo. @param colours undefined where they were converted to sRGB */
export function photoRaster({ width, height, data }: Pixels, colours: RgbSpace | undefined): PhotoRaster {
  const isBytes = data.BYTES_PER_ELEMENT === 1;
  if (isBytes && isSeenAsSrgb({ colours }))
    return { space: 'srgb8', width, height, data: data as Uint8Array };
  return { space: 'deep', width, height, data: data as DeepRaster['data'], colours: colours ?? srgbSpace() };
}
