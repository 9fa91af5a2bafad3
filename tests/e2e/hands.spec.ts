import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { Bench } from './bench';

// What hands and keys do unasked: leave the window, hold a key, change the window's size in a drag.

for (const [does, during] of [
  [
    'leaves the window goes on outside',
    async (page: Page) => {
      await page.mouse.move(640, 300, { steps: 4 });
      await page.mouse.move(640, -200, { steps: 4 });
    },
  ],
  [
    'is drawn while the window changes its size breaks nothing',
    async (page: Page, bench: Bench) => {
      await page.mouse.move(...(await bench.at([500, 620])), { steps: 4 });
      await page.setViewportSize({ width: 1024, height: 700 });
      await page.mouse.move(...(await bench.at([500, 700])), { steps: 4 });
    },
  ],
] as const)
  test(`a stroke that ${does}: it is one, the picture is in its place, and one undo takes it back`, async ({
    page,
  }) => {
    const bench = await Bench.openFound(page);
    await bench.choosePart('Skin');
    await page.keyboard.press('s');
    const marks = page.getByRole('button', { name: /^Mark .* (add|remove|limit)s$/ });
    const before = await marks.count();
    await page.mouse.move(...(await bench.at([500, 560])));
    await page.mouse.down();
    await during(page, bench);
    await page.mouse.up();
    await bench.settle();
    await expect(marks).toHaveCount(before + 1);
    const stage = (await page.getByTestId('stage').boundingBox())!;
    const [left, top] = await bench.at([0, 0]);
    expect(left).toBeGreaterThanOrEqual(stage.x);
    expect(top).toBeGreaterThanOrEqual(stage.y);
    await page.keyboard.press('Control+z');
    await expect(marks).toHaveCount(before);
  });

test('what is dragged says its number beside the hand, until it is let go', async ({ page }) => {
  const bench = await Bench.openFound(page);
  await bench.choosePart('Skin');
  await page.getByRole('button', { name: '+ Even' }).click();
  await bench.settle();
  const grain = page.getByRole('slider', { name: 'Evenness of hue: width of the grain' });
  const box = (await grain.boundingBox())!;
  const end = { x: box.x + box.width - 9, y: box.y + box.height / 2 };
  await page.mouse.move(end.x, end.y);
  await page.mouse.down();
  await page.mouse.move(end.x - 6, end.y, { steps: 3 });
  const number = page.getByTestId('hand-number');
  await expect(number).toHaveText((await grain.getAttribute('aria-valuetext'))!);
  const said = (await number.boundingBox())!;
  expect(Math.abs(said.x - end.x) + Math.abs(said.y - end.y)).toBeLessThan(80);
  await page.mouse.up();
  await expect(number).toHaveCount(0);
});

test('a zoom key that sticks ends at the closest view, and the picture is there', async ({ page }) => {
  const bench = await Bench.open(page);
  const zoom = async () => Number((await page.getByTestId('stage').getAttribute('data-view'))!.split(' ')[2]);
  await page.getByTestId('stage').focus();
  await page.evaluate(() => {
    const stage = document.querySelector('[data-testid=stage]')!;
    const box = stage.getBoundingClientRect();
    const [clientX, clientY] = [box.x + box.width / 2, box.y + box.height / 2];
    for (let n = 0; n < 300; n++)
      stage.dispatchEvent(
        new WheelEvent('wheel', { deltaY: -400, clientX, clientY, bubbles: true, cancelable: true }),
      );
  });
  await bench.settle();
  expect(await zoom()).toBe(32);
  // As a key does that is held down: again and again, without being let go.
  for (let n = 0; n < 40; n++) await page.keyboard.down('z');
  await page.keyboard.up('z');
  await bench.settle();
  expect(await zoom()).toBeLessThan(32);
});

test('three hundred photos in one sitting: few cards at a time, the last one opens', async ({ page }) => {
  const photos = await Promise.all(
    Array.from({ length: 300 }, async (_, n) => ({
      name: `evening ${String(n + 1).padStart(3, '0')}.png`,
      mimeType: 'image/png',
      buffer: await sharp({
        create: {
          width: 60,
          height: 80,
          channels: 3,
          background: { r: 90 + (n % 100), g: 90, b: 80 + Math.floor(n / 100) },
        },
      })
        .png()
        .toBuffer(),
    })),
  );
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(photos);
  await expect(page.getByText('photo 1 of 300')).toBeVisible({ timeout: 180_000 });
  await page.keyboard.press('Shift+P');
  const sheet = page.getByRole('dialog');
  const cards = sheet.getByRole('checkbox', { name: /^Choose evening/ });
  await expect(cards.first()).toBeVisible();
  expect(await cards.count()).toBeLessThan(80);
  await cards.first().hover();
  await page.mouse.wheel(0, 100_000);
  await sheet.getByRole('button', { name: 'evening 300.png', exact: true }).click();
  await expect(page.getByText('evening 300.png · 60 × 80')).toBeVisible();
  await new Bench(page, { width: 60, height: 80 }).settle();
});
