import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { Bench, said } from './bench';
import { rewriteSitting, storedRows } from './stored';

/** A PNG header that promises a size, and nothing behind it. */
function pngOf(width: number, height: number, ...chunks: readonly string[]): Buffer {
  const chunk = (type: string, data: Buffer) => {
    const length = Buffer.alloc(4);
    length.writeUInt32BE(data.length);
    return Buffer.concat([length, Buffer.from(type), data, Buffer.alloc(4)]);
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', header),
    ...chunks.map((type) => chunk(type, Buffer.alloc(8))),
    chunk('IEND', Buffer.alloc(0)),
  ]);
}

const good = async () => ({
  name: 'second lead.jpg',
  mimeType: 'image/jpeg',
  buffer: await sharp({ create: { width: 300, height: 200, channels: 3, background: '#c8a58c' } })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer(),
});
const file = (name: string, buffer: Buffer) => ({
  name,
  mimeType: name.endsWith('png') ? 'image/png' : 'image/jpeg',
  buffer,
});

test('bad files are said by name, and the good one among them opens upright', async ({ page }) => {
  await page.goto('/');
  const demo = await readFile('demo/marit-flare.jpg');
  await page
    .getByLabel('Photos for a new sitting')
    .setInputFiles([
      file('cut.jpg', demo.subarray(0, demo.length / 2)),
      file('words.png', Buffer.from('Act one, scene one.')),
      file('nothing.jpg', Buffer.alloc(0)),
      file('vast.png', pngOf(20000, 10000)),
      file('flat.png', pngOf(0, 40)),
      file('moving.png', pngOf(40, 40, 'acTL')),
      file('damaged.png', pngOf(40, 40)),
      await good(),
    ]);
  for (const sentence of [
    '“cut.jpg” ends before its picture does',
    '“words.png” is not a photo that can be opened',
    '“nothing.jpg” is empty',
    '“vast.png” has 20000 × 10000 pixels',
    '“flat.png” says that it is 0 pixels',
    '“moving.png” is a moving picture',
    '“damaged.png” cannot be decoded',
  ])
    await expect(said(page, sentence)).toBeVisible();
  await expect(page.getByText('second lead.jpg · 200 × 300')).toBeVisible();
  await new Bench(page, { width: 200, height: 300 }).settle();
});

test('one tab works on a sitting; another waits, or takes over', async ({ page, context }) => {
  const bench = await Bench.open(page);
  const second = await context.newPage();
  await second.goto(page.url());
  await expect(said(second, 'open in another tab')).toBeVisible();
  await bench.choosePart('Hair');
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await second.getByRole('button', { name: 'Work on it here' }).click();
  await expect(said(second, 'open in another tab')).toHaveCount(0);
  await expect(second.getByRole('button', { name: 'Hair', exact: true }).first()).toBeVisible();
  await expect(said(page, 'open in another tab')).toBeVisible();
});

test('stored data from the future or damaged is said and left as it is', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Lantern Row Players' })).toBeVisible();
  await rewriteSitting(page, (document) => void (document.schema = 99));
  await page.goto('/sitting/demo');
  await expect(page.getByText('written by a newer Even Blush (document version 99)')).toBeVisible();
  await rewriteSitting(page, (document) => {
    document.schema = 3;
    document.photos = 'none';
  });
  await page.reload();
  await expect(page.getByText('nothing of it fits. It was left as it is.')).toBeVisible();
  const [row] = await storedRows<{ document: { photos: unknown } }>(page, 'sittings');
  expect(row!.document.photos).toBe('none');
  await page.goto('/sitting/nowhere');
  await expect(page.getByText('There is no such sitting in this browser.')).toBeVisible();
});
