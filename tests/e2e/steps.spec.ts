import { expect, test } from '@playwright/test';
import { Bench, enter } from './bench';

/**
 * Every step that is not driven elsewhere: its name in the offers, a field of its sentence, what is typed
 * there, and whether it stands on the picture or on a part.
 */
const STEPS = [
  { offer: 'Prepare', kind: 'prepare', field: 'Exposure', typed: '0.6', whole: true },
  { offer: 'Light', kind: 'light', field: 'Exposure', typed: '-0.5', whole: false },
  { offer: 'Relief', kind: 'relief', field: 'Relief', typed: '60', whole: false },
  { offer: 'Trim a cast', kind: 'cast-trim', field: 'Amount of the push', typed: '30', whole: false },
  { offer: 'Balance per rung', kind: 'balance', field: 'Push of the middle', typed: '15', whole: false },
  { offer: 'Families', kind: 'families', field: 'Turn the family', typed: '20', whole: false },
  { offer: 'Clear', kind: 'clear', field: 'Brighten', typed: '80', whole: false },
] as const;

test('steps of every kind are added, typed into, switched off and undone, and the picture follows', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  const middle = async () => {
    const [x, y] = await bench.at([490, 640]);
    const box = (await page.getByTestId('stage').boundingBox())!;
    return [...(await bench.shown(Math.round(x - box.x) - 10, Math.round(y - box.y) - 10, 20, 20))];
  };
  const apart = (one: readonly number[], other: readonly number[]) =>
    one.reduce((sum, value, i) => sum + Math.abs(value - other[i]!), 0) / one.length;
  await page.getByRole('button', { name: 'New area' }).click();
  await page.keyboard.press('o');
  await bench.draw([490, 640], [640, 800]);
  await page.keyboard.press('Escape');
  for (const { offer, kind, field, typed, whole } of STEPS) {
    await test.step(offer, async () => {
      if (whole) await page.keyboard.press('Escape');
      else await page.getByRole('button', { name: 'New area', exact: true }).first().click();
      await bench.settle();
      // The row that was pressed shows its area until the pointer has left it and that is drawn.
      await page.mouse.move(...(await bench.at([60, 60])));
      await bench.settle();
      const before = await middle();
      const direct = page.getByRole('button', { name: `+ ${offer}`, exact: true });
      if ((await direct.count()) > 0) await direct.click();
      else {
        await page.getByRole('button', { name: 'More steps' }).click();
        await page.getByRole('menuitem', { name: new RegExp(`^${offer}`) }).click();
      }
      const step = bench.hand(kind);
      const input = step
        .getByLabel(field)
        .and(step.locator('input:not([type=checkbox]), [role=slider]'))
        .first();
      await expect(input).toBeVisible();
      if ((await input.getAttribute('role')) === 'slider')
        for (let n = 0; n < 10; n++) await input.press('ArrowUp');
      else {
        await enter(input, typed);
      }
      await expect
        .poll(async () => apart(before, await middle()))
        .toBeGreaterThan(kind === 'relief' ? 0.3 : 0.8);
      await step.getByRole('checkbox', { name: /^Step / }).uncheck();
      await bench.settle();
      await expect.poll(async () => apart(before, await middle())).toBeLessThan(0.1);
      await step.getByRole('button', { name: /^Delete step/ }).click();
      await expect(step).toHaveCount(0);
    });
  }
});

test('a search that is stopped leaves no parts', async ({ page }) => {
  const bench = await Bench.open(page);
  await page.keyboard.press('f');
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Stop' })).toHaveCount(0);
  await bench.settle();
  await expect(page.getByText('Sitter 1')).toHaveCount(0);
});
