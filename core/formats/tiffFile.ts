import { concatBytes } from './concatBytes';
import type { PhotoExtras } from './photoExtras';
import { TIFF_TAGS } from './photoExtras';
import type { CodedPixels } from './pngFile';
import {
  firstDirectory,
  numberField,
  numberOf,
  readDirectory,
  tiffHeader,
  writeDirectory,
} from './tiffDirectory';
import { TIFF_TAG } from './tiffTags';
import type { TiffField, WrittenDirectory } from './tiffDirectory';

/** Bytes of pixels in one strip, about (TIFF 6.0 recommends some 8 KB; readers today like more). */
const STRIP_BYTES = 1_000_000;
const POINTERS = [34_665, 34_853];

/**
 * An uncompressed TIFF of 8 or 16 bits a channel, little-endian: read everywhere (TIFF 6.0). EXIF of the other
 * order is turned.
 */
export function writeTiff(
  { width, height, data }: Omit<CodedPixels, 'channels'>,
  extras: PhotoExtras,
): Uint8Array<ArrayBuffer> {
  const depth = 8 * data.BYTES_PER_ELEMENT;
  const rowBytes = 3 * width * data.BYTES_PER_ELEMENT;
  const rows = Math.max(1, Math.floor(STRIP_BYTES / rowBytes));
  const count = Math.ceil(height / rows);
  const pixels = new Uint8Array(data.buffer, data.byteOffset, data.byteLength);
  const first = 8 + pixels.length + (pixels.length % 2);
  const number = (tag: number, type: 3 | 4, ...values: number[]) => numberField(tag, type, values, true);
  const bytes = (tag: number, type: 1 | 7, value: Uint8Array | undefined): TiffField[] =>
    value ? [{ tag, type, count: value.length, value }] : [];
  const described = exifFields(extras.exif);
  const fields: TiffField[] = [
    ...described.fields,
    number(TIFF_TAG.width, 4, width),
    number(TIFF_TAG.height, 4, height),
    number(TIFF_TAG.bits, 3, depth, depth, depth),
    number(TIFF_TAG.compression, 3, 1),
    number(TIFF_TAG.photometric, 3, 2),
    number(TIFF_TAG.stripOffsets, 4, ...Array.from({ length: count }, (_, n) => 8 + n * rows * rowBytes)),
    number(TIFF_TAG.samples, 3, 3),
    number(TIFF_TAG.rowsPerStrip, 4, rows),
    number(
      TIFF_TAG.stripBytes,
      4,
      ...Array.from({ length: count }, (_, n) => Math.min(rows, height - n * rows) * rowBytes),
    ),
    number(TIFF_TAG.planar, 3, 1),
    ...bytes(TIFF_TAGS.xmp, 1, extras.xmp),
    ...bytes(TIFF_TAGS.iptc, 7, extras.iptc),
    ...bytes(TIFF_TAGS.icc, 7, extras.icc),
  ];
  return concatBytes([
    tiffHeader(true, first),
    pixels,
    new Uint8Array(pixels.length % 2),
    writeDirectory({ fields, ...(described.below && { below: described.below }) }, first, true),
  ]);
}

/** EXIF as directories of the file itself. */
function exifFields(exif: Uint8Array | undefined): WrittenDirectory {
  const first = exif && firstDirectory(exif);
  if (!exif || !first) return { fields: [] };
  const turned = first.littleEndian ? (field: TiffField) => field : littleEndian;
  const below = new Map<number, WrittenDirectory>();
  for (const tag of POINTERS) {
    const at = numberOf(first.fields.get(tag), first);
    const directory = at === undefined ? undefined : readDirectory(exif, at);
    if (directory) below.set(tag, { fields: [...directory.fields.values()].map(turned) });
  }
  const fields = [...first.fields.values()].filter(({ tag }) => !POINTERS.includes(tag)).map(turned);
  return { fields, below };
}

/** Bytes of the numbers that a type is made of: a fraction is two of four. */
const NUMBER_BYTES: Readonly<Record<number, number>> = { 3: 2, 4: 4, 5: 4, 8: 2, 9: 4, 10: 4, 11: 4, 12: 8 };

/** A field whose numbers stood with the higher byte first, the other way round. */
function littleEndian(field: TiffField): TiffField {
  const size = NUMBER_BYTES[field.type];
  if (!size) return field;
  const value = new Uint8Array(field.value.length);
  for (let i = 0; i < value.length; i++) value[i] = field.value[i - (i % size) + (size - 1 - (i % size))]!;
  return { ...field, value };
}
