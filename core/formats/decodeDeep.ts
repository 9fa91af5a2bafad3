import { decode as decodePngPixels } from 'fast-png';
import { PhotoFileError } from '../errors';
import type { PhotoReading } from './photoReading';
import type { ProfileConversion } from './profileEngine';
import { ADAM7_EXTRA, filterPng, pngPixels } from './pngChunks';
import { refuseBomb } from './refuseBomb';
import { readTiff } from './readTiff';
import type { StoredSamples } from './readTiff';
import type { Samples } from './onWhite';

/**
 * The samples of a TIFF or of a PNG of 16 bits, as they lie in the file.
 * @param convert by the reading's profile, where it has one for an engine
 * @throws {PhotoFileError} unsupported
 * @throws {RangeError} for damaged data
 */
export function decodeDeep(
  name: string,
  { facts, file }: PhotoReading,
  convert: ProfileConversion | undefined,
): Samples {
  const read = facts.type === 'image/tiff' ? readTiff(name, file) : pngSamples(file, facts);
  // What inks look like their profile alone tells.
  if (read.areInks && !convert) throw new PhotoFileError(name, 'unsupported');
  return convert ? convertSamples(read, convert) : read;
}

/** Samples of 16 bits in Rec. 2020, with their opacity. */
function convertSamples(
  { data, channels, areInks, ...size }: StoredSamples,
  convert: ProfileConversion,
): Samples {
  const scale = data.BYTES_PER_ELEMENT === 2 ? 1 : 257;
  if (areInks) return { ...size, data: convert(scaled(data, scale), 4), channels: 3 };
  if (channels < 3) throw new RangeError('a profile of colours on grey');
  const count = data.length / channels;
  const colours = new Uint16Array(3 * count);
  for (let i = 0; i < colours.length; i++) colours[i] = scale * data[Math.floor(i / 3) * channels + (i % 3)]!;
  const converted = convert(colours, 3);
  if (channels === 3) return { ...size, data: converted, channels };
  const out = scaled(data, scale);
  for (let i = 0; i < converted.length; i++) out[Math.floor(i / 3) * 4 + (i % 3)] = converted[i]!;
  return { ...size, data: out, channels };
}

function scaled(data: Samples['data'], scale: number): Uint16Array {
  return Uint16Array.from(data, (code) => scale * code);
}

function pngSamples(file: Uint8Array, { width, height }: { width: number; height: number }): StoredSamples {
  const bare = filterPng(file, (type) => /^(?:IHDR|IDAT|IEND|tRNS)$/.test(type));
  // Two bytes for each of four channels at most, and one for each row's filter.
  refuseBomb(pngPixels(bare), height * (8 * width + 1) + 8 * ADAM7_EXTRA * (width + height));
  const { data, channels } = decodePngPixels(bare);
  return { width, height, data: data as Uint16Array, channels, areInks: false };
}
