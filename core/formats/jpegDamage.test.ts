import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { portraitPath } from '../../tests/fixtures/truth';
import { findJpegDamage } from './jpegDamage';

/** Numerical Recipes' linear congruential generator, so that every run damages the same bytes. */
function numbers(seed: number): () => number {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2 ** 32;
  };
}

const small = () => sharp(portraitPath('marit', 'flare')).resize(540);
const KINDS = {
  'baseline': () => small().jpeg({ quality: 92 }),
  'progressive': () => small().jpeg({ quality: 90, progressive: true }),
  'without subsampling': () => small().jpeg({ quality: 100, chromaSubsampling: '4:4:4' }),
  'optimised scans': () => small().jpeg({ mozjpeg: true }),
  'grey': () => small().greyscale().jpeg(),
  'four inks': () => small().toColourspace('cmyk').jpeg(),
  'sides that are no whole blocks': () => small().resize(333, 217).jpeg(),
  'lowest quality': () => small().jpeg({ quality: 3 }),
  'noise at the highest quality': () =>
    sharp(Buffer.from(Array.from({ length: 96 * 96 }, (_, i) => (numbers(i)() < 0.5 ? 0 : 255))), {
      raw: { width: 96, height: 96, channels: 1 },
    }).jpeg({ quality: 100 }),
} as const;

describe('damage within a JPEG', () => {
  it.each(Object.entries(KINDS))('is not found in a whole file: %s', async (_, make) => {
    expect(findJpegDamage(await make().toBuffer())).toBeUndefined();
  });

  it('is not found behind restart markers, in turn', async () => {
    const plain = await KINDS.baseline().toBuffer();
    expect(findJpegDamage(plain)).toBeUndefined();
    // An interval that the data do not keep is damage.
    const interval = Buffer.from([0xff, 0xdd, 0, 4, 0, 8]);
    expect(findJpegDamage(Buffer.concat([plain.subarray(0, 2), interval, plain.subarray(2)]))).toMatchObject({
      row: 0,
    });
  });

  describe.each(['baseline', 'progressive'] as const)(
    'is found in %s files wherever a decoder shows it',
    (kind) => {
      let whole: Buffer;
      let pixels: Buffer;
      beforeAll(async () => {
        whole = await KINDS[kind]().toBuffer();
        pixels = await sharp(whole).raw().toBuffer();
      });

      it('of 60 files with one to four wrong bytes, at least nine in ten that look damaged are told, and none that does not', async () => {
        const next = numbers(kind.length);
        let visible = 0;
        let told = 0;
        for (let n = 0; n < 60; n++) {
          const file = Buffer.from(whole);
          for (let hit = 0; hit < 1 + (n % 4); hit++)
            file[Math.floor((0.05 + 0.95 * next()) * file.length)] = Math.floor(256 * next());
          const decoded = await sharp(file, { failOn: 'none' })
            .raw()
            .toBuffer()
            .catch(() => undefined);
          if (decoded?.length !== pixels.length) continue;
          let off = 0;
          for (let i = 0; i < pixels.length; i++) if (Math.abs(pixels[i]! - decoded[i]!) > 24) off++;
          const damage = findJpegDamage(file);
          if (decoded.equals(pixels)) expect(damage).toBeUndefined();
          if (off < 300) continue;
          visible++;
          if (damage) told++;
        }
        expect(visible).toBeGreaterThan(25);
        expect(told / visible).toBeGreaterThan(0.9);
      });

      it('and the row is one by which it shows', async () => {
        const file = Buffer.from(whole);
        const next = numbers(9);
        const at = Math.round((kind === 'baseline' ? 0.5 : 0.1) * file.length);
        for (let i = 0; i < 40; i++) file[at + i] = Math.floor(256 * next());
        const damage = findJpegDamage(file)!;
        const decoded = await sharp(file, { failOn: 'none' }).raw().toBuffer();
        const first = pixels.findIndex((value, i) => Math.abs(value - decoded[i]!) > 24);
        expect(damage.rows).toBe(675);
        expect(damage.row + 16).toBeGreaterThan(Math.floor(first / (3 * 540)));
      });
    },
  );

  it('never throws, whatever the bytes', async () => {
    const whole = await sharp(portraitPath('marit', 'flare'))
      .resize(60)
      .jpeg({ progressive: true })
      .toBuffer();
    const next = numbers(4);
    for (let n = 0; n < 300; n++) {
      const file = Buffer.from(whole.subarray(0, Math.floor(whole.length * (0.2 + 0.8 * next()))));
      for (let hit = 0; hit < 12; hit++) file[Math.floor(next() * file.length)] = Math.floor(256 * next());
      expect(() => findJpegDamage(file)).not.toThrow();
    }
  });
});
