import { PhotoFileError } from '../errors';
import { turnUpright } from '../raster/turnUpright';
import type { Pixels } from '../raster/turnUpright';
import { decodeDeep } from './decodeDeep';
import { developRaw } from './developRaw';
import type { RawDecoder } from './developRaw';
import { orientationOf } from './exif';
import { onWhite } from './onWhite';
import type { Allocate, Samples } from './onWhite';
import { readExtras } from './photoExtras';
import type { PhotoReading } from './photoReading';
import { convertByProfile } from './profileEngine';
import type { ColourEngine } from './profileEngine';

/** A decoder of JPEG XL: sRGB with opacity, 8 bits, upright. */
export interface JxlDecoder {
  decode(bytes: Uint8Array): {
    readonly width: number;
    readonly height: number;
    readonly data: Uint8ClampedArray;
  } | null;
}

/** What a host decodes with: its own decoder, and how it starts those that are the same everywhere. */
export interface PhotoDecoders {
  readonly decode: (reading: PhotoReading) => Promise<Pixels>;
  readonly startRaw: () => Promise<RawDecoder>;
  readonly startJxl: () => Promise<JxlDecoder>;
  readonly startEngine: () => Promise<ColourEngine>;
  readonly allocate: Allocate;
}

/**
 * The pixels of a photo, upright, what is transparent laid on white.
 * @returns interleaved RGBA of 8 or 16 bits, in the colours of the reading
 * @throws {PhotoFileError} undecodable, unsupported or too large
 */
export async function decodePhoto(
  name: string,
  reading: PhotoReading,
  { decode, startRaw, startJxl, startEngine, allocate }: PhotoDecoders,
): Promise<Pixels> {
  const { by, file, profile } = reading;
  if (by === 'host') return settled(name, () => decode(reading));
  if (by === 'raw') {
    const raw = await startRaw();
    return settled(name, () => onWhite(developRaw(name, file, raw), allocate));
  }
  if (by === 'jxl') {
    const jxl = await startJxl();
    return settled(name, () => onWhite(jxlSamples(jxl, file), allocate));
  }
  const convert = profile && convertByProfile(await startEngine(), profile);
  return settled(name, () =>
    turnUpright(onWhite(decodeDeep(name, reading, convert), allocate), orientationOf(readExtras(file).exif)),
  );
}

function jxlSamples(decoder: JxlDecoder, file: Uint8Array): Samples {
  const picture = decoder.decode(file);
  if (!picture) throw new RangeError('no picture');
  const { width, height, data } = picture;
  return { width, height, data: new Uint8Array(data.buffer, data.byteOffset, data.length), channels: 4 };
}

/** Whatever a decoder throws, what is wrong is the file. */
async function settled(name: string, decode: () => Pixels | Promise<Pixels>): Promise<Pixels> {
  try {
    return await decode();
  } catch (error) {
    throw error instanceof PhotoFileError ? error : new PhotoFileError(name, 'undecodable');
  }
}
