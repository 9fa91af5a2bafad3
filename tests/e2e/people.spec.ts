import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { PEARLS, wornPhoto } from '../fixtures/jewellery';
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

test('jewellery that find took for clothes is a part by a line along it, and no part of the clothes', async ({
  page,
}, info) => {
  await page.goto('/');
  await page
    .getByLabel('Photos for a new sitting')
    .setInputFiles({ name: 'worn.png', mimeType: 'image/png', buffer: await wornPhoto() });
  const bench = new Bench(page);
  await bench.settle();
  await bench.find();
  const shareOnPearls = async (part: string) => {
    await bench.choosePart(part);
    await bench.settle();
    await bench.openExtent();
    const download = page.waitForEvent('download');
    const file = info.outputPath(`${part}.png`);
    await page.getByRole('button', { name: 'Export PNG' }).click();
    await (await download).saveAs(file);
    await page.keyboard.press('Escape');
    const data = await sharp(file).greyscale().raw().toBuffer();
    const levels = PEARLS.slice(3, -3).map(([x, y]) => data[Math.round(y) * 1080 + Math.round(x)]!);
    return levels.reduce((sum, level) => sum + level, 0) / levels.length / 255;
  };
  expect(await shareOnPearls('Clothes')).toBeGreaterThan(0.8);
  await page.getByRole('button', { name: 'Missed part' }).click();
  await page.getByRole('menuitem', { name: 'Jewellery' }).click();
  // Undone, what was chosen before is chosen again.
  await page.keyboard.press('Control+z');
  await expect(page.getByLabel('Name of the area')).toHaveValue('Clothes');
  await page.getByRole('button', { name: 'Missed part' }).click();
  await page.getByRole('menuitem', { name: 'Jewellery' }).click();
  await bench.draw(...PEARLS);
  await page.keyboard.press('Escape');
  expect(await shareOnPearls('Jewellery')).toBeGreaterThan(0.8);
  expect(await shareOnPearls('Clothes')).toBeLessThan(0.2);
  await page.getByRole('button', { name: 'Missed part' }).click();
  await expect(page.getByRole('menuitem', { name: 'Jewellery' })).toHaveCount(0);
});

test('a sitter’s small face is cut out once, not anew with every change of the plan', async ({ page }) => {
  await page.addInitScript(() => {
    const cut = globalThis.createImageBitmap;
    const counted = globalThis as unknown as { cuts: number };
    counted.cuts = 0;
    globalThis.createImageBitmap = ((...of: Parameters<typeof cut>) => {
      counted.cuts++;
      return cut(...of);
    }) as typeof cut;
  });
  const cuts = () => page.evaluate(() => (globalThis as unknown as { cuts: number }).cuts);
  const bench = await foundHead(page, 'suit', '1 sitter');
  await bench.choosePart('Skin');
  await page.getByRole('button', { name: 'Bring hue to target' }).click();
  await bench.settle();
  const before = await cuts();
  expect(before).toBeGreaterThan(0);
  const hue = page.getByRole('slider', { name: 'Target hue of the middle' });
  for (let n = 0; n < 3; n++) await hue.press('ArrowRight');
  await bench.settle();
  await expect(page.getByText('1 step', { exact: true })).toBeVisible();
  expect(await cuts()).toBe(before);
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
