import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import type { Download } from '@playwright/test';
import { strFromU8, unzipSync } from 'fflate';
import sharp from 'sharp';
import { Bench, decode, enter } from './bench';

const bytesOf = async (download: Download) => readFile(await download.path());
const wide = Uint16Array.from({ length: 120 * 90 * 3 }, (_, i) => (i * 7919) % 65_536);
const deep = () => sharp(wide, { raw: { width: 120, height: 90, channels: 3 } }).toColourspace('rgb16');

test('a photo of 16 bits goes in and out to the bit; every kind of file, with profile and metadata', async ({
  page,
}) => {
  await page.goto('/');
  const buffer = await deep()
    .withExif({ IFD0: { Artist: 'Wren', Make: 'Lantern' } })
    .png()
    .toBuffer();
  await page
    .getByLabel('Photos for a new sitting')
    .setInputFiles({ name: 'deep.png', mimeType: 'image/png', buffer });
  const bench = new Bench(page, { width: 120, height: 90 });
  await bench.settle();

  await test.step('16 bits', async () => {
    for (const [format, name] of [
      ['TIFF, 16 bits', 'deep-even.tiff'],
      ['PNG, 16 bits', 'deep-even.png'],
    ] as const) {
      const download = await bench.export('Export photo', format);
      expect(download.suggestedFilename()).toBe(name);
      const { data } = await sharp(await bytesOf(download), { ignoreIcc: true })
        .toColourspace('rgb16')
        .raw({ depth: 'ushort' })
        .toBuffer({ resolveWithObject: true });
      expect(new Uint16Array(data.buffer, data.byteOffset, data.length / 2)).toEqual(wide);
    }
  });

  await test.step('smaller, named, without place and device, in sRGB', async () => {
    await bench.openExport('Photo');
    await page.getByRole('radio', { name: 'JPEG', exact: true }).check();
    await page.getByLabel('JPEG quality').fill('100');
    await enter(page.getByLabel('Long edge'), '60');
    await expect(page.getByLabel('Share of its size')).toHaveValue('50.0');
    await page.getByLabel('colours in').selectOption('sRGB');
    await page.getByLabel('metadata').selectOption('without place and device');
    await page.getByLabel('named').fill('{sitting}-{number}');
    const download = await bench.download('Export photo');
    expect(download.suggestedFilename()).toBe('deep-001.jpg');
    const { width, height, chromaSubsampling, icc, exif } = await sharp(await bytesOf(download)).metadata();
    expect({ width, height, chromaSubsampling }).toEqual({
      width: 60,
      height: 45,
      chromaSubsampling: '4:4:4',
    });
    expect(icc!.toString('latin1')).toContain('sRGB');
    expect(exif!.toString('latin1')).toMatch(/Wren/);
    expect(exif!.toString('latin1')).not.toMatch(/Lantern/);
    // What was chosen is there the next time.
    await bench.openExport('Photo');
    await expect(page.getByLabel('named')).toHaveValue('{sitting}-{number}');
    await expect(page.getByLabel('Long edge')).toHaveValue('60');
    await page.getByRole('button', { name: 'Close' }).click();
  });

  for (const [format, kind] of [
    ['WebP', 'webp'],
    ['AVIF', 'heif'],
  ] as const)
    expect((await sharp(await bytesOf(await bench.export('Export photo', format))).metadata()).format).toBe(
      kind,
    );
});

