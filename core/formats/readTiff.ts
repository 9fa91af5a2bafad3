import { Inflate } from 'pako';
import { PhotoFileError } from '../errors';
import type { Samples } from './onWhite';
import { firstDirectory, numberOf, numbersOf } from './tiffDirectory';
import type { TiffDirectory } from './tiffDirectory';
import { TIFF_TAG } from './tiffTags';
import { unpackLzw } from './unpackLzw';

/** Samples as they lie in a file. */
export interface StoredSamples extends Samples {
  /** whether they are four inks, 0 for none of it, and not light */
  readonly areInks: boolean;
}

type Unpack = (packed: Uint8Array, out: Uint8Array) => void;

/** By the number of the compression. */
const UNPACKERS: Readonly<Record<number, Unpack>> = {
  1: (packed, out) => out.set(packed.subarray(0, out.length)),
  5: unpackLzw,
  8: unpackZlib,
  32_773: unpackBits,
  32_946: unpackZlib,
};

/** Grey with white being 0, grey with black being 0, and red, green, blue. */
const WHITE_IS_ZERO = 0;
const INKS = 5;
const PHOTOMETRICS = [WHITE_IS_ZERO, 1, 2, INKS];
/** The fewest samples to a pixel of each. */
const LEAST_CHANNELS: Readonly<Record<number, number>> = { 2: 3, [INKS]: 4 };
const DIFFERENCES = 2;
const MOST_PIECE_BYTES = 1_000_000_000;

/**
 * The first picture of a TIFF (TIFF 6.0): grey or RGB with or without opacity, or four inks, 8 or 16 bits, in strips or tiles,
 * as it is or packed by LZW, zlib or PackBits. Nothing is unpacked beyond what a piece of the picture holds.
 * @throws {PhotoFileError} unsupported for pixels of other kinds
 * @throws {RangeError} for damaged data
 */
export function readTiff(name: string, file: Uint8Array): StoredSamples {
  const first = firstDirectory(file);
  if (!first) throw new RangeError('no directory');
  const number = (tag: number, otherwise: number) => numberOf(first.fields.get(tag), first) ?? otherwise;
  const bits = number(TIFF_TAG.bits, 1);
  const channels = number(TIFF_TAG.samples, 1);
  const unpack = UNPACKERS[number(TIFF_TAG.compression, 1)];
  const photometric = number(TIFF_TAG.photometric, -1);
  const isRead =
    unpack &&
    PHOTOMETRICS.includes(photometric) &&
    (bits === 8 || bits === 16) &&
    channels >= (LEAST_CHANNELS[photometric] ?? 1) &&
    channels <= 4 &&
    number(TIFF_TAG.planar, 1) === 1 &&
    number(TIFF_TAG.sampleFormat, 1) === 1 &&
    number(TIFF_TAG.predictor, 1) <= DIFFERENCES;
  if (!isRead) throw new PhotoFileError(name, 'unsupported');
  const [width, height] = [number(TIFF_TAG.width, 0), number(TIFF_TAG.height, 0)];
  const data =
    bits === 16 ? new Uint16Array(width * height * channels) : new Uint8Array(width * height * channels);
  const { across, down, pieces } = piecesOf(file, first, { width, height });
  const rowBytes = across * channels * (bits / 8);
  if (!(rowBytes * down > 0) || rowBytes * down > MOST_PIECE_BYTES) throw new RangeError('pieces of no size');
  const columns = Math.ceil(width / across);
  pieces.slice(0, columns * Math.ceil(height / down)).forEach((piece, n) => {
    const [left, top] = [(n % columns) * across, Math.floor(n / columns) * down];
    const rows = Math.min(down, height - top);
    const bytes = new Uint8Array(rowBytes * rows);
    unpack(piece, bytes);
    const codes = bits === 16 ? words(bytes, first.littleEndian) : bytes;
    if (number(TIFF_TAG.predictor, 1) === DIFFERENCES) addDifferences(codes, across * channels, channels);
    const count = Math.min(across, width - left) * channels;
    for (let row = 0; row < rows; row++)
      data.set(
        codes.subarray(row * across * channels, row * across * channels + count),
        ((top + row) * width + left) * channels,
      );
  });
  if (photometric === WHITE_IS_ZERO) turnRound(data, channels);
  return { width, height, data, channels, areInks: photometric === INKS };
}

