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
  const seen = async (buffer: Buffer) => {
    await page.goto('/');
    await page
      .getByLabel('Photos for a new sitting')
      .setInputFiles({ name: 'even.png', mimeType: 'image/png', buffer });
    const bench = new Bench(page);
    await bench.settle();
    return [...(await bench.shown(380, 350, 1, 1))];
  };
  const { icc } = await sharp(await even('p3', '#808080')).metadata();
  const shape = { width: 300, height: 200, pixel: [0, 255, 0], depth: 8, colourType: 2 } as const;
  const green = pngFile({ ...shape, chunks: [profileChunk(icc!)] });
  const skin = await even('srgb', '#c8a58c');
  const narrow = [await seen(green), await seen(skin)];
  const session = await page.context().newCDPSession(page);
  await session.send('Emulation.setEmulatedMedia', { features: [{ name: 'color-gamut', value: 'p3' }] });
  const wide = [await seen(green), await seen(skin)];
  expect(wide[1]).toEqual(narrow[1]);
  // On this screen of sRGB the green of Display P3 is clipped by the browser, not brought in by its chroma.
  wide[0]!.forEach((code, c) => expect(Math.abs(code - [0, 255, 0][c]!)).toBeLessThanOrEqual(2));
  expect(narrow[0]![0]! + narrow[0]![2]!).toBeGreaterThan(20);
});
