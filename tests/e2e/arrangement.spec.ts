import { expect, test } from '@playwright/test';
import { Bench, enter } from './bench';

test('a part, its steps, the step in hand with its palette, the ladder and the plan are in sight at once', async ({
  page,
}) => {
  const bench = await Bench.openFound(page);
  for (const [part, add] of [
    ['Hair', '+ Recolour'],
    ['Irises', '+ Recolour'],
    ['Skin', '+ Bring hue to target'],
  ] as const) {
    await bench.choosePart(part);
    await page.getByRole('button', { name: add }).click();
    await bench.settle();
    const inSight = [
      page.getByLabel('Name of the area'),
      page.getByRole('img', { name: 'Mean colour before and after' }),
      page.getByRole('button', { name: add }),
      page.getByRole('group', { name: /^Tone ladder/ }),
      page.locator('[data-hand]'),
      page.locator('[aria-current=step]'),
      ...(add === '+ Recolour' ? [page.getByRole('group', { name: 'Palette' })] : []),
    ];
    for (const element of inSight) await expect(element).toBeInViewport({ ratio: 1 });
  }
  await page.getByRole('button', { name: 'Whole picture' }).click();
  await page.getByRole('button', { name: '+ Curves by numbers' }).click();
  const chart = page.getByRole('group', { name: /^Curves of red/ });
  await expect(chart).toBeInViewport({ ratio: 1 });
  expect((await chart.boundingBox())!.width).toBeGreaterThanOrEqual(260);
  // Where all three lie on each other, the one whose points are set is seen.
  for (const name of ['green', 'red', 'blue']) {
    await page.getByRole('radio', { name, exact: true }).check();
    await expect(chart.locator('[data-curve]').last()).toHaveAttribute('data-curve', name);
  }
  await page.getByRole('button', { name: 'large', exact: true }).click();
  const large = page.getByRole('dialog').getByRole('group', { name: /^Curves of red/ });
  expect((await large.boundingBox())!.width).toBeGreaterThan(500);
  await page.keyboard.press('Escape');
});

test('columns are drawn wider, put away and brought back, by hand and by key, and stay so', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  const edge = page.getByRole('separator', { name: 'Edge of the right column' });
  const column = page.getByRole('complementary', { name: 'The part' });
  const width = async () => (await column.boundingBox())!.width;
  const first = await width();
  const box = (await edge.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 300);
  await page.mouse.down();
  await page.mouse.move(box.x - 60, box.y + 300, { steps: 4 });
  await page.mouse.up();
  await expect.poll(width).toBeGreaterThan(first + 50);
  await edge.press('ArrowRight');
  const wide = await width();
  await page.reload();
  await bench.settle();
  expect(Math.abs((await width()) - wide)).toBeLessThan(1.5);
  // Dragged beyond the window it stops where the picture still has room, and at its least.
  await page.mouse.move(box.x - 60 + box.width / 2, box.y + 300);
  await page.mouse.down();
  await page.mouse.move(-300, box.y + 300, { steps: 5 });
  await expect.poll(width).toBeGreaterThan(wide + 50);
  expect((await page.getByTestId('stage').boundingBox())!.width).toBeGreaterThan(200);
  await page.mouse.move(3000, box.y + 300, { steps: 5 });
  await expect(edge).toHaveAttribute('aria-valuenow', (await edge.getAttribute('aria-valuemin'))!);
  await page.mouse.up();
  await edge.press('Enter');
  await expect(column).toBeHidden();
  await page.reload();
  await bench.settle();
  await expect(column).toBeHidden();
  await page.getByRole('button', { name: 'Bring the right column back' }).click();
  await expect(column).toBeVisible();
});

