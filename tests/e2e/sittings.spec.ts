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

test('the server: strict headers, a health answer, and no file that is not on the list', async ({
  request,
}) => {
  const headers = (await request.get('/')).headers();
  expect(headers['content-security-policy']).toContain("default-src 'self'");
  expect(headers['content-security-policy']).not.toContain('unsafe-inline');
  expect(headers).toMatchObject({
    'cross-origin-opener-policy': 'same-origin',
    'cross-origin-embedder-policy': 'require-corp',
    'x-content-type-options': 'nosniff',
    'x-frame-options': 'DENY',
  });
  expect(await (await request.get('/api/health')).json()).toEqual({ ok: true });
  expect((await (await request.get('/api/demo')).json()).photos.length).toBe(20);
  expect((await request.get('/api/demo/none.jpg')).status()).toBe(404);
  expect((await request.get('/api/demo/..%2Flist.json')).status()).toBe(400);
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
