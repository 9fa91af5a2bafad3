import { expect, test } from '@playwright/test';
import { portraitPath } from '../fixtures/truth';
import { Bench, enter } from './bench';

test('a tab that is killed four times while it stores loses nothing older than half a second', async ({
  context,
}) => {
  let page = await context.newPage();
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(portraitPath('marit', 'flare'));
  await new Bench(page).settle();
  await page.getByRole('button', { name: '+ Prepare' }).click();
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  const address = page.url();
  const field = () => page.getByLabel('Exposure').last();
  const type = async (value: number) => {
    await enter(field(), value.toFixed(2));
  };
  for (let n = 1; n <= 4; n++) {
    const [old, young] = [n / 10, (2 * n + 1) / 20];
    await type(old);
    await page.waitForTimeout(500);
    await type(young);
    // At another moment of its storing each time.
    await page.waitForTimeout(n * 200);
    await page.close({ runBeforeUnload: false });
    page = await context.newPage();
    await page.goto(address);
    await expect(field()).toBeVisible();
    // Whether the last change is there depends on the moment and the machine; the one before it always is.
    const kept = Number(await field().inputValue());
    expect([old, young], `killed for the ${n}th time`).toContain(kept);
  }
});