test('the plan: taken in hand, dragged, doubled, moved, alone, compared with before; a colour is tried by pointing', async ({
  page,
}) => {
  const bench = await Bench.openFound(page);
  for (const [part, add] of [
    ['Lips', '+ Recolour'],
    ['Skin', '+ Even'],
    ['Skin', '+ Bring hue to target'],
  ] as const) {
    await bench.choosePart(part);
    await page.getByRole('button', { name: add, exact: true }).click();
    await bench.settle();
  }
  const kinds = () =>
    page
      .locator('[data-step]')
      .evaluateAll((lines) => lines.map((line) => (line as HTMLElement).dataset.step));
  expect(await kinds()).toEqual(['recolour', 'evenness', 'hue-to-target']);

  await test.step('a line takes its step and its part in hand', async () => {
    await bench.take(0);
    await expect(page.getByLabel('Name of the area')).toHaveValue('Lips');
    await expect(bench.hand('recolour')).toContainText('step 1 of 3');
    await page.getByRole('button', { name: 'The step after' }).click();
    await expect(bench.hand('evenness')).toBeVisible();
  });

  await test.step('dragged by its grip to another place', async () => {
    const grips = page.locator('[data-grip]');
    const from = (await grips.nth(2).boundingBox())!;
    const to = (await grips.nth(0).boundingBox())!;
    await page.mouse.move(from.x + 5, from.y + 5);
    await page.mouse.down();
    await page.mouse.move(from.x + 5, from.y - 12, { steps: 4 });
    // As slowly as a hand: what is passed over makes room, however long that takes.
    await expect(async () => {
      for (const y of [(from.y + to.y) / 2, to.y + 5, to.y - 22])
        await page.mouse.move(from.x + 5, y, { steps: 4 });
      expect((await kinds())[0]).toBe('hue-to-target');
    }).toPass();
    await page.mouse.up();
    await expect.poll(kinds).toEqual(['hue-to-target', 'recolour', 'evenness']);
    await page.keyboard.press('Control+z');
    await expect.poll(kinds).toEqual(['recolour', 'evenness', 'hue-to-target']);
  });

  await test.step('strength on the line, doubled on another part, moved', async () => {
    const strength = page.getByLabel('Strength of recolour');
    await enter(strength, '60');
    await bench.take(0);
    await expect(bench.hand('recolour').getByLabel('Strength', { exact: true })).toHaveValue('60');
    await bench.doWithStep(0, 'Duplicate on …');
    await page.getByRole('menuitem', { name: 'Brows', exact: true }).click();
    await expect.poll(kinds).toEqual(['recolour', 'recolour', 'evenness', 'hue-to-target']);
    await expect(page.getByLabel('Name of the area')).toHaveValue('Brows');
    await bench.doWithStep(1, 'Move to …');
    await page.getByRole('menuitem', { name: 'Hair', exact: true }).click();
    await expect(page.getByLabel('Name of the area')).toHaveValue('Hair');
    await bench.doWithStep(1, 'Delete');
    await expect.poll(kinds).toEqual(['recolour', 'evenness', 'hue-to-target']);
    await bench.doWithStep(2, 'Earlier');
    await expect.poll(kinds).toEqual(['recolour', 'hue-to-target', 'evenness']);
    await bench.doWithStep(1, 'Later');
    await expect.poll(kinds).toEqual(['recolour', 'evenness', 'hue-to-target']);
  });

  const seen = async () => {
    await bench.settle();
    return (await bench.meanAt([540, 470], 4)).join(' ');
  };
  await test.step('a step alone', async () => {
    await page.getByRole('button', { name: 'Fit', exact: true }).click();
    const all = await seen();
    await bench.doWithStep(0, 'Show this step alone');
    await expect.poll(seen).not.toBe(all);
    await page.getByRole('button', { name: 'show all steps' }).click();
    await expect.poll(seen).toBe(all);
  });

  await test.step('before is what the steps until this one left', async () => {
    await bench.doWithStep(2, 'Compare with before this step');
    await expect(page.getByLabel('What before is')).toHaveValue(/.+/);
    await expect(page.getByRole('slider', { name: 'Line between before and after' })).toBeVisible();
    await page.getByRole('button', { name: 'Divide' }).click();
  });

  await test.step('a palette colour is seen while it is pointed at, and nothing is changed', async () => {
    await bench.take(0);
    await bench.settle();
    const lips = async () => {
      await bench.settle();
      return (await bench.meanAt([540, 800], 4)).join(' ');
    };
    const before = await lips();
    const undo = await page.getByRole('button', { name: /^Undo/ }).getAttribute('aria-label');
    await page.getByRole('button', { name: 'cool deep' }).hover();
    await expect.poll(lips).not.toBe(before);
    await page.mouse.move(640, 400);
    await expect.poll(lips).toBe(before);
    expect(await page.getByRole('button', { name: /^Undo/ }).getAttribute('aria-label')).toBe(undo);
  });

  await test.step('the steps of a part fold to one line', async () => {
    await page.getByRole('button', { name: 'Skin', exact: true, expanded: true }).click();
    await expect(page.getByRole('button', { name: 'Skin (2)' })).toBeVisible();
    await expect(page.locator('[data-take]')).toHaveCount(1);
  });
});

test('presets: pictures of what they would make, put on, kept under a name, used on another photo', async ({
  page,
}) => {
  const bench = await Bench.openFound(page);
  await bench.choosePart('Skin');
  await page.getByRole('button', { name: 'Presets…' }).click();
  const dialog = page.getByRole('dialog');
  const pictures = dialog.locator('canvas');
  // A canvas that was drawn on has the picture's size.
  const EMPTY_HEIGHT = 150;
  await expect
    .poll(() => pictures.evaluateAll((all) => all.map((canvas) => (canvas as HTMLCanvasElement).height)))
    .not.toContain(EMPTY_HEIGHT);
  await dialog.getByTitle('Put “Rose lips” into the plan').click();
  await expect(page.getByLabel('Name of the area')).toHaveValue('Lips');
  await bench.choosePart('Brows');
  await page.getByRole('button', { name: 'Presets…' }).click();
  await dialog.getByLabel('What presets are put on').selectOption({ index: 1 });
  await dialog.getByTitle('Put “Softer skin” into the plan').click();
  await expect(bench.hand('relief')).toBeVisible();
  await expect(page.getByLabel('Name of the area')).toHaveValue('Brows');
  await page.getByRole('button', { name: 'Presets…' }).click();
  await page.getByLabel('Name of the preset').fill('Front row <soft>');
  await page.getByRole('button', { name: 'Keep the step in hand' }).click();
  await expect(dialog.getByTitle('Put “Front row <soft>” into the plan')).toBeVisible();
  await page.getByRole('button', { name: 'Close', exact: true }).click();

  await bench.goToPhoto('jonas-mixed.jpg');
  await page.getByRole('button', { name: 'Presets…' }).click();
  await expect(dialog.getByText('not found in this photo yet').first()).toBeVisible();
  // Its parts are found first.
  await dialog.getByTitle('Put “Front row <soft>” into the plan').click();
  await expect(bench.hand('relief')).toBeVisible();
  await expect(page.getByLabel('Name of the area')).toHaveValue('Brows');
  await page.getByRole('button', { name: 'Presets…' }).click();
  await dialog.getByRole('button', { name: 'Forget the preset Front row <soft>' }).click();
  await expect(dialog.getByTitle('Put “Front row <soft>” into the plan')).toHaveCount(0);
});
