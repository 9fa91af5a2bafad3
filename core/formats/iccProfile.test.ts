import { INTENT_RELATIVE_COLORIMETRIC, TYPE_RGB_16, instantiate } from 'lcms-wasm';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { ciede2000 } from '../colour/ciede2000';
import { convertSrgbLinearToCielabD50 } from '../colour/cielab';
import { transform } from '../colour/adaptation';
import { displayP3Space, rgbSpace, srgbSpace } from '../colour/rgbSpace';
import type { RgbSpace } from '../colour/rgbSpace';
import { decodeSrgb } from '../colour/transfer';
import type { Triple } from '../colour/triple';
import { isSrgbSpace, readRgbProfile, writeRgbProfile } from './iccProfile';

/** Little CMS compiled for wasm: an independent colour engine. */
let engine: Awaited<ReturnType<typeof instantiate>>;
beforeAll(async () => {
  engine = await instantiate();
});

const CODES = [0, 900, 6000, 21_000, 40_000, 55_000, 65_535];
const COLOURS = CODES.flatMap((r) => CODES.flatMap((g) => CODES.map((b): Triple => [r, g, b])));

const linearOf = ({ light, toSrgb }: RgbSpace, codes: Triple): Triple => {
  const linear = codes.map((code, c) => light[c]![code]!) as unknown as Triple;
  return toSrgb ? transform(toSrgb, linear) : linear;
};

/** Encoded sRGB by the engine, clipped by channel. */
function byEngine(profile: Uint8Array, colours: readonly Triple[]): Triple[] {
  const source = engine.cmsOpenProfileFromMem(profile, profile.length);
  const target = engine.cmsCreate_sRGBProfile();
  const change = engine.cmsCreateTransform(
    source,
    TYPE_RGB_16,
    target,
    TYPE_RGB_16,
    INTENT_RELATIVE_COLORIMETRIC,
    0,
  );
  const out = engine.cmsDoTransform(change, Uint16Array.from(colours.flat()), colours.length);
  return colours.map((_, i) => [0, 1, 2].map((c) => out[3 * i + c]! / 65_535) as unknown as Triple);
}

describe('profiles', () => {
  const withGamma = (gamma: number, primaries: RgbSpace['toSrgb']) =>
    writeRgbProfile(rgbSpace('by power', (code) => code ** gamma, primaries));
  const cases: readonly (readonly [string, () => Promise<Uint8Array> | Uint8Array])[] = [
    ['sRGB, written here', () => writeRgbProfile(srgbSpace())],
    ['Display P3, written here', () => writeRgbProfile(displayP3Space())],
    ['Display P3, as sharp ships it', async () => embedded('p3')],
    ['sRGB, as sharp ships it', async () => embedded('srgb')],
    ['primaries of P3 by a power of 2.2', () => withGamma(2.2, displayP3Space().toSrgb)],
  ];

  it.each(cases)('%s: colours as an independent engine has them, within ΔE00 0.5', async (_, profile) => {
    const bytes = await profile();
    const space = readRgbProfile(bytes)!;
    const theirs = byEngine(bytes, COLOURS);
    const worst = COLOURS.map((codes, i) => {
      const their = theirs[i]!.map((value) => decodeSrgb(value)) as unknown as Triple;
      const lab = (colour: Triple) =>
        convertSrgbLinearToCielabD50(
          colour.map((value) => Math.min(1, Math.max(0, value))) as unknown as Triple,
        );
      return ciede2000(lab(linearOf(space, codes)), lab(their));
    }).reduce((most, value) => Math.max(most, value), 0);
    expect(worst).toBeLessThan(0.5);
  });

  it('sRGB is known however it is written down, and nothing else is taken for it', async () => {
    const isSrgb = async (profile: Uint8Array) => isSrgbSpace(readRgbProfile(profile)!);
    expect(
      await Promise.all([embedded('srgb'), writeRgbProfile(srgbSpace())].map(async (p) => isSrgb(await p))),
    ).toEqual([true, true]);
    expect(await isSrgb(await embedded('p3'))).toBe(false);
    expect(await isSrgb(withGamma(2.2, undefined))).toBe(false);
  });

  it('one of four inks, or damaged anywhere, is left to decoders', async () => {
    expect(readRgbProfile(await embedded('cmyk'))).toBeUndefined();
    const whole = await embedded('p3');
    for (let length = 0; length < whole.length; length += 7) readRgbProfile(whole.subarray(0, length));
    for (let at = 0; at < whole.length; at += 11) {
      const damaged = Uint8Array.from(whole);
      damaged[at]! ^= 0xff;
      const light = readRgbProfile(damaged)?.light[0];
      expect(!light || light.every((value, i) => i === 0 || value >= light[i - 1]!)).toBe(true);
    }
  });
});

async function embedded(name: 'srgb' | 'p3' | 'cmyk'): Promise<Uint8Array> {
  const image = sharp({ create: { width: 2, height: 2, channels: 3, background: '#808080' } });
  const file = await image.withIccProfile(name).jpeg().toBuffer();
  return new Uint8Array((await sharp(file).metadata()).icc!);
}