test('masks, layers, a colour table, readings, a proof sheet', async ({ page }) => {
  const bench = await Bench.openSkin(page);
  await page.getByTestId('stage').focus();
  await page.keyboard.press('r');
  await expect(page.getByRole('button', { name: /^Reading / })).toHaveCount(3);
  await bench.settle();
  await page.getByRole('button', { name: '+ Even', exact: true }).click();
  await bench.settle();

  await bench.openExport('Masks');
  const masks = unzipSync(await bytesOf(await bench.download('Export masks')));
  expect(Object.keys(masks)).toEqual(['Skin.png']);
  expect((await sharp(masks['Skin.png']).metadata()).width).toBe(1080);

  await bench.openExport('Layers');
  const layers = unzipSync(await bytesOf(await bench.download('Export layers')));
  const xml = strFromU8(layers['stack.xml']!);
  expect([...xml.matchAll(/<layer name="([^"]+)"/g)].map(([, name]) => name)).toEqual([
    'mask: Skin',
    '1. evenness on Skin',
    expect.stringMatching(/\.jpg$/),
  ]);
  // The layers laid on each other by an independent program are the picture that they make.
  const laid = await sharp(layers['data/layer0.png'])
    .composite([{ input: Buffer.from(layers['data/layer1.png']!) }])
    .removeAlpha()
    .raw()
    .toBuffer();
  const merged = await sharp(layers['mergedimage.png']).removeAlpha().raw().toBuffer();
  const off = laid.reduce((sum, value, i) => sum + Math.abs(value - merged[i]!), 0) / laid.length;
  expect(off).toBeLessThan(0.5);

  await bench.openExport('Colour table');
  await page.getByRole('button', { name: 'Export table' }).click();
  await expect(page.getByText('No step of this plan can be in a table of colours')).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).first().click();

  await bench.openExport('Readings');
  const csv = (await bytesOf(await bench.download('For a spreadsheet'))).toString();
  expect(csv.trim().split('\r\n')).toHaveLength(7);
  await bench.openExport('Readings');
  expect((await bytesOf(await bench.download('As CGATS text'))).toString()).toMatch(/^CGATS\.17\n/);

  await bench.openExport('Proof sheet');
  const html = (await bytesOf(await bench.download('Export proof sheet'))).toString();
  const sheet = await page.context().newPage();
  await sheet.setContent(html);
  await expect(sheet.locator('img')).toHaveCount(2);
  expect(
    await sheet
      .locator('img')
      .evaluateAll((all) => all.every((img) => (img as HTMLImageElement).naturalWidth > 400)),
  ).toBe(true);
  await expect(sheet.locator('tbody tr')).toHaveCount(3);
  await expect(sheet.getByRole('listitem')).toHaveText(/^Even on Skin/);
  await sheet.close();
});

test('a colour table of the whole picture’s steps; all photos in one archive', async ({ page }) => {
  const bench = await Bench.open(page);
  await page.getByRole('button', { name: '+ Prepare' }).click();
  await enter(page.getByLabel('Exposure'), '0.5');
  await bench.settle();
  await bench.openExport('Colour table');
  await page.getByRole('radio', { name: '17' }).click();
  const cube = (await bytesOf(await bench.download('Export table'))).toString();
  expect(cube).toMatch(/LUT_3D_SIZE 17\n/);
  expect(cube.split('\n').filter((line) => /^[\d.]+ [\d.]+ [\d.]+$/.test(line))).toHaveLength(17 ** 3);

  await bench.openExport('Photo');
  await page.getByRole('radio', { name: 'JPEG', exact: true }).check();
  await enter(page.getByLabel('Long edge'), '200');
  const all = page.getByRole('button', { name: /^All \d+ photos$/ });
  const count = Number(/\d+/.exec((await all.textContent())!)![0]);
  const download = page.waitForEvent('download', { timeout: 150_000 });
  await all.click();
  const files = unzipSync(await bytesOf(await download));
  expect(Object.keys(files)).toHaveLength(count);
  for (const file of Object.values(files)) expect((await sharp(file).metadata()).height).toBe(200);
  // The photo that was open is still the one in hand.
  await bench.settle();
  const path = await (await bench.export('Export photo', 'PNG')).path();
  expect((await decode(path)).height).toBe(200);
});

test('an export that is stopped writes nothing', async ({ page }) => {
  await page.goto('/');
  const buffer = await sharp({
    create: {
      width: 4000,
      height: 3000,
      channels: 3,
      background: '#a08070',
      noise: { type: 'gaussian', mean: 128, sigma: 30 },
    },
  })
    .jpeg()
    .toBuffer();
  await page
    .getByLabel('Photos for a new sitting')
    .setInputFiles({ name: 'large.jpg', mimeType: 'image/jpeg', buffer });
  const bench = new Bench(page);
  await bench.settle();
  let downloads = 0;
  page.on('download', () => downloads++);
  await bench.openExport('Photo');
  await page.getByRole('radio', { name: 'PNG, 16 bits' }).check();
  await page.getByRole('button', { name: 'Export photo', exact: true }).click();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText('Export stopped; nothing was written.')).toBeVisible();
  await bench.settle();
  expect(downloads).toBe(0);
});
