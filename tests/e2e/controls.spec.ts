import { expect, test } from '@playwright/test';
import { Bench, enter, said } from './bench';

test('the bench has a main landmark, a heading, and names that hold what is to be seen', async ({ page }) => {
  const bench = await Bench.open(page);
  await expect(page.getByRole('main')).toHaveCount(1);
  await expect(page.getByRole('heading', { level: 1, name: 'Lantern Row Players' })).toHaveCount(1);
  await bench.choosePart('Hair');
  await expect(page.getByRole('button', { name: 'Undo: new area Hair', exact: true })).toBeVisible();
  for (const name of ['Brush P', 'Sweep ⇧S', 'Remove A'])
    await expect(page.getByRole('radio', { name, exact: true })).toBeVisible();
});

test('every control of the bench is reached by Tab, and seen when it has the focus', async ({ page }) => {
  const bench = await Bench.openSkin(page);
  await page.getByRole('button', { name: 'Bring hue to target' }).click();
  await bench.settle();
  await page.locator('body').click({ position: { x: 2, y: 2 } });
  const reached = new Set<string>();
  const unseen: string[] = [];
  for (let n = 0; n < 220; n++) {
    await page.keyboard.press('Tab');
    const focus = await page.evaluate(() => {
      const element = document.activeElement as (HTMLElement & { focusNumber?: string }) | null;
      if (!element || element === document.body) return undefined;
      element.focusNumber ??= Math.random().toString(36);
      const { outlineStyle, outlineWidth, boxShadow, backgroundColor } = getComputedStyle(element);
      const outlined =
        (outlineStyle !== 'none' && Number.parseFloat(outlineWidth) > 0) ||
        boxShadow !== 'none' ||
        backgroundColor !== 'rgba(0, 0, 0, 0)';
      // Drawn controls change their lines.
      const lines = () =>
        [...element.querySelectorAll('path, rect, circle, ellipse, line')]
          .map(
            (shape) =>
              `${getComputedStyle(shape).stroke} ${getComputedStyle(shape).strokeWidth} ${getComputedStyle(shape).outlineWidth}`,
          )
          .join();
      const focused = element instanceof SVGElement ? lines() : '';
      if (element instanceof SVGElement) element.blur();
      const drawn = element instanceof SVGElement && lines() !== focused;
      if (element instanceof SVGElement) element.focus();
      return { id: element.focusNumber, what: element.outerHTML.slice(0, 140), seen: outlined || drawn };
    });
    if (!focus) continue;
    if (reached.has(focus.id)) break;
    reached.add(focus.id);
    if (!focus.seen) unseen.push(focus.what);
  }
  const missed = await page.evaluate(() =>
    [
      ...document.querySelectorAll<HTMLElement & { focusNumber?: string }>(
        'main button:not([disabled]), main a[href], main input:not([type=file]), main select',
      ),
    ]
      .filter(
        (element) => element.checkVisibility() && element.tabIndex >= 0 && element.focusNumber === undefined,
      )
      .map((element) => element.outerHTML.slice(0, 120)),
  );
  expect(missed).toEqual([]);
  expect(unseen).toEqual([]);
  expect(reached.size).toBeGreaterThan(40);
});

test('whatever is typed into number fields, the sitting stays one that opens again', async ({ page }) => {
  const bench = await Bench.openSkin(page);
  await page.getByRole('button', { name: 'Bring hue to target' }).click();
  await bench.settle();
  const hue = bench.hand('hue-to-target').getByLabel('Target hue of the light');
  const odd = '|-|1e309|0x1F|١٢|1/2|--5|1,000.5|Infinity|\u2212\u22125|💡'.split('|');
  for (const field of [page.getByLabel(/^Grow/).first(), page.getByLabel(/^Soften/).first(), hue]) {
    const before = await field.inputValue();
    for (const text of [...odd, '9'.repeat(400)]) {
      await field.fill(text);
      await field.press('Enter');
      await field.press('Escape');
    }
    await expect(field).toHaveValue(before);
  }
  const type = async (text: string) => {
    await hue.fill(text);
    await hue.press('Enter');
  };
  await type('NaN');
  await expect(said(page, '“NaN” is not a number; 26.0 stays.')).toBeVisible();
  await type('999');
  await expect(said(page, 'goes from 0 to 360')).toBeVisible();
  await expect(hue).toHaveValue('26.0');
  await type('24,5');
  await expect(hue).toHaveValue('24.5');
  await hue.press('ArrowUp');
  await hue.press('Shift+ArrowUp');
  await expect(hue).toHaveValue('35.5');
  await hue.dblclick();
  await expect(hue).toHaveValue('26.0');
  await page.reload();
  await bench.settle();
  await expect(said(page, 'does not fit')).toHaveCount(0);
});

test('edge care at its largest answers within seconds; numbers with a minus sign and a comma are taken', async ({
  page,
}) => {
  const bench = await Bench.openSkin(page);
  for (const [label, value] of [
    ['Drop specks', '100'],
    ['Grow', '200'],
    ['Soften', '400'],
  ] as const) {
    const field = page.getByLabel(new RegExp(`^${label}`)).first();
    await field.fill(value);
    const began = Date.now();
    await field.press('Enter');
    await bench.settle();
    expect(Date.now() - began, label).toBeLessThan(30_000);
    await expect(page.getByRole('button', { name: /^Stop, and undo/ })).toHaveCount(0);
  }
  const grow = page.getByLabel(/^Grow/).first();
  await enter(grow, '\u221212,5');
  await expect(grow).toHaveValue(/^-1[23]/);
});
