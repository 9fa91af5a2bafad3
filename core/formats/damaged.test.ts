import { instantiate } from 'lcms-wasm';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { PhotoFileError } from '../errors';
import { decodePhoto } from './decodePhoto';
import type { PhotoDecoders } from './decodePhoto';
import { keepIptc, keepXmp, writeExif } from './exif';
import { readPhoto } from './photoReading';
import { readExtras } from './photoExtras';
import { numberField, tiffHeader, writeDirectory } from './tiffDirectory';

const [WIDTH, HEIGHT] = [40, 30];
const deep = () =>
  sharp(
    Uint16Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => (i * 7919) % 65_536),
    {
      raw: { width: WIDTH, height: HEIGHT, channels: 3 },
    },
  )
    .toColourspace('rgb16')
    .withExif({ IFD0: { Make: 'Lantern' }, IFD3: { GPSLatitudeRef: 'N' } })
    .withXmp('<x:xmpmeta xmlns:x="adobe:ns:meta/"/>');

const FILES = {
  'png of 16 bits': () => deep().withIccProfile('srgb').png(),
  'tiff as it is': () => deep().tiff({ compression: 'none' }),
  'tiff by lzw': () => deep().tiff({ compression: 'lzw', predictor: 'horizontal' }),
  'tiff by zlib in tiles': () =>
    deep().tiff({ compression: 'deflate', tile: true, tileWidth: 16, tileHeight: 16 }),
  'tiff by runs': () => deep().tiff({ compression: 'packbits' }),
  'webp': () => deep().webp(),
  'avif': () => deep().avif({ effort: 0 }),
  'jpeg': () => deep().withIccProfile('p3').jpeg(),
} as const;
const DAMAGES = 1000;

/** Mulberry32: the same damages every time. */
function* numbers(seed: number): Generator<number, never> {
  for (let state = seed; ;) {
    state = (state + 0x6d2b79f5) | 0;
    let value = Math.imul(state ^ (state >>> 15), 1 | state);
    value = (value + Math.imul(value ^ (value >>> 7), 61 | value)) ^ value;
    yield ((value ^ (value >>> 14)) >>> 0) / 2 ** 32;
  }
}

/** Bits flipped, ends cut off, lengths overwritten. */
function* damaged(file: Uint8Array): Generator<Uint8Array> {
  const random = numbers(file.length);
  const next = (below: number) => Math.floor(random.next().value * below);
  for (let n = 0; n < DAMAGES; n++) {
    const bytes = Uint8Array.from(file);
    const among = n % 2 ? bytes.length : Math.min(bytes.length, 600);
    for (let k = 0; k <= next(6); k++) bytes[next(among)] = n % 3 ? next(256) : [0, 255, 127][next(3)]!;
    yield n % 5 === 0 ? bytes.subarray(0, next(bytes.length)) : bytes;
  }
}

const never = () => Promise.reject(new Error('not asked for'));
/** The core without a host; an engine that would not take a damaged profile either. */
const ALONE: PhotoDecoders = {
  decode: never,
  startRaw: never,
  startJxl: never,
  startEngine: instantiate,
  allocate: (bytes) => new Uint8Array(bytes),
};

/** All that is read of a file without a decoder of the host's. */
async function readAll(bytes: Uint8Array): Promise<string> {
  const { exif, xmp, iptc } = readExtras(bytes);
  const kept = writeExif(exif, 'without-place-and-device', { width: 1, height: 1, isSrgb: true });
  expect(String.fromCharCode(...kept)).toContain('Even Blush');
  keepXmp(xmp, 'without-place-and-device');
  keepIptc(iptc, 'without-place-and-device');
  try {
    const reading = readPhoto('a', bytes);
    if (reading.by !== 'core') return 'whole';
    const { width, height } = await decodePhoto('a', reading, ALONE);
    return `${width} x ${height}`;
  } catch (error) {
    expect(error).toBeInstanceOf(PhotoFileError);
    return (error as PhotoFileError).reason;
  }
}

describe('files that are damaged', () => {
  it.each(Object.keys(FILES) as (keyof typeof FILES)[])(
    '%s: a picture or a reason, never a crash',
    async (kind) => {
      const file = await FILES[kind]().toBuffer();
      const isDeep = kind.startsWith('tiff') || kind.startsWith('png');
      expect(await readAll(file)).toBe(isDeep ? `${WIDTH} x ${HEIGHT}` : 'whole');
      const outcomes = new Set<string>();
      for (const bytes of damaged(file)) outcomes.add(await readAll(bytes));
      expect(outcomes.size).toBeGreaterThan(1);
    },
  );

  it('a TIFF that would unpack to a thousand times its size is read no further than its picture', async () => {
    const zeros = await sharp({ create: { width: 4000, height: 2500, channels: 3, background: '#000' } })
      .tiff({ compression: 'deflate' })
      .toBuffer();
    const small = Uint8Array.from(zeros);
    const begun = performance.now();
    // The same strips, said to make up a picture of 4 rows.
    const view = new DataView(small.buffer);
    const first = view.getUint32(4, true);
    for (let n = 0, at = first + 2; n < view.getUint16(first, true); n++, at += 12)
      if (view.getUint16(at, true) === 257) view.setUint32(at + 8, 4, true);
    expect(await readAll(small)).toBe('4000 x 4');
    expect(performance.now() - begun).toBeLessThan(20_000);
  });

  it('a directory that leads back to itself ends', async () => {
    const looped = writeDirectory(
      { fields: [34_665, 34_853].map((tag) => numberField(tag, 4, [8], true)) },
      8,
      true,
    );
    const bytes = Uint8Array.from([...tiffHeader(true, 8), ...looped]);
    expect(await readAll(bytes)).toBe('undecodable');
  });
});

describe('IPTC', () => {
  const set = (record: number, number: number, text: string) => [
    0x1c,
    record,
    number,
    0,
    text.length,
    ...Buffer.from(text),
  ];
  it('loses the place and keeps the rest (IPTC-IIM 4.2, record 2)', () => {
    const sets = [
      set(1, 90, '\x1b%G'),
      set(2, 5, 'Season'),
      set(2, 90, 'Bergen'),
      set(2, 101, 'Norway'),
      set(2, 116, 'Players'),
    ];
    const bytes = Uint8Array.from(sets.flat());
    const kept = String.fromCharCode(...keepIptc(bytes, 'without-place-and-device')!);
    expect([kept.includes('Season'), kept.includes('Players'), /Bergen|Norway/.test(kept)]).toEqual([
      true,
      true,
      false,
    ]);
    expect([keepIptc(bytes, 'all'), keepIptc(bytes, 'none')]).toEqual([bytes, undefined]);
  });
});
