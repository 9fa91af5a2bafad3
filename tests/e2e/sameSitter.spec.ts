import { expect, test } from '@playwright/test';
import { Bench, said } from './bench';

test('who is the same in several photos: told by the face, named, parted and joined by hand, looked for', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  const found = page.getByText(/^\d+ parts found$/);
  // The same sitter twice, and somebody else.
  for (const [photo, file] of [
    [1, 'marit-flare.jpg'],
    [4, 'adaeze-blotchy.jpg'],
    [5, 'adaeze-flare.jpg'],
  ] as const) {
    while (!(await page.getByText(`photo ${photo} of 21`).isVisible())) await page.keyboard.press('.');
    await expect(page.getByText(new RegExp(`^${file}`))).toBeVisible();
    await bench.settle();
    await page.keyboard.press('f');
    await expect(found).toBeVisible();
    await bench.settle();
  }
  await page.keyboard.press('Shift+P');
  const sheet = page.getByRole('dialog');
  await sheet.getByRole('radio', { name: 'Sitters' }).click();
  const rows = sheet.getByRole('list', { name: 'Sitters of these photos' }).locator('> li');
  // Two sitters, and the place for somebody else.
  await expect(rows).toHaveCount(3);
  await expect(rows.nth(1).getByRole('button', { name: /^Open adaeze/ })).toHaveCount(2);
  // Photos were left while they were still measured: that was given up, and nobody needs to know.
  await expect(said(page, /./)).toHaveCount(0);
  await sheet.getByLabel('Name of Sitter B').fill('Adaeze');
  await page.keyboard.press('Enter');
  await expect(sheet.getByLabel('Name of Adaeze')).toHaveValue('Adaeze');

  await test.step('dragged to somebody else, and back by the list', async () => {
    const face = (await sheet.getByRole('button', { name: 'Open adaeze-flare.jpg' }).boundingBox())!;
    const other = (await rows.last().boundingBox())!;
    await page.mouse.move(face.x + 26, face.y + 26);
    await page.mouse.down();
    await page.mouse.move(face.x + 40, face.y + 60, { steps: 4 });
    await page.mouse.move(other.x + 240, other.y + 30, { steps: 10 });
    // What is dragged settles in its new place.
    await page.waitForTimeout(300);
    await page.mouse.up();
    await expect(rows).toHaveCount(4);
    await expect(rows.nth(1).getByRole('button', { name: /^Open/ })).toHaveCount(1);
    await sheet.getByLabel('Who adaeze-flare.jpg shows').selectOption('Adaeze');
    await expect(rows).toHaveCount(3);
  });

  await sheet.getByLabel('Sitter A is the same as').selectOption('Adaeze');
  await expect(rows).toHaveCount(2);
  await expect(rows.first().getByText('3 photos')).toBeVisible();
  await sheet.getByRole('button', { name: 'Close' }).click();
  await page.keyboard.press('Control+z');

  await page.keyboard.press('Shift+P');
  await sheet.getByLabel('Sitter shown').selectOption('Adaeze');
  await expect(sheet.getByRole('checkbox', { name: /^Choose/ })).toHaveCount(2);
  await sheet.getByLabel('Sitter shown').selectOption('nobody found');
  await expect(sheet.getByRole('checkbox', { name: /^Choose/ })).toHaveCount(18);
  await sheet.getByRole('radio', { name: 'Sitters' }).click();
  await sheet.getByRole('button', { name: 'Open adaeze-blotchy.jpg' }).click();
  await expect(page.getByText('photo 4 of 21')).toBeVisible();
  await expect(page.getByText('Adaeze', { exact: true })).toBeVisible();
});
