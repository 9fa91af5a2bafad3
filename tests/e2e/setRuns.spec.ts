import { copyFile } from 'node:fs/promises';
import { headPath } from '../fixtures/truth';
import type { Head } from '../fixtures/truth';
import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { Bench } from './bench';

const sheetOf = (page: Page) => page.getByRole('dialog');

test('a run that ends with its tab goes on in the next one, with a turned photo, and with the storage full', async ({
  context,
}, info) => {
  const named = async (name: string, head: Head) => {
    await copyFile(headPath(head), info.outputPath(`${name}.jpg`));
    return info.outputPath(`${name}.jpg`);
  };
  const turned = info.outputPath('turned.jpg');
  await sharp(headPath('suit')).rotate(90).toFile(turned);
  let page = await context.newPage();
  await page.goto('/');
  await page
    .getByLabel('Photos for a new sitting')
    .setInputFiles([await named('first', 'bearded'), turned, await named('last', 'suit')]);
  await new Bench(page).settle();
  const address = page.url();
  await page.keyboard.press('Shift+P');
  await sheetOf(page).getByRole('button', { name: 'Find', exact: true }).click();
  await expect(sheetOf(page).getByText('Finding: 2 of 3')).toBeVisible();
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
  // What could not be kept works in this tab: the sitter's two photos are measured. Both tabs' part of the run is one undo.
  await sheet.getByRole('radio', { name: 'Chart' }).click();
  await expect(
    sheet.getByRole('region', { name: 'Numbers of all photos' }).getByRole('listitem'),
  ).toHaveCount(2);
  await page.getByRole('button', { name: 'Close' }).first().click();
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await page.keyboard.press('Shift+P');
  await expect(sheet.getByText('3 untouched')).toBeVisible();
});
