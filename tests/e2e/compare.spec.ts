import { expect, test } from '@playwright/test';
import { Bench, enter } from './bench';

test('before is the photo, or what a step left; it stands beside, or left of a line that turns; changes are mapped', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  const put = async (exposure: string) => {
    await page.getByRole('button', { name: '+ Prepare' }).click();
    await enter(page.getByLabel('Exposure').last(), exposure);
    await bench.settle();
  };
  // Beside the dividing line, which crosses the middle.
  const place = [430, 560] as const;
  const original = await bench.meanAt(place);
  await put('-1');
  const first = await bench.meanAt(place);
  await put('-1');
  const second = await bench.meanAt(place);
  expect([first[0]! < original[0]! - 15, second[0]! < first[0]! - 15]).toEqual([true, true]);
  const near = (got: number[], wanted: number[]) =>
    got.forEach((value, c) => expect(Math.abs(value - wanted[c]!)).toBeLessThan(4));

  await test.step('hold, after any step', async () => {
    const hold = async () => {
      await page.keyboard.down('w');
      await expect(page.getByTestId('stage').getByText('As it was')).toBeVisible();
      await bench.settle();
      const value = await bench.meanAt(place);
      await page.keyboard.up('w');
      return value;
    };
    await page.getByTestId('stage').focus();
    near(await hold(), original);
    await page.keyboard.press('d');
    await page.getByLabel('What before is').selectOption({ index: 1 });
    await page.getByTestId('stage').focus();
    near(await hold(), first);
    await page.getByLabel('What before is').selectOption({ index: 0 });
    await page.getByTestId('stage').focus();
    await page.keyboard.press('d');
  });

  await test.step('a line that turns', async () => {
    await page.getByTestId('stage').focus();
    await page.keyboard.press('d');
    await bench.settle();
    // The middle of the line crosses the middle of the view; above it, a line turned right shows more of before.
    const above = [600, 250] as const;
    const upright = await bench.meanAt(above);
    const grip = page.getByRole('slider', { name: 'Angle of the dividing line' });
    await grip.focus();
    for (let n = 0; n < 6; n++) await page.keyboard.press('ArrowRight');
    await expect(grip).toHaveAttribute('aria-valuenow', '30');
    await bench.settle();
    expect((await bench.meanAt(above))[0]!).toBeGreaterThan(upright[0]! + 10);
    await page.keyboard.press('d');
  });

  await test.step('beside, moved as one', async () => {
    await page.getByTestId('stage').focus();
    await page.keyboard.press('Shift+D');
    await bench.settle();
    const box = (await page.getByTestId('stage').boundingBox())!;
    const [x, y] = await bench.at(place);
    const at = async (left: number) =>
      (await bench.shown(left - box.x - 4, y - box.y - 4, 8, 8))
        .filter((_, i) => i % 3 === 0)
        .reduce((sum, v) => sum + v, 0) / 64;
    expect(await at(x + box.width / 2)).toBeGreaterThan((await at(x)) + 30);
    const before = await page.getByTestId('stage').getAttribute('data-view');
    await page.mouse.move(x + box.width / 2, y);
    await page.mouse.wheel(0, -300);
    await bench.settle();
    expect(await page.getByTestId('stage').getAttribute('data-view')).not.toBe(before);
    const [after] = await bench.at(place);
    expect(Math.abs(after - x)).toBeLessThan(3);
    await page.keyboard.press('Shift+D');
    await page.getByRole('button', { name: 'Fit' }).click();
    await bench.settle();
  });

  await test.step('the map of changes', async () => {
    await page.getByRole('button', { name: 'Changes' }).click();
    await bench.settle();
    const legend = page.getByText('Change, ΔE00').locator('xpath=ancestor::div[1]');
    await expect(legend).toContainText('100.0 % changed');
    await page.mouse.move(...(await bench.at(place)));
    await expect(legend).toContainText(/here \d+\.\d/);
    await page.getByRole('button', { name: 'Changes' }).click();
  });
});

