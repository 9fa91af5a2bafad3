import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { Bench } from './bench';
import { putStored, storedRows } from './stored';

const wren = (n: number) => fileURLToPath(new URL(`../../demo/wren-0${n}.jpg`, import.meta.url));
const sheetOf = (page: Page) => page.getByRole('dialog');

test('a run that ends with its tab goes on in the next one, with a turned photo, and with the storage full', async ({
  context,
}, info) => {
  test.setTimeout(180_000);
  const turned = info.outputPath('turned.jpg');
  await sharp(wren(2)).rotate(90).toFile(turned);
  let page = await context.newPage();
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles([wren(1), turned, wren(4)]);
  await new Bench(page).settle();
  const address = page.url();
  await page.keyboard.press('Shift+P');
  await sheetOf(page).getByRole('button', { name: 'Find', exact: true }).click();
  await expect(sheetOf(page).getByText('Finding: 2 of 3')).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.close({ runBeforeUnload: false });

  page = await context.newPage();
  await page.addInitScript(() => {
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function (...given: Parameters<typeof put>) {
      if ('full' in globalThis) throw new DOMException('no room', 'QuotaExceededError');
      return put.apply(this, given);
    };
  });
  await page.goto(address);
  await new Bench(page).settle();
  await page.keyboard.press('Shift+P');
  const sheet = sheetOf(page);
  await expect(sheet.getByText('Finding 3 photos was not done when this page was closed.')).toBeVisible();
  await expect(sheet.getByText('2 untouched, 1 found')).toBeVisible();
  await page.evaluate(() => Object.assign(globalThis, { full: true }));
  await sheet.getByRole('button', { name: 'Go on with it' }).click();
  await expect(page.getByText(/^Looked for people in 3 photos/)).toBeVisible({ timeout: 90_000 });
  await expect(sheet.getByText('3 found', { exact: true })).toBeVisible();
  await expect(sheet.getByRole('list', { name: 'To know of single photos' })).toContainText(
    'storage is full',
  );
  // What could not be kept works in this tab: all are measured. Both tabs' part of the run is one undo.
  await sheet.getByRole('radio', { name: 'Chart' }).click();
  await expect(
    sheet.getByRole('region', { name: 'Numbers of all photos' }).getByRole('listitem'),
  ).toHaveCount(3);
  await page.getByRole('button', { name: 'Close' }).first().click();
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await page.keyboard.press('Shift+P');
  await expect(sheet.getByText('3 untouched')).toBeVisible();
});

test('300 photos stand on the chart and on the sheet', async ({ page }) => {
  test.setTimeout(120_000);
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles([wren(1)]);
  const bench = new Bench(page);
  await bench.settle();
  const address = page.url();
  await page.keyboard.press('Shift+P');
  await sheetOf(page).getByRole('button', { name: 'Find', exact: true }).click();
  await expect(page.getByText(/^Looked for people in 1 photo/)).toBeVisible({ timeout: 60_000 });
  await expect(page.getByText('saved', { exact: true })).toBeVisible();

  // The same photo 300 times, each a little redder than the one before; one stands out.
  const rows = await storedRows<{ id: string; document: { photos: Record<string, unknown>[] } }>(
    page,
    'sittings',
  );
  const row = rows.find(({ id }) => address.endsWith(id));
  const [known] = (await storedRows<Known>(page, 'progress')).filter(({ numbers }) => numbers !== undefined);
  await page.goto('about:blank');
  await page.goto('/');
  const [photo] = row!.document.photos;
  const ids = Array.from({ length: 300 }, (_, n) => n.toString(16).padStart(64, '0'));
  const photos = ids.map((id, n) => ({ ...photo, id, file: `photo-${n}.jpg` }));
  await putStored(page, 'sittings', { ...row, document: { ...row!.document, photos } });
  for (const [n, photoId] of ids.entries())
    await putStored(page, 'progress', { ...redder(known!, n === 150 ? 0.4 : 1 - n / 30_000), photoId });

  await page.goto(address);
  await expect(page.getByTestId('stage')).toBeVisible();
  await page.keyboard.press('Shift+P');
  const sheet = sheetOf(page);
  await expect(sheet.getByText('300 found')).toBeVisible();
  const started = Date.now();
  await sheet.getByRole('radio', { name: 'Chart' }).click();
  const standsOut = sheet.getByRole('region', { name: 'What stands out' });
  await expect(standsOut.getByRole('button', { name: 'photo-150.jpg', exact: true })).toBeVisible();
  expect(Date.now() - started).toBeLessThan(5000);
  await expect(
    sheet.getByRole('region', { name: 'Numbers of all photos' }).getByRole('listitem'),
  ).toHaveCount(300);
  await sheet.getByRole('radio', { name: 'Photos' }).click();
  // The sheet draws what is seen alone, and goes to its end.
  expect(await sheet.getByText(/^photo-\d+\.jpg$/).count()).toBeLessThan(60);
  await sheet.getByText('photo-0.jpg', { exact: true }).hover();
  await page.mouse.wheel(0, 1_000_000);
  await expect(sheet.getByText('photo-299.jpg', { exact: true })).toBeVisible();
});

interface Known extends Record<string, unknown> {
  readonly numbers?: readonly Record<string, unknown>[];
}

/** What is known of a photo, with less green in all that its parts show. */
function redder({ picture: _, ...known }: Known, green: number): Known {
  const tinted = (rungs: unknown) =>
    Object.fromEntries(
      Object.entries(rungs as Record<string, [number, number, number]>).map(([rung, [r, g, b]]) => [
        rung,
        [r, g * green, b],
      ]),
    );
  return {
    ...known,
    numbers: known.numbers!.map((part) => ({
      ...part,
      before: tinted(part.before),
      after: tinted(part.after),
    })),
  };
}
