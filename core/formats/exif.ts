import { strFromU8, strToU8 } from 'fflate';
import {
  firstDirectory,
  numberField,
  numberOf,
  readDirectory,
  textField,
  tiffHeader,
  writeDirectory,
} from './tiffDirectory';
import type { TiffDirectory, TiffField, WrittenDirectory } from './tiffDirectory';

/** What of a photo's metadata goes into a written file. */
export const KEPT_METADATA = ['all', 'without-place-and-device', 'none'] as const;
/** One of them. */
export type KeptMetadata = (typeof KEPT_METADATA)[number];

/** Who wrote a file, in its EXIF field Software. */
export const WRITER = 'Even Blush';

/** Tags of EXIF 2.32 (JEITA CP-3451E) and TIFF 6.0. */
const TAG = {
  make: 271,
  model: 272,
  orientation: 274,
  software: 305,
  hostComputer: 316,
  exif: 34_665,
  gps: 34_853,
  colourSpace: 40_961,
  width: 40_962,
  height: 40_963,
  interoperability: 40_965,
  makerNote: 37_500,
} as const;

/** Of the first directory: what describes the photo and not the pixels of its file. */
const DESCRIPTIVE = new Set([
  270, 271, 272, 282, 283, 296, 306, 315, 316, 33_432, 40_091, 40_092, 40_093, 40_094, 40_095,
]);
/** What tells of the camera: make, model, computer, owner, serial numbers, lens, unique number. */
const DEVICE = new Set<number>([
  TAG.make,
  TAG.model,
  TAG.hostComputer,
  42_016,
  42_032,
  42_033,
  42_034,
  42_035,
  42_036,
  42_037,
]);
/** Fields that speak of the file they stood in: offsets, sizes, colours, and makers' own notes. */
const OF_THE_FILE = new Set<number>([
  TAG.makerNote,
  TAG.colourSpace,
  TAG.width,
  TAG.height,
  TAG.interoperability,
]);

/** What is written: upright, of this size, in sRGB or not. */
export interface WrittenPhoto {
  readonly width: number;
  readonly height: number;
  readonly isSrgb: boolean;
}

/**
 * EXIF for a written file: what is kept of the photo's, orientation and size as they are now, and who wrote it.
 * Makers' notes and small pictures are left out: they speak of the file they stood in.
 * @param exif a TIFF structure; one that is damaged keeps nothing
 */
export function writeExif(
  exif: Uint8Array | undefined,
  kept: KeptMetadata,
  { width, height, isSrgb }: WrittenPhoto,
): Uint8Array {
  const first = exif && kept !== 'none' ? firstDirectory(exif) : undefined;
  const littleEndian = first?.littleEndian ?? true;
  const below = (tag: number) => (first && exif ? pointed(exif, first, tag) : undefined);
  const isKept = ({ tag }: TiffField) => kept === 'all' || !DEVICE.has(tag);
  const details = [...(below(TAG.exif)?.fields.values() ?? [])].filter(
    (field) => !OF_THE_FILE.has(field.tag) && isKept(field),
  );
  const place = kept === 'all' ? below(TAG.gps) : undefined;
  const written: WrittenDirectory = {
    fields: [
      ...[...(first?.fields.values() ?? [])].filter((field) => DESCRIPTIVE.has(field.tag) && isKept(field)),
      numberField(TAG.orientation, 3, [1], littleEndian),
      textField(TAG.software, WRITER),
    ],
    below: new Map<number, WrittenDirectory>([
      [
        TAG.exif,
        {
          fields: [
            ...details,
            numberField(TAG.colourSpace, 3, [isSrgb ? 1 : 0xffff], littleEndian),
            numberField(TAG.width, 4, [width], littleEndian),
            numberField(TAG.height, 4, [height], littleEndian),
          ],
        },
      ],
      ...(place ? [[TAG.gps, { fields: [...place.fields.values()] }] as const] : []),
    ]),
  };
  const header = tiffHeader(littleEndian, 8);
  const body = writeDirectory(written, header.length, littleEndian);
  const out = new Uint8Array(header.length + body.length);
  out.set(header);
  out.set(body, header.length);
  return out;
}

function pointed(exif: Uint8Array, first: TiffDirectory, tag: number): TiffDirectory | undefined {
  const at = numberOf(first.fields.get(tag), first);
  return at === undefined ? undefined : readDirectory(exif, at);
}

/** How a photo is to be turned to stand upright, 1 to 8 (EXIF 2.32, table 6). */
export function orientationOf(exif: Uint8Array | undefined): number {
  const first = exif && firstDirectory(exif);
  const value = first && numberOf(first.fields.get(TAG.orientation), first);
  return value !== undefined && value >= 1 && value <= 8 ? value : 1;
}

/** Whether EXIF says that this program wrote the file. */
export function isWrittenHere(exif: Uint8Array | undefined): boolean {
  const field = exif && firstDirectory(exif)?.fields.get(TAG.software);
  return field !== undefined && String.fromCharCode(...field.value).startsWith(WRITER);
}

const ANY = '(?:[A-Za-z][\\w.-]*:)';
const PLACE_OR_DEVICE =
  '(?:GPS\\w*|Make|Model|Lens\\w*|\\w*SerialNumber|OwnerName|ImageNumber|City|State|Country\\w*|Location\\w*|Sublocation|CameraOwnerName)';

/**
 * An XMP packet without what is not kept, as attribute or as element under any prefix (ISO 16684-1, 7).
 * @returns undefined where nothing is kept
 */
export function keepXmp(xmp: Uint8Array | undefined, kept: KeptMetadata): Uint8Array | undefined {
  if (!xmp || kept === 'none') return undefined;
  const names = kept === 'all' ? 'Orientation' : `(?:Orientation|${PLACE_OR_DEVICE})`;
  const text = strFromU8(xmp)
    .replace(new RegExp(`\\s${ANY}${names}\\s*=\\s*(?:"[^"]*"|'[^']*')`, 'g'), '')
    .replace(new RegExp(`<(${ANY}${names})(?:\\s[^>]*)?(?:/>|>[^]*?</\\1\\s*>)`, 'g'), '');
  return strToU8(text);
}

const IIM_MARKER = 0x1c;
/** Places of IPTC-IIM 4.2, record 2: content location, city, sublocation, province, country. */
const IIM_PLACES = new Set([26, 27, 90, 92, 95, 100, 101]);

/** IPTC-IIM data sets without what is not kept; undefined where nothing is. */
export function keepIptc(iptc: Uint8Array | undefined, kept: KeptMetadata): Uint8Array | undefined {
  if (!iptc || kept === 'none') return undefined;
  if (kept === 'all') return iptc;
  const out: number[] = [];
  for (let at = 0; at + 5 <= iptc.length && iptc[at] === IIM_MARKER;) {
    const size = iptc[at + 3]! * 256 + iptc[at + 4]!;
    // Longer sets say their length otherwise; no text that is kept is as long.
    if (size > 0x7fff || at + 5 + size > iptc.length) break;
    if (!(iptc[at + 1] === 2 && IIM_PLACES.has(iptc[at + 2]!))) out.push(...iptc.subarray(at, at + 5 + size));
    at += 5 + size;
  }
  return Uint8Array.from(out);
}
