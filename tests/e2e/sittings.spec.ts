import { expect, test } from '@playwright/test';
import { enter } from './bench';

test('sittings: rename, duplicate and delete, each with undo', async ({ page }) => {
  await page.goto('/');
  const list = page.getByRole('list', { name: 'Sittings' }).getByRole('listitem');
  await expect(list).toHaveCount(1);
  await enter(page.getByLabel('Name of sitting Lantern Row Players'), 'Winter season');
  await expect(page.getByRole('link', { name: 'Open Winter season' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('link', { name: 'Open Lantern Row Players' })).toBeVisible();
  await page.getByRole('button', { name: 'Duplicate Lantern Row Players' }).click();
  await expect(list).toHaveCount(2);
  await page.getByRole('button', { name: 'Delete Lantern Row Players', exact: true }).click();
  await expect(list).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(list).toHaveCount(2);
});

test('all sittings are saved as files at a press, and what nobody needs is freed, unless one is open elsewhere', async ({
  page,
  context,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Duplicate Lantern Row Players' }).click();
  const list = page.getByRole('list', { name: 'Sittings' }).getByRole('listitem');
  await expect(list).toHaveCount(2);
  const saved: string[] = [];
  page.on('download', (download) => saved.push(download.suggestedFilename()));
  await page.getByRole('button', { name: 'Save all sittings as files' }).click();
  await expect
    .poll(() => saved.toSorted())
    .toEqual(['Lantern-Row-Players-copy-sitting.zip', 'Lantern-Row-Players-sitting.zip']);

  const stored = () =>
    page.evaluate(
      () =>
        new Promise<number>((resolve) => {
          const request = indexedDB.open('even-blush');
          request.onsuccess = () => {
            const rows = request.result.transaction('sittings').objectStore('sittings').count();
            rows.onsuccess = () => {
              request.result.close();
              resolve(rows.result);
            };
          };
        }),
    );
  await page.getByRole('button', { name: 'Delete Lantern Row Players, copy' }).click();
  await expect(list).toHaveCount(1);
  expect(await stored()).toBe(2);
  const elsewhere = await context.newPage();
  await elsewhere.goto('/sitting/demo');
  await expect(elsewhere.getByLabel('Name of the sitting')).toBeVisible();
  const free = page.getByRole('button', { name: 'Free what nobody needs' });
  await free.click();
  await expect(page.getByText('A sitting is open in another tab. Close it first')).toBeVisible();
  expect(await stored()).toBe(2);
  await elsewhere.close();
  // The other tab lets go of its sitting some time after it is closed.
  const inHand = () =>
    page.evaluate(
      async () =>
        (await navigator.locks.query()).held!.filter(({ name }) => name!.startsWith('even-blush:')).length,
    );
  await expect.poll(inHand).toBe(0);
  await free.click();
  await expect.poll(stored).toBe(1);
});

test('looks: light, dark, three surrounds, all of them without colour', async ({ page }) => {
  await page.goto('/sitting/demo');
  await page.goto('/');
  await page.getByRole('link', { name: 'Open Lantern Row Players' }).click();
  const stage = page.getByTestId('stage');
  const seen = new Set<string>();
  for (let n = 0; n < 3; n++) {
    seen.add(await stage.evaluate((element) => getComputedStyle(element).backgroundColor));
    await page.getByRole('button', { name: /^Surround/ }).click();
  }
  expect(seen.size).toBe(3);
  for (const colour of seen) expect(new Set(colour.match(/\d+/g)).size).toBe(1);
  await page.getByRole('button', { name: /^Panels: system/ }).click();
  await page.getByRole('button', { name: /^Panels: light/ }).click();
  await expect(page.locator('html')).toHaveAttribute('data-look', 'dark');
});
