import { Inflate } from 'pako';
import { concatBytes } from './concatBytes';
import { firstDirectory } from './tiffDirectory';
import { isPng, pngChunks } from './pngChunks';
import { webpChunks } from './webpChunks';

/** What a file says beside its pixels, each as bytes of its own. */
export interface PhotoExtras {
  /** an ICC profile */
  readonly icc?: Uint8Array | undefined;
  /** a TIFF structure */
  readonly exif?: Uint8Array | undefined;
  /** an XMP packet, UTF-8 */
  readonly xmp?: Uint8Array | undefined;
  /** IPTC-IIM data sets */
  readonly iptc?: Uint8Array | undefined;
}

/** How JPEG segments name what they hold. */
export const JPEG_NAMES = {
  exif: 'Exif\0\0',
  xmp: 'http://ns.adobe.com/xap/1.0/\0',
  icc: 'ICC_PROFILE\0',
  resources: 'Photoshop 3.0\0',
} as const;
/** The keyword of XMP in a PNG. */
export const PNG_XMP_KEYWORD = 'XML:com.adobe.xmp';
/** The resource that holds IPTC-IIM. */
export const IPTC_RESOURCE = 0x0404;

const MOST_UNPACKED = 16_000_000;

/** Reads them from a JPEG, PNG, WebP or TIFF; nothing from other files, and nothing from damaged places. */
export function readExtras(bytes: Uint8Array): PhotoExtras {
  if (isPng(bytes)) return pngExtras(bytes);
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return jpegExtras(bytes);
  const webp = [...webpChunks(bytes)];
  if (webp.length > 0) return webpExtras(webp);
  return tiffExtras(bytes);
}

/** A segment of a JPEG before its pixels. */
export interface JpegSegment {
  readonly marker: number;
  /** of its marker */
  readonly start: number;
  readonly data: Uint8Array;
  readonly end: number;
}

/** The segments of a JPEG up to its pixels (ITU-T T.81, annex B). */
export function* jpegSegments(bytes: Uint8Array): Generator<JpegSegment> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 2; at + 4 <= bytes.length && bytes[at] === 0xff;) {
    const marker = bytes[at + 1]!;
    if (marker === 0xff) {
      at++;
      continue;
    }
    if (marker === 0xda || marker === 0xd9) return;
    const end = at + 2 + view.getUint16(at + 2);
    if (end > bytes.length) return;
    yield { marker, start: at, data: bytes.subarray(at + 4, end), end };
    at = end;
  }
}

/** Whether bytes begin with a text of one byte a letter. */
export function beginsWith(bytes: Uint8Array, text: string): boolean {
  return [...text].every((c, i) => bytes[i] === c.charCodeAt(0));
}

function jpegExtras(bytes: Uint8Array): PhotoExtras {
  const extras: { -readonly [K in keyof PhotoExtras]: PhotoExtras[K] } = {};
  const profile: Uint8Array[] = [];
  for (const { marker, data } of jpegSegments(bytes)) {
    if (marker === 0xe1 && beginsWith(data, JPEG_NAMES.exif)) extras.exif ??= data.subarray(6);
    else if (marker === 0xe1 && beginsWith(data, JPEG_NAMES.xmp))
      extras.xmp ??= data.subarray(JPEG_NAMES.xmp.length);
    else if (marker === 0xe2 && beginsWith(data, JPEG_NAMES.icc))
      profile[data[JPEG_NAMES.icc.length]!] = data.subarray(JPEG_NAMES.icc.length + 2);
    else if (marker === 0xed && beginsWith(data, JPEG_NAMES.resources))
      extras.iptc ??= iptcOf(data.subarray(JPEG_NAMES.resources.length));
  }
  const icc = concatBytes(profile.filter((piece) => piece !== undefined));
  return { ...extras, icc: icc.length > 0 ? icc : undefined };
}

/** IPTC among image resources: 8BIM, number, name, length, data, each padded to even. */
function iptcOf(resources: Uint8Array): Uint8Array | undefined {
  const view = new DataView(resources.buffer, resources.byteOffset, resources.byteLength);
  for (let at = 0; at + 12 <= resources.length && beginsWith(resources.subarray(at), '8BIM');) {
    const number = view.getUint16(at + 4);
    const name = resources[at + 6]! + 1;
    const start = at + 6 + name + (name % 2);
    if (start + 4 > resources.length) return undefined;
    const size = view.getUint32(start);
    if (start + 4 + size > resources.length) return undefined;
    if (number === IPTC_RESOURCE) return resources.subarray(start + 4, start + 4 + size);
    at = start + 4 + size + (size % 2);
  }
  return undefined;
}

function pngExtras(bytes: Uint8Array): PhotoExtras {
  const extras: { -readonly [K in keyof PhotoExtras]: PhotoExtras[K] } = {};
  for (const { type, dataStart, dataLength } of pngChunks(bytes)) {
    const data = bytes.subarray(dataStart, dataStart + dataLength);
    if (type === 'eXIf') extras.exif ??= data;
    if (type === 'iCCP') extras.icc ??= unpacked(data.subarray(data.indexOf(0) + 2));
    if (type === 'iTXt' && beginsWith(data, `${PNG_XMP_KEYWORD}\0`)) extras.xmp ??= internationalText(data);
  }
  return extras;
}

/** Keyword, whether packed, how, language, translated keyword, text (PNG third edition, 11.3.3.4). */
function internationalText(data: Uint8Array): Uint8Array | undefined {
  const packed = data[PNG_XMP_KEYWORD.length + 1] === 1;
  const language = data.indexOf(0, PNG_XMP_KEYWORD.length + 3);
  const translated = language < 0 ? -1 : data.indexOf(0, language + 1);
  if (translated < 0) return undefined;
  const text = data.subarray(translated + 1);
  return packed ? unpacked(text) : text;
}

/** What zlib packed, unless it is damaged or unpacks to more than any metadata. */
function unpacked(data: Uint8Array): Uint8Array | undefined {
  const inflate = new Inflate();
  let size = 0;
  const pieces: Uint8Array[] = [];
  inflate.onData = (piece) => {
    size += (piece as Uint8Array).length;
    if (size > MOST_UNPACKED) throw new RangeError('unpacks to too much');
    pieces.push(piece as Uint8Array);
  };
  try {
    inflate.push(data, true);
  } catch {
    return undefined;
  }
  return inflate.err === 0 ? concatBytes(pieces) : undefined;
}

function webpExtras(chunks: readonly { readonly type: string; readonly data: Uint8Array }[]): PhotoExtras {
  const of = (type: string) => chunks.find((chunk) => chunk.type === type)?.data;
  const [icc, exif, xmp] = [of('ICCP'), of('EXIF'), of('XMP ')];
  return { icc, exif: exif && beginsWith(exif, JPEG_NAMES.exif) ? exif.subarray(6) : exif, xmp };
}

/** TIFF tags of a profile, an XMP packet and IPTC. */
export const TIFF_TAGS = { icc: 34_675, xmp: 700, iptc: 33_723 } as const;

function tiffExtras(bytes: Uint8Array): PhotoExtras {
  const first = firstDirectory(bytes);
  if (!first) return {};
  const of = (tag: number) => first.fields.get(tag)?.value;
  return { exif: bytes, icc: of(TIFF_TAGS.icc), xmp: of(TIFF_TAGS.xmp), iptc: of(TIFF_TAGS.iptc) };
}
