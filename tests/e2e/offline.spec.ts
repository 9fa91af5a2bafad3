import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { portraitPath } from '../fixtures/truth';
import { Bench } from './bench';

test.use({ serviceWorkers: 'allow' });

test('with the network gone it opens, finds, changes and exports; nothing is asked of another origin', async ({
  page,
  context,
}) => {
  const foreign: string[] = [];
  context.on('request', (request) => {
    const { protocol, host } = new URL(request.url());
    if (protocol.startsWith('http') && !host.startsWith('localhost') && !host.startsWith('127.0.0.1'))
      foreign.push(request.url());
  });
  await page.goto('/');
  await page.evaluate(async () => {
    const { active } = await navigator.serviceWorker.ready;
    while (active!.state !== 'activated') await new Promise((done) => setTimeout(done, 50));
  });
  const kept = await page.evaluate(async () => {
    const [name] = (await caches.keys()).filter((key) => key !== 'even-blush-demo');
    return (await (await caches.open(name!)).keys()).map(({ url }) => new URL(url).pathname);
  });
  for (const path of ['/', '/models/head-parser.bin', '/models/feature-parser.bin', '/mark.svg'])
    expect(kept).toContain(path);
  await context.setOffline(true);
  await page.reload();
  const photo = await readFile(portraitPath('marit', 'photo'));
  await page
    .getByLabel('Photos for a new sitting')
    .setInputFiles({ name: 'marit.jpg', mimeType: 'image/jpeg', buffer: photo });
  const bench = new Bench(page);
  await bench.settle();
  await page.getByTestId('stage').focus();
  await page.keyboard.press('f');
  await expect(page.getByText(/\d parts found/)).toBeVisible({ timeout: 90_000 });
  await bench.choosePart('Lips');
  await page.getByRole('button', { name: '+ Recolour' }).click();
  await bench.settle();
  const { width } = await sharp(await (await bench.export('Export photo', 'AVIF')).path()).metadata();
  expect(width).toBe(1080);
  await page.reload();
  await bench.settle();
  await expect(page.locator('[data-step]')).toHaveCount(1);
  expect(foreign).toEqual([]);
});
