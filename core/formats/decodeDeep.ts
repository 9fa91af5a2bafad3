import { decode as decodePngPixels } from 'fast-png';
import { PhotoFileError } from '../errors';
import { turnUpright } from '../raster/turnUpright';
import type { Pixels } from '../raster/turnUpright';
import { orientationOf } from './exif';
import type { PhotoReading } from './photoReading';
import type { ProfileConversion } from './profileEngine';
import { readExtras } from './photoExtras';
import { ADAM7_EXTRA, filterPng, pngPixels } from './pngChunks';
import { refuseBomb } from './refuseBomb';
import { readTiff } from './readTiff';
import type { Samples } from './readTiff';

/**
 * The pixels of a TIFF or of a PNG of 16 bits, upright, what is transparent laid on white.
 * @param convert by the reading's profile, where it has one for an engine
 * @returns interleaved RGBA of 8 or 16 bits
 * @throws {PhotoFileError} undecodable or unsupported
 */
export function decodeDeep(
  name: string,
  { facts, file }: PhotoReading,
  {
    allocate = (bytes) => new Uint8Array(bytes),
    convert,
  }: {
    readonly allocate?: (bytes: number) => Uint8Array;
    readonly convert?: ProfileConversion | undefined;
  } = {},
): Pixels<Uint8Array | Uint16Array> {
  const samples = samplesOf(name, () => {
    const read = facts.type === 'image/tiff' ? readTiff(name, file) : pngSamples(file, facts);
    // What inks look like their profile alone tells.
    if (read.areInks && !convert) throw new PhotoFileError(name, 'unsupported');
    return convert ? convertSamples(read, convert) : read;
  });
  return turnUpright(onWhite(samples, allocate), orientationOf(readExtras(file).exif));
}

/** Samples of 16 bits in Rec. 2020, with their opacity. */
function convertSamples({ data, channels, areInks, ...size }: Samples, convert: ProfileConversion): Samples {
  const scale = data.BYTES_PER_ELEMENT === 2 ? 1 : 257;
  if (areInks) return { ...size, data: convert(scaled(data, scale), 4), channels: 3, areInks: false };
  if (channels < 3) throw new RangeError('a profile of colours on grey');
  const count = data.length / channels;
  const colours = new Uint16Array(3 * count);
  for (let i = 0; i < colours.length; i++) colours[i] = scale * data[Math.floor(i / 3) * channels + (i % 3)]!;
  const converted = convert(colours, 3);
  if (channels === 3) return { ...size, data: converted, channels, areInks };
  const out = scaled(data, scale);
  for (let i = 0; i < converted.length; i++) out[Math.floor(i / 3) * 4 + (i % 3)] = converted[i]!;
  return { ...size, data: out, channels, areInks };
}

function scaled(data: Samples['data'], scale: number): Uint16Array {
  return Uint16Array.from(data, (code) => scale * code);
}

function samplesOf(name: string, decode: () => Samples): Samples {
  try {
    return decode();
  } catch (error) {
    throw error instanceof PhotoFileError ? error : new PhotoFileError(name, 'undecodable');
  }
}

function pngSamples(file: Uint8Array, { width, height }: { width: number; height: number }): Samples {
  const bare = filterPng(file, (type) => /^(?:IHDR|IDAT|IEND|tRNS)$/.test(type));
  // Two bytes for each of four channels at most, and one for each row's filter.
  refuseBomb(pngPixels(bare), height * (8 * width + 1) + 8 * ADAM7_EXTRA * (width + height));
  const { data, channels } = decodePngPixels(bare);
  return { width, height, data: data as Uint16Array, channels, areInks: false };
}

/** One to four samples a pixel as opaque RGBA; the second of two and the fourth of four are opacity. */
function onWhite(
  { width, height, data, channels }: Samples,
  allocate: (bytes: number) => Uint8Array,
): Pixels<Uint8Array | Uint16Array> {
  const count = 4 * width * height;
  const isDeep = data.BYTES_PER_ELEMENT === 2;
  const bytes = allocate(count * data.BYTES_PER_ELEMENT);
  const out = isDeep ? new Uint16Array(bytes.buffer, bytes.byteOffset, count) : bytes;
  const most = isDeep ? 65_535 : 255;
  const colours = channels >= 3 ? 3 : 1;
  for (let i = 0, o = 0; o < count; i += channels, o += 4) {
    const opacity = channels % 2 === 0 ? data[i + colours]! / most : 1;
    for (let c = 0; c < 3; c++) {
      const code = data[i + (colours === 3 ? c : 0)]!;
      out[o + c] = opacity === 1 ? code : Math.round(code * opacity + most * (1 - opacity));
    }
    out[o + 3] = most;
  }
  return { width, height, data: out };
}
