import { zlibSync } from 'fflate';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { WRITER, writeExif } from './exif';
import { decodeDeep } from './decodeDeep';
import { jpegWithExtras, webpWithExtras } from './placeExtras';
import { readExtras } from './photoExtras';
import { onWhite } from './onWhite';
import { readPhoto } from './photoReading';
import { readTiff } from './readTiff';
import {
  firstDirectory,
  numberField,
  numberOf,
  readDirectory,
  textField,
  tiffHeader,
  writeDirectory,
} from './tiffDirectory';
import type { TiffField, WrittenDirectory } from './tiffDirectory';
import { TIFF_TAG } from './tiffTags';
import { concatBytes } from './concatBytes';

const EXIF = 34_665;
const GPS = 34_853;
const SIZE = { width: 6, height: 4, isSrgb: true };

function exifOf(directory: WrittenDirectory, littleEndian: boolean): Uint8Array {
  return concatBytes([tiffHeader(littleEndian, 8), writeDirectory(directory, 8, littleEndian)]);
}
function details(exif: Uint8Array): ReadonlyMap<number, TiffField> {
  const first = firstDirectory(exif)!;
  return readDirectory(exif, numberOf(first.fields.get(EXIF), first)!)!.fields;
}

describe('EXIF of a written file', () => {
  // Tags of EXIF 2.32 (JEITA CP-3451E), tables 4 to 8 (from memory).
  const OF_THE_FILE = { makerNote: 37_500, interoperability: 40_965 };
  const DEVICE = {
    owner: 42_032,
    body: 42_033,
    lensData: 42_034,
    lensMake: 42_035,
    lensModel: 42_036,
    lensSerial: 42_037,
    unique: 42_016,
  };
  const ISO = 34_855;
  const of = (littleEndian: boolean) =>
    exifOf(
      {
        fields: [
          textField(271, 'Lantern'),
          textField(272, 'Row 1'),
          textField(316, 'desk'),
          textField(315, 'Wren'),
          numberField(274, 3, [6], littleEndian),
        ],
        below: new Map([
          [
            EXIF,
            {
              fields: [
                ...Object.values(OF_THE_FILE).map((tag) => textField(tag, 'note')),
                ...Object.values(DEVICE).map((tag) => textField(tag, 'device')),
                numberField(ISO, 3, [200], littleEndian),
                numberField(40_962, 4, [9999], littleEndian),
              ],
            },
          ],
          [GPS, { fields: [textField(1, 'N')] }],
        ]),
      },
      littleEndian,
    );

  it.each([true, false])(
    'keeps what speaks of the photo, not of the file that it stood in (little-endian: %s)',
    (order) => {
      const exif = writeExif(of(order), 'all', SIZE);
      const fields = details(exif);
      for (const tag of Object.values(OF_THE_FILE)) expect(fields.has(tag), `${tag}`).toBe(false);
      for (const tag of [...Object.values(DEVICE), ISO]) expect(fields.has(tag), `${tag}`).toBe(true);
      const own = { littleEndian: order };
      expect([numberOf(fields.get(40_962), own), numberOf(fields.get(40_961), own)]).toEqual([6, 1]);
      expect(numberOf(firstDirectory(exif)!.fields.get(274), own)).toBe(1);
      expect(firstDirectory(exif)!.fields.has(GPS)).toBe(true);
    },
  );

  it('without place and device has no trace of either', () => {
    const exif = writeExif(of(true), 'without-place-and-device', SIZE);
    const first = firstDirectory(exif)!.fields;
    for (const tag of [271, 272, 316, GPS]) expect(first.has(tag), `${tag}`).toBe(false);
    for (const tag of Object.values(DEVICE)) expect(details(exif).has(tag), `${tag}`).toBe(false);
    expect([first.has(315), details(exif).has(ISO)]).toEqual([true, true]);
    expect(new TextDecoder().decode(first.get(305)!.value)).toBe(`${WRITER}\0`);
  });
});

