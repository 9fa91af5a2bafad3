import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { headPath } from '../fixtures/truth';
import type { Head } from '../fixtures/truth';
import { Bench } from './bench';

/** A made-up head opened as a sitting of its own, its people found. */
async function foundHead(page: Page, head: Head, sitters: string): Promise<Bench> {
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(headPath(head));
  const bench = new Bench(page, { width: 432, height: 540 });
  await bench.settle();
  await page.keyboard.press('f');
  await expect(page.getByText(`Found ${sitters}`, { exact: false })).toBeVisible();
  return bench;
}

test('a beard and glasses are parts of their own, and the beard follows the hair', async ({ page }) => {
  const bench = await foundHead(page, 'bearded', '1 sitter');
  const map = page.getByRole('group', { name: /^Face map/ });
  for (const part of ['Beard', 'Glasses'])
    await expect(map.getByRole('button', { name: part, exact: true })).toHaveCount(1);
  await expect(map.getByRole('button', { name: /^Hat/ })).toHaveCount(0);
  await bench.choosePart('Hair');
  await bench.settle();
  await page.getByRole('button', { name: 'Recolour' }).first().click();
  await page.getByRole('button', { name: 'Beard follows' }).click();
  await expect(page.getByText('2 steps')).toBeVisible();
});

test('hair over another sitter’s clothes is its own sitter’s alone', async ({ page }, info) => {
  const workers: string[] = [];
  page.on('worker', (worker) => workers.push(worker.url()));
  const bench = await foundHead(page, 'pair', '2 sitters');
  // Each was worked out in a worker of its own.
  expect(workers.filter((address) => address.includes('sitter.worker')).length).toBe(2);
  const shares: number[][] = [];
  for (const sitter of ['Sitter 1', 'Sitter 2']) {
    await page.getByRole('button', { name: sitter }).click();
    await bench.choosePart('Hair');
    await bench.settle();
    await bench.openExtent();
    const download = page.waitForEvent('download');
    const file = info.outputPath(`${sitter}.png`);
    await page.getByRole('button', { name: 'Export PNG' }).click();
    await (await download).saveAs(file);
    const data = await sharp(file).greyscale().raw().toBuffer();
    // Hair of the first sitter over the second one's jumper, and hair of the second one.
    shares.push([data[400 * 432 + 175]!, data[60 * 432 + 260]!]);
  }
  expect(shares[0]![0]).toBeGreaterThan(200);
  expect(shares[0]![1]).toBeLessThan(30);
  expect(shares[1]![0]).toBeLessThan(30);
  expect(shares[1]![1]).toBeGreaterThan(200);
});