test('what was done is a list to go to any point of; plans are kept under names; both survive a reload', async ({
  page,
}) => {
  const bench = await Bench.openSkin(page);
  await page.getByRole('button', { name: '+ Even', exact: true }).click();
  await bench.settle();
  const steps = page.locator('[data-step]');
  const count = await steps.count();
  expect(count).toBeGreaterThan(0);
  await page.getByRole('button', { name: 'What was done' }).click();
  const list = page.getByRole('list', { name: 'What was done' });
  const points = await list.getByRole('button').count();
  await page.getByLabel('Name of the version').fill('Warm <first>');
  await page.getByRole('button', { name: 'Keep this one' }).click();
  await expect(list.getByRole('button')).toHaveCount(points + 1);
  await list.getByRole('button', { name: 'as it was before' }).click();
  await expect(steps).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Take Warm <first>' })).toHaveCount(0);
  await list.getByRole('button').first().click();
  await expect(steps).toHaveCount(count);
  await page.getByRole('button', { name: 'Close' }).click();
  await bench.choosePart('Skin');
  await page.getByRole('button', { name: /^Edit marks/ }).click();
  await page.getByRole('button', { name: 'Delete area Skin' }).click();
  await expect(steps).toHaveCount(0);
  await bench.settle();
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await page.reload();
  await bench.settle();
  await page.keyboard.press('Shift+Z');
  await page.getByRole('button', { name: 'Take Warm <first>' }).click();
  await expect(steps).toHaveCount(count);
  await page.getByRole('button', { name: 'Forget Warm <first>' }).click();
  await expect(page.getByRole('button', { name: 'Take Warm <first>' })).toHaveCount(0);
});

test('what a plan did unasked is said, and leads to its place', async ({ page }) => {
  const bench = await Bench.openSkin(page);
  await expect(page.getByRole('region', { name: 'Warnings' })).toHaveCount(0);
  await page.getByRole('button', { name: '+ Even', exact: true }).click();
  await bench.settle();
  const warnings = page.getByRole('region', { name: 'Warnings' });
  await expect(warnings).toContainText('Nothing to look at');
  await page.getByRole('button', { name: 'More steps' }).click();
  await page.getByRole('menuitem', { name: /^Light/ }).click();
  await enter(page.getByLabel('Exposure'), '2.5');
  const clipped = warnings.getByRole('button', { name: /newly clipped/ });
  await expect(clipped).toBeVisible();
  const before = await page.getByTestId('stage').getAttribute('data-view');
  await clipped.click();
  await expect(page.getByTestId('stage')).not.toHaveAttribute('data-view', before!);
});

test('keys are chosen anew, swapped where one is taken, kept, and as at first again', async ({ page }) => {
  const bench = await Bench.openSkin(page);
  const stage = page.getByTestId('stage');
  await page.keyboard.press('?');
  await page.getByRole('button', { name: 'Key for: Outline. L', exact: true }).click();
  await page.keyboard.press('h');
  await expect(page.getByText('Outline: H. Hatch over the area: L now.')).toBeVisible();
  await page.getByRole('button', { name: 'Key for: Export' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Export: stays at E.')).toBeVisible();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  const extent = page.getByRole('button', { name: /^Extent: / });
  await stage.focus();
  await page.keyboard.press('h');
  await expect(extent).toHaveText('Extent: outline');
  await page.reload();
  await bench.settle();
  await bench.choosePart('Skin');
  await extent.click();
  await expect(page.getByRole('menuitem', { name: /^Outline/ })).toHaveText(/H$/);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /^Edit marks/ })).toHaveText(/Edit marks S$/);
  await page.keyboard.press('?');
  await page.getByRole('button', { name: 'All as at first' }).click();
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await extent.click();
  await expect(page.getByRole('menuitem', { name: /^Outline/ })).toHaveText(/L$/);
});

test('the loupe shows the photo’s pixels under the pointer; a part’s steps go off and on at a press', async ({
  page,
}) => {
  const bench = await Bench.openSkin(page);
  await page.getByRole('button', { name: '+ Even', exact: true }).click();
  await page.getByRole('button', { name: '+ Bring hue to target' }).click();
  await bench.settle();
  await page.mouse.move(...(await bench.at([540, 500])));
  await page.getByTestId('stage').focus();
  await page.keyboard.press('Shift+L');
  const loupe = page.getByTestId('loupe');
  await expect(loupe).toHaveAttribute('data-at', '540 500');
  const seen = () =>
    loupe.evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas.getContext('2d')!.getImageData(110, 110, 1, 1);
      return [...data.slice(0, 3)].join(' ');
    });
  const after = await seen();
  await page.keyboard.down('w');
  await expect.poll(seen).not.toBe(after);
  await page.keyboard.up('w');
  await expect.poll(seen).toBe(after);

  const all = page.getByLabel('all on Skin');
  // By key: the pointer stays where the loupe is.
  await all.press('Space');
  await expect(page.locator('[data-step] :checked')).toHaveCount(0);
  await expect.poll(seen).not.toBe(after);
  await page.keyboard.press('Control+z');
  await expect(all).toBeChecked();
  await expect.poll(seen).toBe(after);
});
