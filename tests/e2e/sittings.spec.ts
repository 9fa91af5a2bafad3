import { expect, test } from '@playwright/test';

test('sittings: rename, duplicate and delete, each with undo', async ({ page }) => {
  await page.goto('/');
  const list = page.getByRole('list', { name: 'Sittings' }).getByRole('listitem');
  await expect(list).toHaveCount(1);
  await page.getByLabel('Name of sitting Lantern Row Players').fill('Winter season');
  await page.keyboard.press('Enter');
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
