import { zlibSync } from 'fflate';
import { asciiBytes } from './ascii';
import { concatBytes } from './concatBytes';
import { JPEG_NAMES, IPTC_RESOURCE, PNG_XMP_KEYWORD, beginsWith, jpegSegments } from './photoExtras';
import type { PhotoExtras } from './photoExtras';
import { PNG_SIGNATURE, pngChunks, writePngChunk } from './pngChunks';
import { webpChunks, writeWebp } from './webpChunks';
import type { WebpChunk } from './webpChunks';

/** A segment says its length in 16 bits, that of itself included. */
const MOST_SEGMENT = 65_533;

/**
 * A JPEG with these extras in place of its own. What does not fit a segment (64 KB) is left out, but a profile,
 * which may be divided (ICC.1:2010, annex B.4).
 */
export function jpegWithExtras(jpeg: Uint8Array, extras: PhotoExtras): Uint8Array<ArrayBuffer> {
  const segments = [...jpegSegments(jpeg)];
  const isOwn = ({ marker, data }: { marker: number; data: Uint8Array }) =>
    Object.values(JPEG_NAMES).some((name) => marker >= 0xe1 && marker <= 0xed && beginsWith(data, name));
  const kept = segments.filter((segment) => !isOwn(segment));
  const [jfif, rest] = [kept.filter(({ marker }) => marker === 0xe0), kept.filter((s) => s.marker !== 0xe0)];
  const whole = ({ start, end }: { start: number; end: number }) => jpeg.subarray(start, end);
  const pixels = jpeg.subarray(segments.at(-1)?.end ?? 2);
  return concatBytes([
    jpeg.subarray(0, 2),
    ...jfif.map(whole),
    ...segmentsOf(0xe1, JPEG_NAMES.exif, extras.exif),
    ...segmentsOf(0xe1, JPEG_NAMES.xmp, extras.xmp),
    ...segmentsOf(0xed, JPEG_NAMES.resources, extras.iptc && resourceOf(extras.iptc)),
    ...profileSegments(extras.icc),
    ...rest.map(whole),
    pixels,
  ]);
}

function segmentsOf(marker: number, name: string, data: Uint8Array | undefined): Uint8Array[] {
  if (!data || name.length + data.length > MOST_SEGMENT) return [];
  const length = 2 + name.length + data.length;
  return [concatBytes([Uint8Array.of(0xff, marker, length >> 8, length & 255), asciiBytes(name), data])];
}

function profileSegments(icc: Uint8Array | undefined): Uint8Array[] {
  if (!icc) return [];
  const most = MOST_SEGMENT - JPEG_NAMES.icc.length - 2;
  const count = Math.ceil(icc.length / most);
  return Array.from({ length: count }, (_, n) =>
    segmentsOf(
      0xe2,
      JPEG_NAMES.icc,
      concatBytes([Uint8Array.of(n + 1, count), icc.subarray(n * most, (n + 1) * most)]),
    ),
  ).flat();
}

function resourceOf(iptc: Uint8Array): Uint8Array {
  const head = new Uint8Array(12);
  head.set(asciiBytes('8BIM'));
  const view = new DataView(head.buffer);
  view.setUint16(4, IPTC_RESOURCE);
  view.setUint32(8, iptc.length);
  return concatBytes([head, iptc, new Uint8Array(iptc.length % 2)]);
}

const PNG_EXTRAS = new Set(['iCCP', 'sRGB', 'gAMA', 'cHRM', 'cICP', 'eXIf']);

/** A PNG with these extras in place of its own; IPTC has no place in one. */
export function pngWithExtras(png: Uint8Array, { icc, exif, xmp }: PhotoExtras): Uint8Array<ArrayBuffer> {
  const isOwn = (type: string, data: Uint8Array) =>
    PNG_EXTRAS.has(type) || (type === 'iTXt' && beginsWith(data, PNG_XMP_KEYWORD));
  const pieces: Uint8Array[] = [Uint8Array.from(PNG_SIGNATURE)];
  for (const { type, start, end, dataStart, dataLength } of pngChunks(png)) {
    if (isOwn(type, png.subarray(dataStart, dataStart + dataLength))) continue;
    pieces.push(png.subarray(start, end));
    if (type !== 'IHDR') continue;
    if (icc) pieces.push(writePngChunk('iCCP', concatBytes([asciiBytes('profile\0\0'), zlibSync(icc)])));
    if (exif) pieces.push(writePngChunk('eXIf', exif));
    if (xmp)
      pieces.push(writePngChunk('iTXt', concatBytes([asciiBytes(`${PNG_XMP_KEYWORD}\0\0\0\0\0`), xmp])));
  }
  return concatBytes(pieces);
}

/** Which bits of a WebP's extended header say what is in it (RFC 9649, section 2.7). */
const WEBP_FLAGS = { icc: 0x20, exif: 0x08, xmp: 0x04 } as const;
const EXTENDED_BYTES = 10;

/** A still WebP with these extras in place of its own; IPTC has no place in one. */
export function webpWithExtras(
  webp: Uint8Array,
  { icc, exif, xmp }: PhotoExtras,
  { width, height }: { readonly width: number; readonly height: number },
): Uint8Array<ArrayBuffer> {
  const pixels = [...webpChunks(webp)].filter(({ type }) => /^(?:VP8 |VP8L|ALPH)$/.test(type));
  const header = new Uint8Array(EXTENDED_BYTES);
  header[0] = (icc ? WEBP_FLAGS.icc : 0) | (exif ? WEBP_FLAGS.exif : 0) | (xmp ? WEBP_FLAGS.xmp : 0);
  const view = new DataView(header.buffer);
  // Two numbers of 24 bits, one less than width and height.
  view.setUint16(4, (width - 1) & 0xffff, true);
  header[6] = (width - 1) >> 16;
  view.setUint16(7, (height - 1) & 0xffff, true);
  header[9] = (height - 1) >> 16;
  const chunk = (type: string, data: Uint8Array | undefined): WebpChunk[] => (data ? [{ type, data }] : []);
  return writeWebp([
    { type: 'VP8X', data: header },
    ...chunk('ICCP', icc),
    ...pixels,
    ...chunk('EXIF', exif),
    ...chunk('XMP ', xmp),
  ]);
}
