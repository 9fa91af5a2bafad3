import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { EMULATED_CARD } from '../../playwright.config';
import { pngFile, profileChunk } from '../fixtures/pngFile';
import { Bench } from './bench';

test.use({ launchOptions: EMULATED_CARD });

test('a wide photo is seen wide where the screen is, and an sRGB photo the same on both', async ({
  page,
}) => {
  const even = (icc: 'p3' | 'srgb', background: string) =>
    sharp({ create: { width: 300, height: 200, channels: 3, background } })
      .withIccProfile(icc)
      .png()
      .toBuffer();
  const bench = new Bench(page);
  const open = async (buffer: Buffer) => {
    await page.goto('/');
    await page
      .getByLabel('Photos for a new sitting')
      .setInputFiles({ name: 'even.png', mimeType: 'image/png', buffer });
    await bench.settle();
  };
  // The screen shows what was drawn some frames later: whoever looks waits for it.
  const differs = async (codes: readonly number[]) => {
    const now = await bench.shown(380, 350, 1, 1);
    return codes.reduce((most, code, c) => Math.max(most, Math.abs(code - now[c]!)), 0);
  };
  const { icc } = await sharp(await even('p3', '#808080')).metadata();
  const shape = { width: 300, height: 200, pixel: [0, 255, 0], depth: 8, colourType: 2 } as const;
  const green = pngFile({ ...shape, chunks: [profileChunk(icc!)] });
  const skin = await even('srgb', '#c8a58c');
  await open(skin);
  await expect.poll(() => differs([200, 165, 140])).toBe(0);
  await open(green);
  // Brought in by its chroma (OKLCH, hue and lightness kept).
  await expect.poll(() => differs([0, 247, 79])).toBeLessThanOrEqual(2);
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setEmulatedMedia', { features: [{ name: 'color-gamut', value: 'p3' }] });
  await open(skin);
  await expect.poll(() => differs([200, 165, 140])).toBe(0);
  // On this screen of sRGB the green of Display P3 is clipped by the browser, not brought in by its chroma.
  await open(green);
  await expect.poll(() => differs([0, 255, 0])).toBeLessThanOrEqual(2);
});
