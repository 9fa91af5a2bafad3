import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { Bench } from './bench';

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
    '“words.png” is not a JPEG or PNG photo',
    '“nothing.jpg” is empty',
    '“vast.png” has 20000 × 10000 pixels',
    '“flat.png” says that it is 0 pixels',
    '“moving.png” is a moving picture',
    '“damaged.png” cannot be decoded',
  ])
    await expect(page.getByRole('alert').filter({ hasText: sentence })).toBeVisible();
  await expect(page.getByText('second lead.jpg · 200 × 300')).toBeVisible();
  await new Bench(page, { width: 200, height: 300 }).settle();
});

test('numbers that are none, or out of range, are refused in a sentence and change nothing', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  await bench.choosePart('Skin');
  await bench.draw([
    [500, 330],
    [460, 700],
  ]);
  await page.getByRole('button', { name: 'Bring hue to target' }).click();
  const field = page.locator('[data-step=hue-to-target]').getByLabel('Target hue of the light');
  await field.fill('NaN');
  await field.press('Enter');
  await expect(
    page.getByRole('alert').filter({ hasText: '“NaN” is not a number; 26.0 stays.' }),
  ).toBeVisible();
  await field.fill('999');
  await field.press('Enter');
  await expect(page.getByRole('alert').filter({ hasText: 'goes from 0 to 360' })).toBeVisible();
  await expect(field).toHaveValue('26.0');
  await field.fill('24,5');
  await field.press('Enter');
  await expect(field).toHaveValue('24.5');
  await field.press('ArrowUp');
  await field.press('Shift+ArrowUp');
  await expect(field).toHaveValue('35.5');
  await field.dblclick();
  await expect(field).toHaveValue('26.0');
});

test('a worker that dies is replaced; the work goes on', async ({ page }) => {
  const bench = await Bench.open(page);
  await bench.choosePart('Skin');
  await bench.draw([
    [500, 330],
    [460, 700],
  ]);
  expect(page.workers().length).toBeGreaterThanOrEqual(3);
  const alive = page.workers();
  for (const worker of alive)
    await worker
      .evaluate(
        () =>
          void setTimeout(() => {
            throw new Error('gone');
          }, 0),
      )
      .catch(() => undefined);
  await expect.poll(() => page.workers().filter((worker) => alive.includes(worker)).length).toBe(0);
  await bench.draw([
    [560, 1000],
    [600, 980],
  ]);
  await page.getByRole('button', { name: 'Bring hue to target' }).click();
  await bench.settle();
  await expect.poll(() => bench.hue('middle', 'result')).toBeCloseTo(23, 0);
});

test('one tab works on a sitting; another waits, or takes over', async ({ page, context }) => {
  const bench = await Bench.open(page);
  const second = await context.newPage();
  await second.goto(page.url());
  await expect(second.getByRole('alert').filter({ hasText: 'open in another tab' })).toBeVisible();
  await bench.choosePart('Hair');
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await second.getByRole('button', { name: 'Work on it here' }).click();
  await expect(second.getByRole('alert').filter({ hasText: 'open in another tab' })).toHaveCount(0);
  await expect(second.getByRole('button', { name: 'Hair', exact: true }).first()).toBeVisible();
  await expect(page.getByRole('alert').filter({ hasText: 'open in another tab' })).toBeVisible();
});

async function alterStored(page: Page, change: string): Promise<void> {
  await page.evaluate(
    (code) =>
      new Promise<void>((resolve, reject) => {
        const request = indexedDB.open('even-blush');
        request.onerror = () => reject(request.error!);
        request.onsuccess = () => {
          const store = request.result.transaction('sittings', 'readwrite').objectStore('sittings');
          const get = store.get('demo');
          get.onsuccess = () => {
            const row = get.result as { document: Record<string, unknown> };
            if (code === 'future') row.document.schema = 99;
            else row.document.photos = 'none';
            store.put(row).onsuccess = () => resolve();
          };
        };
      }),
    change,
  );
}

test('stored data from the future or damaged is said and left as it is', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Lantern Row Players' })).toBeVisible();
  await alterStored(page, 'future');
  await page.goto('/sitting/demo');
  await expect(
    page.getByText('written by a newer Even Blush (document version 99)', { exact: false }),
  ).toBeVisible();
  await alterStored(page, 'damaged');
  await page.goto('/sitting/nowhere');
  await expect(page.getByText('There is no such sitting in this browser.', { exact: false })).toBeVisible();
});

test('a browser that refuses to store says so, and the work stays open and exportable', async ({
  page,
}, info) => {
  await page.addInitScript(() => {
    const refuse = () => {
      throw new DOMException('no room', 'QuotaExceededError');
    };
    if (location.pathname.startsWith('/sitting')) IDBObjectStore.prototype.put = refuse;
  });
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Lantern Row Players' })).toBeVisible();
  await page.goto('/sitting/demo');
  const bench = new Bench(page);
  await bench.settle();
  await bench.choosePart('Skin');
  await bench.draw([
    [500, 330],
    [460, 700],
  ]);
  await expect(page.getByRole('alert').filter({ hasText: 'storage is full' }).first()).toBeVisible();
  const plan = info.outputPath('plan.json');
  await (await bench.export('Export plan')).saveAs(plan);
  expect(JSON.parse(await readFile(plan, 'utf8')).photo.areas[0].name).toBe('Skin');
});
