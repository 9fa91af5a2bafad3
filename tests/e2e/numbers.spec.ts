import { expect, test } from '@playwright/test';
import { Bench, enter, said } from './bench';

test('targets from the ladder, from a drag on the picture and from another photo’s skin; a corridor of one’s own; clipped pixels', async ({
  page,
}) => {
  const bench = await Bench.openFound(page);
  await bench.choosePart('Skin');
  await page.getByRole('button', { name: '+ Bring hue to target' }).click();
  await bench.settle();
  const step = bench.hand('hue-to-target');
  const middle = step.getByLabel('Target hue of the middle');

  await test.step('a drag upward on the skin raises the hue of the rung there, and one undo takes it back', async () => {
    await step.getByRole('button', { name: 'by dragging on the picture' }).click();
    const [x, y] = await bench.at([480, 330]);
    const before = Number(await step.getByLabel('Target hue of the light').inputValue());
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x, y - 40, { steps: 4 });
    await page.mouse.up();
    await expect
      .poll(async () => Number(await step.getByLabel('Target hue of the light').inputValue()))
      .toBeCloseTo(before + 5, 1);
    await expect(page.getByRole('button', { name: 'Undo' })).toContainText('drag hue');
    await page.keyboard.press('Control+z');
    await expect(step.getByLabel('Target hue of the light')).toHaveValue(before.toFixed(1));
    await page.keyboard.press('Escape');
  });

  await test.step('the ladder over saturation sets saturation, and the width of the grain evenness', async () => {
    await page
      .getByRole('radiogroup', { name: 'What lies across the ladder' })
      .getByRole('radio', { name: 'saturation' })
      .click();
    const rung = page.getByRole('slider', { name: 'Target saturation of the middle' });
    const from = Number(await rung.getAttribute('aria-valuenow'));
    await rung.press('ArrowRight');
    await expect
      .poll(async () => Number(await step.getByLabel('Target saturation of the middle').inputValue()))
      .toBeGreaterThan(from);
    await page.getByRole('slider', { name: 'Evenness of saturation: width of the grain' }).press('ArrowLeft');
    await expect(bench.hand('evenness')).toBeVisible();
    await expect(
      bench.hand('evenness').getByLabel('Evenness of saturation', { exact: false }).first(),
    ).toHaveValue('5');
    await page
      .getByRole('radiogroup', { name: 'What lies across the ladder' })
      .getByRole('radio', { name: 'hue' })
      .click();
  });

  await test.step('a corridor of the sitter’s own is what readings are judged by, and survives a reload', async () => {
    await bench.openReadings();
    await page.getByText('Corridor of sitter 1').click();
    await enter(page.getByLabel('Corridor of the middle ends at'), '21');
    await expect(page.getByText('Corridor of sitter 1, its own')).toBeVisible();
    await enter(page.getByLabel('Corridor of the light ends at'), '10');
    await expect(said(page, 'must begin below where it ends')).toBeVisible();
    await expect(page.getByLabel('Corridor of the light ends at')).toHaveValue('28');
    await expect(page.locator('tr', { hasText: 'too green' }).first()).toBeVisible();
    await expect(page.getByText('saved', { exact: true })).toBeVisible();
    await page.reload();
    await bench.settle();
    await bench.choosePart('Skin');
    await expect(page.getByText('Corridor of sitter 1, its own')).toBeVisible();
    await page.getByText('Corridor of sitter 1').click();
    await page.getByRole('button', { name: 'common practice' }).click();
    await expect(page.getByText('Corridor of sitter 1, its own')).toHaveCount(0);
  });

  await test.step('clipped pixels are counted per channel, and seen', async () => {
    await page.keyboard.press('Shift+C');
    await expect(page.getByRole('status').filter({ hasText: 'At white: red' })).toBeVisible();
    await page.getByRole('button', { name: 'Clipped' }).click();
    await expect(page.getByRole('status').filter({ hasText: 'At white: red' })).toHaveCount(0);
  });

  await bench.take(0);
  await test.step('another photo’s skin gives its numbers once it is divided', async () => {
    await step.getByRole('button', { name: 'from another part' }).click();
    await page.getByRole('button', { name: 'Take colours from wren-02.jpg' }).click();
    await expect(page.getByText('wren-02.jpg is not divided into parts yet')).toBeVisible();
    await page.getByRole('button', { name: 'Close' }).click();
    await bench.goToPhoto('wren-02.jpg');
    await bench.find();
    await bench.goToPhoto('marit-flare.jpg');
    await bench.choosePart('Skin');
    await bench.take(0);
    const before = await middle.inputValue();
    await step.getByRole('button', { name: 'from another part' }).click();
    await page.getByRole('button', { name: 'Take colours from wren-02.jpg' }).click();
    await page.getByRole('dialog').getByRole('button', { name: /^Skin/ }).click();
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await expect(middle).not.toHaveValue(before);
  });
});

test('hair takes the colours of another sitter’s part, roots and tips become areas of their own; an impossible colour is said', async ({
  page,
}) => {
  const bench = await Bench.openFound(page);
  await bench.choosePart('Hair');
  await page.getByRole('button', { name: '+ Recolour' }).click();
  await bench.settle();
  const step = bench.hand('recolour');
  await step.getByRole('button', { name: 'from another …' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Brows', exact: true }).click();
  await expect(step.getByText('like Brows from dark to light')).toBeVisible();
  await page.getByRole('button', { name: 'from another …' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Opening' })).toHaveCount(0);
  const picture = (await page.getByRole('dialog').locator('canvas').boundingBox())!;
  await page.mouse.click(picture.x + picture.width / 2, picture.y + picture.height * 0.95);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(step.getByText('from dark to light')).toHaveCount(0);
  const colour = await step.getByLabel('Wanted colour as a number or a name').inputValue();
  // The knit is blue: more blue than red.
  expect(Number.parseInt(colour.slice(5, 7), 16)).toBeGreaterThan(Number.parseInt(colour.slice(1, 3), 16));

  const field = step.getByLabel('Wanted colour as a number or a name');
  await enter(field, 'oklch(0.7 0.37 30)');
  await expect(step.getByText('more colourful than sRGB; the nearest')).toBeVisible();
  await enter(step.getByLabel('Depth'), '3');
  await expect(step.getByText('lighter than the file can hold')).toBeVisible();
  await page.keyboard.press('Control+z');

  await step.getByRole('button', { name: 'Tips' }).click();
  await expect(page.getByLabel('Name of the area')).toHaveValue('Hair, tips');
  await expect(page.locator('[data-step=recolour]')).toHaveCount(2);
  await bench.settle();
  await page.keyboard.press('g');
  await bench.openExtent();
  await page.getByRole('button', { name: 'straight fade', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Where the fade is full/ })).toBeVisible();
});
