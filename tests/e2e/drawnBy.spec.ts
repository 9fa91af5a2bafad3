import { expect, test } from '@playwright/test';
import { EMULATED_CARD } from '../../playwright.config';
import { Bench, enter, mostApart } from './bench';

test.use({ launchOptions: EMULATED_CARD });

test('a picture that the graphics card draws is the processor’s within a code, and is drawn by it as it moves', async ({
  page,
}) => {
  const drawing = page.getByRole('region', { name: 'Drawing' });
  await page.goto('/');
  // A processor that imitates a card is none that is of use, unless somebody insists.
  await expect(drawing.getByRole('status')).toHaveText(/no graphics card that is of use/);
  await drawing.getByRole('radio', { name: 'Graphics card' }).click();
  await expect(drawing.getByRole('status')).toHaveText(/^The graphics card draws pictures: .* ms/);
  // Without a new page, which would try the card anew.
  await page.getByRole('link', { name: 'Open Lantern Row Players' }).click();
  const bench = new Bench(page);
  await bench.settle();
  await bench.choosePart('Skin');
  await bench.draw([500, 330], [460, 700]);
  const stage = page.getByTestId('stage');
  await page.getByRole('button', { name: '+ Even', exact: true }).click();
  await page.getByRole('button', { name: '+ Bring hue to target' }).click();
  const hue = bench.hand('hue-to-target').getByLabel('Target hue of the middle');
  for (const degrees of ['60', '50', '42']) {
    await enter(hue, degrees);
    await bench.settle();
  }
  await expect(stage).toHaveAttribute('data-drawn-by', 'card');
  await page.keyboard.press('Escape');
  await page.mouse.move(5, 5);
  await bench.settle();
  const picture = () => bench.shown(60, 60, 500, 500);
  const byCard = await picture();
  await page.goto('/');
  await drawing.getByRole('radio', { name: 'Processor' }).click();
  await expect(drawing.getByRole('status')).toHaveText('The processor draws pictures');
  await page.goBack();
  await bench.settle();
  await expect(stage).toHaveAttribute('data-drawn-by', 'processor');
  await expect.poll(async () => mostApart(byCard, await picture())).toBeLessThanOrEqual(1);
});
