import { execFile } from 'node:child_process';
import { readFile, writeFile } from 'node:fs/promises';
import { promisify } from 'node:util';
import { deflateSync, inflateSync } from 'node:zlib';
import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { dngFile } from '../fixtures/dngFile';
import { jxlFile } from '../fixtures/jxlFile';
import { pngChunk, pngFile, pngWords, profileChunk } from '../fixtures/pngFile';
import { Bench, decode, said } from './bench';

const photo = (name: string, buffer: Buffer) => ({
  name,
  mimeType: name.endsWith('png') ? 'image/png' : 'image/jpeg',
  buffer,
});

/** The colour that the page shows of an even photo, through an export. */
async function exportedPixel(page: Page, file: ReturnType<typeof photo>, path: string): Promise<number[]> {
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(file);
  const bench = new Bench(page);
  await bench.settle();
  await (await bench.export('Export photo', 'PNG')).saveAs(path);
  return [...(await decode(path)).data.subarray(0, 3)];
}

test('a photo means the same in the page as on the command line: tags, 16 bits, transparency, long sides', async ({
  page,
}, info) => {
  const shape = { width: 40, height: 30, pixel: [200, 120, 90] } as const;
  const cicp = pngChunk('cICP', Buffer.from([12, 13, 0, 1]));
  const gamma = pngChunk('gAMA', pngWords(100_000));
  const pixelOf = (name: string, buffer: Buffer) =>
    exportedPixel(page, photo(name, buffer), info.outputPath(`${name}.out.png`));
  const near = (got: number[], wanted: number[]) =>
    wanted.forEach((value, c) => expect(Math.abs(got[c]! - value), String(got)).toBeLessThanOrEqual(1));
  const icc = (
    await sharp(
      await sharp(Buffer.alloc(3), { raw: { width: 1, height: 1, channels: 3 } })
        .withIccProfile('p3')
        .png()
        .toBuffer(),
    ).metadata()
  ).icc!;
  // Display P3 200, 120, 90 and light 200/255 as sRGB: by culori, see cli/photoFile.test.ts.
  near(
    await pixelOf('cicp.png', pngFile({ ...shape, depth: 8, colourType: 2, chunks: [cicp] })),
    [213, 115, 83],
  );
  near(
    await pixelOf(
      'sixteen.png',
      pngFile({ ...shape, depth: 16, colourType: 2, chunks: [profileChunk(icc)] }),
    ),
    [213, 115, 83],
  );
  near(
    await pixelOf('gamma.png', pngFile({ ...shape, depth: 8, colourType: 2, chunks: [gamma] })),
    [228, 181, 159],
  );
  near(
    await pixelOf('half.png', pngFile({ ...shape, pixel: [200, 120, 90, 128], depth: 8, colourType: 6 })),
    [227, 187, 172],
  );
  const long = await sharp({ create: { width: 65_535, height: 20, channels: 3, background: '#c8785a' } })
    .png()
    .toBuffer();
  near(await pixelOf('long.png', long), [200, 120, 90]);
  await page.goto('/');
  await page
    .getByLabel('Photos for a new sitting')
    .setInputFiles([
      photo('longer.png', pngFile({ width: 65_536, height: 1, pixel: [1, 2, 3], depth: 8, colourType: 2 })),
      photo('stub.png', long.subarray(0, 22)),
    ]);
  await expect(said(page, 'The longest side that can be opened is 65,535')).toBeVisible();
  await expect(said(page, '“stub.png” ends before its picture does')).toBeVisible();
});

test('a JPEG that is damaged within opens, and what is lost is said', async ({ page }) => {
  const damaged = await readFile('demo/marit-flare.jpg');
  damaged.fill(0x55, 100_000, 100_080);
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(photo('torn.jpg', damaged));
  await expect(
    said(
      page,
      /“torn.jpg” is damaged: (from row \d+ of 1350 on at the latest|in places), the picture may be torn/,
    ),
  ).toBeVisible();
  await expect(page.getByText('torn.jpg · 1080 × 1350', { exact: false })).toBeVisible();
});