describe('extras in files', () => {
  const icc = Uint8Array.from({ length: 150_000 }, (_, i) => (i * 7919) % 251);

  it('a profile longer than a segment of JPEG comes back whole, to us and to an independent reader', async () => {
    const bare = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#888' } })
      .jpeg()
      .toBuffer();
    const file = jpegWithExtras(bare, { icc });
    expect(readExtras(file).icc).toEqual(icc);
    expect(new Uint8Array((await sharp(file).metadata()).icc!)).toEqual(icc);
  });

  it('a WebP’s chunks begin at even places, whatever their length (RFC 9649, 2.3)', async () => {
    const bare = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#888' } })
      .webp()
      .toBuffer();
    for (const length of [11, 12]) {
      const xmp = new TextEncoder().encode('<x>'.padEnd(length, 'y'));
      const file = webpWithExtras(bare, { xmp, icc: icc.subarray(0, 129) }, { width: 8, height: 8 });
      expect(readExtras(file)).toMatchObject({ xmp, icc: icc.subarray(0, 129) });
      expect((await sharp(file).metadata()).xmp!.toString()).toBe(new TextDecoder().decode(xmp));
      expect(new DataView(file.buffer).getUint32(4, true) + 8).toBe(file.length);
    }
  });
});

describe('pixels of TIFF and deep PNG', () => {
  it('grey whose zero is white is turned over (TIFF 6.0, section 3)', () => {
    const codes = Uint8Array.of(0, 1, 100, 255);
    const field = (tag: number, value: number) => numberField(tag, 4, [value], true);
    const tiff = (photometric: number) =>
      concatBytes([
        tiffHeader(true, 12),
        codes,
        writeDirectory(
          {
            fields: [
              field(TIFF_TAG.width, 4),
              field(TIFF_TAG.height, 1),
              numberField(TIFF_TAG.bits, 3, [8], true),
              field(TIFF_TAG.compression, 1),
              numberField(TIFF_TAG.photometric, 3, [photometric], true),
              field(TIFF_TAG.stripOffsets, 8),
              field(TIFF_TAG.stripBytes, 4),
            ],
          },
          12,
          true,
        ),
      ]);
    expect([...readTiff('a', tiff(1)).data]).toEqual([...codes]);
    expect([...readTiff('a', tiff(0)).data]).toEqual([255, 254, 155, 0]);
  });

  it.each(['png', 'tiff'] as const)(
    '%s of 16 bits that is half seen through lies on white',
    async (format) => {
      const raw = Uint16Array.of(0, 30_000, 65_535, 65_535, 0, 30_000, 65_535, 32_768, 0, 30_000, 65_535, 0);
      const image = sharp(raw, { raw: { width: 3, height: 1, channels: 4 } }).toColourspace('rgb16');
      const file = new Uint8Array(
        await (format === 'png' ? image.png() : image.tiff({ compression: 'none' })).toBuffer(),
      );
      const { data } = onWhite(
        decodeDeep('a', readPhoto(`a.${format}`, file), undefined),
        (bytes) => new Uint8Array(bytes),
      );
      const half = 32_768 / 65_535;
      const wanted = [0, 30_000, 65_535].map((code) => Math.round(code * half + 65_535 * (1 - half)));
      expect([...data]).toEqual([
        0,
        30_000,
        65_535,
        65_535,
        ...wanted,
        65_535,
        65_535,
        65_535,
        65_535,
        65_535,
      ]);
    },
  );

  it('zlib under its old number is unpacked too', () => {
    const codes = Uint8Array.from({ length: 12 }, (_, i) => 20 * i);
    const packed = zlibSync(codes);
    const number = (tag: number, value: number) => numberField(tag, 4, [value], true);
    const file = concatBytes([
      tiffHeader(true, 8),
      writeDirectory(
        {
          fields: [
            number(TIFF_TAG.width, 4),
            number(TIFF_TAG.height, 1),
            numberField(TIFF_TAG.bits, 3, [8, 8, 8], true),
            number(TIFF_TAG.compression, 32_946),
            numberField(TIFF_TAG.photometric, 3, [2], true),
            number(TIFF_TAG.samples, 3),
            number(TIFF_TAG.stripOffsets, 200),
            number(TIFF_TAG.stripBytes, packed.length),
          ],
        },
        8,
        true,
      ),
    ]);
    const padded = concatBytes([file, new Uint8Array(200 - file.length), packed]);
    expect([...readTiff('a', padded).data]).toEqual([...codes]);
  });
});