/** Strips or tiles as they lie in the file, and how large each is, pixels. */
function piecesOf(
  file: Uint8Array,
  first: TiffDirectory,
  { width, height }: { readonly width: number; readonly height: number },
): { readonly across: number; readonly down: number; readonly pieces: readonly Uint8Array[] } {
  const of = (tag: number) => numbersOf(first.fields.get(tag), first);
  const isTiled = first.fields.has(TIFF_TAG.tileOffsets);
  const offsets = of(isTiled ? TIFF_TAG.tileOffsets : TIFF_TAG.stripOffsets);
  const sizes = of(isTiled ? TIFF_TAG.tileBytes : TIFF_TAG.stripBytes);
  const pieces = offsets.map((offset, n) => file.subarray(offset, offset + (sizes[n] ?? file.length)));
  const number = (tag: number, otherwise: number) => numberOf(first.fields.get(tag), first) ?? otherwise;
  return isTiled
    ? { across: number(TIFF_TAG.tileWidth, 0), down: number(TIFF_TAG.tileHeight, 0), pieces }
    : { across: width, down: Math.min(height, number(TIFF_TAG.rowsPerStrip, height)), pieces };
}

/** Fills `out` and stops there. */
function unpackZlib(packed: Uint8Array, out: Uint8Array): void {
  const inflate = new Inflate();
  let at = 0;
  inflate.onData = (chunk) => {
    const bytes = chunk as Uint8Array;
    out.set(bytes.subarray(0, out.length - at), at);
    at += Math.min(bytes.length, out.length - at);
  };
  for (let from = 0; from < packed.length && at < out.length && !inflate.err; from += PACKED_PIECE)
    inflate.push(packed.subarray(from, from + PACKED_PIECE), false);
  if (inflate.err) throw new RangeError(inflate.msg);
}

/** Bytes unpacked at a time: a bomb is noticed after a thousandfold of these. */
const PACKED_PIECE = 16_384;

/** Runs of bytes and of one byte (TIFF 6.0, section 9). */
function unpackBits(packed: Uint8Array, out: Uint8Array): void {
  for (let i = 0, at = 0; i < packed.length && at < out.length;) {
    const head = (packed[i++]! << 24) >> 24;
    if (head >= 0) {
      const run = packed.subarray(i, i + Math.min(head + 1, out.length - at));
      out.set(run, at);
      at += run.length;
      i += head + 1;
    } else if (head !== -128) {
      out.fill(packed[i++] ?? 0, at, at + 1 - head);
      at += 1 - head;
    }
  }
}

function words(bytes: Uint8Array, littleEndian: boolean): Uint16Array {
  const [high, low] = littleEndian ? [1, 0] : [0, 1];
  return Uint16Array.from(
    { length: bytes.length >> 1 },
    (_, i) => (bytes[2 * i + high]! << 8) | bytes[2 * i + low]!,
  );
}

/** Each sample was stored as its difference from the pixel before (TIFF 6.0, section 14). */
function addDifferences(codes: Uint8Array | Uint16Array, rowLength: number, channels: number): void {
  for (let row = 0; row < codes.length; row += rowLength)
    for (let i = row + channels; i < row + rowLength; i++) codes[i]! += codes[i - channels]!;
}

function turnRound(data: Uint8Array | Uint16Array, channels: number): void {
  const most = data.BYTES_PER_ELEMENT === 2 ? 65_535 : 255;
  for (let i = 0; i < data.length; i += channels) data[i] = most - data[i]!;
}