test('photos stand upright by every EXIF orientation', async ({ page }) => {
  const data = Buffer.alloc(32 * 16 * 3);
  for (let i = 0; i < 32 * 16; i++)
    data.fill(40 + (i % 32 < 16 ? 0 : 60) + (i < 32 * 8 ? 0 : 120), 3 * i, 3 * i + 3);
  const files = await Promise.all(
    Array.from({ length: 8 }, async (_, n) =>
      photo(
        `turned ${n + 1}.jpg`,
        await sharp(data, { raw: { width: 32, height: 16, channels: 3 } })
          .withMetadata({ orientation: n + 1 })
          .jpeg({ quality: 100 })
          .toBuffer(),
      ),
    ),
  );
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(files);
  await page.getByRole('button', { name: 'photo 1 of 8' }).click();
  await expect(page.locator('img[alt^="turned"]')).toHaveCount(8);
  const seen = await page.evaluate(async () => {
    const pictures = [];
    for (const image of document.querySelectorAll<HTMLImageElement>('img[alt^="turned"]')) {
      await image.decode();
      const canvas = new OffscreenCanvas(image.naturalWidth, image.naturalHeight);
      const context = canvas.getContext('2d')!;
      context.drawImage(image, 0, 0);
      const at = (x: number, y: number) =>
        Math.round(
          context.getImageData(Math.floor(x * canvas.width), Math.floor(y * canvas.height), 1, 1).data[0]! /
            10,
        ) * 10;
      pictures.push([at(0.25, 0.25), at(0.75, 0.25), at(0.25, 0.75), at(0.75, 0.75)]);
    }
    return pictures;
  });
  // EXIF 2.32, tag 0x0112: where the stored picture's first row and column are to be seen.
  expect(seen).toEqual([
    [40, 100, 160, 220],
    [100, 40, 220, 160],
    [220, 160, 100, 40],
    [160, 220, 40, 100],
    [40, 160, 100, 220],
    [160, 40, 220, 100],
    [220, 100, 160, 40],
    [100, 220, 40, 160],
  ]);
});

test('coverage that would unpack to gigabytes is refused at once, and the page does not wait for it', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  await bench.choosePart('Hair');
  const header = { width: 1080, height: 1350, depth: 8, colourType: 0, pixel: [0] } as const;
  const packed = deflateSync(Buffer.alloc(1_000_000_000), { level: 1 });
  const bomb = pngFile({ ...header, data: packed });
  const vast = pngFile({ ...header, width: 60_000, height: 60_000, data: Buffer.alloc(10) });
  await page.evaluate(() => {
    const times = ((window as unknown as { tasks: number[] }).tasks = []) as number[];
    new PerformanceObserver((list) =>
      list.getEntries().forEach(({ duration }) => times.push(duration)),
    ).observe({ type: 'longtask' });
  });
  for (const [name, buffer] of [
    ['bomb.png', bomb],
    ['vast.png', vast],
  ] as const) {
    await page.getByLabel('Coverage to add to this area').setInputFiles(photo(name, buffer));
    await expect(said(page, `“${name}” is not a grey 8-bit PNG of 1080 × 1350 pixels`)).toBeVisible();
  }
  const tasks = await page.evaluate(() => (window as unknown as { tasks: number[] }).tasks);
  // Whoever unpacked it would take as long as it takes here, on whatever machine this is.
  const begin = performance.now();
  inflateSync(packed);
  expect(Math.max(0, ...tasks)).toBeLessThan(performance.now() - begin);
});

test('a camera’s raw file is developed the same in the page as on the command line', async ({
  page,
}, info) => {
  const buffer = Buffer.from(
    dngFile({
      width: 320,
      height: 240,
      orientation: 8,
      preview: await sharp({ create: { width: 90, height: 120, channels: 3, background: '#c8a58c' } })
        .jpeg()
        .toBuffer(),
      light: (x, y) => [0.2 + x / 800, 0.3 + y / 1200, 0.15 + ((x >> 4) % 2) * 0.3],
    }),
  );
  const raw = info.outputPath('sitter.dng');
  await writeFile(raw, buffer);
  await page.goto('/');
  // The decoder is kept waiting, so that the camera's own picture can be looked at meanwhile.
  let letGo: () => void = () => undefined;
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await page.route('**/libraw*.wasm', async (route) => {
    await held;
    await route.continue();
  });
  await page.getByLabel('Photos for a new sitting').setInputFiles(raw);
  const preview = page.getByTestId('preview');
  await expect(preview).toBeVisible();
  await expect.poll(() => preview.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBe(90);
  letGo();
  const bench = new Bench(page);
  await bench.settle();
  await expect(page.getByText(/sitter\.dng · 240 × 320/)).toBeVisible();
  const [plan, png] = [info.outputPath('plan.json'), info.outputPath('page.png')];
  await (await bench.export('Export plan')).saveAs(plan);
  await (await bench.export('Export photo', 'PNG, 16 bits')).saveAs(png);
  await promisify(execFile)('npx', [
    'even-blush',
    'apply',
    plan,
    raw,
    '--out',
    info.outputDir,
    '--format',
    'png16',
  ]);
  const samples = async (file: string) => {
    const { data, info: facts } = await sharp(file, { ignoreIcc: true })
      .raw({ depth: 'ushort' })
      .toBuffer({ resolveWithObject: true });
    return { data: data.toString('base64'), width: facts.width };
  };
  expect(await samples(png)).toEqual(await samples(info.outputPath('sitter.png')));
  expect((await sharp(png).metadata()).icc!.toString('latin1')).toContain('Rec. 2020');
});

test('a JPEG XL opens, though the browser knows none', async ({ page }, info) => {
  const file = Buffer.from(await jxlFile(40, 30, [200, 120, 90, 255]));
  const pixel = await exportedPixel(page, photo('even.jxl', file), info.outputPath('even.png'));
  pixel.forEach((code, c) =>
    expect(Math.abs(code - [200, 120, 90][c]!), String(pixel)).toBeLessThanOrEqual(1),
  );
});
