import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import { Bench } from './bench';

/** axe-core, by its source: the security policy refuses script tags. */
const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  readonly id: string;
  readonly impact: string;
  readonly nodes: readonly { readonly html: string }[];
}

/** In both looks. */
async function expectNothingSerious(page: Page, view: string): Promise<void> {
  await page.evaluate(AXE);
  for (const look of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme: look });
    await expect(page.locator('html')).toHaveAttribute('data-look', look);
    const violations = await page.evaluate(async () => {
      await Promise.all(document.getAnimations().map(({ finished }) => finished.catch(() => undefined)));
      const { axe } = window as unknown as { axe: { run(): Promise<{ violations: Violation[] }> } };
      return (await axe.run()).violations;
    });
    const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
    expect(
      serious.map(({ id, nodes }) => `${id}: ${nodes[0]!.html.slice(0, 160)}`),
      `${view}, ${look}`,
    ).toEqual([]);
  }
}

test('axe finds nothing serious in any view, light or dark', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Lantern Row Players' })).toBeVisible();
  await expectNothingSerious(page, 'home');
  await page.getByRole('link', { name: 'Words' }).click();
  await expect(page.getByRole('heading', { name: 'Words' })).toBeVisible();
  await expectNothingSerious(page, 'words');
  const bench = await Bench.open(page);
  await expectNothingSerious(page, 'bench, nothing found');
  await bench.find();
  await page.keyboard.press('k');
  await expect(page.getByRole('button', { name: 'Mend all' })).toBeVisible();
  await bench.choosePart('Skin');
  await page.getByRole('button', { name: '+ Bring hue to target' }).click();
  await bench.openReadings();
  await bench.settle();
  await expectNothingSerious(page, 'skin with readings and check');
  await page.getByRole('button', { name: 'histogram' }).click();
  await page.getByRole('button', { name: /^Edit marks/ }).click();
  await expectNothingSerious(page, 'marks and histogram');
  for (const [key, title] of [
    ['Shift+P', /^Photos of/],
    ['?', /^Keys/],
    ['Shift+Z', /^What was done/],
    ['e', /^Export/],
  ] as const) {
    await page.getByTestId('stage').focus();
    await page.keyboard.press(key);
    await expect(page.getByRole('dialog').getByRole('heading', { name: title }).first()).toBeVisible();
    await expectNothingSerious(page, String(title));
    if (key === 'Shift+P') {
      await page.getByRole('radio', { name: 'Sitters' }).click();
      await expect(page.getByLabel('Name of Sitter A')).toBeVisible();
      await expectNothingSerious(page, 'sitters of the photos');
    }
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  }
  await page.getByRole('button', { name: 'Presets…' }).click();
  await expectNothingSerious(page, 'presets');
  await page.keyboard.press('Escape');
  await page.locator('[data-take]').click({ button: 'right' });
  await expect(page.getByRole('menu')).toBeVisible();
  await expectNothingSerious(page, 'menu');
});

test('at twice the size of text, and on a tablet held upright, everything is within reach', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  for (const [width, height] of [
    [1024, 700],
    [768, 1024],
    // 1280 x 800 at a zoom of 200 %
    [640, 400],
  ] as const) {
    await page.setViewportSize({ width, height });
    await bench.settle();
    const cut = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('header button, aside button, [role=toolbar] button')]
        .filter((element) => element.checkVisibility())
        .filter((element) => {
          const { left, right } = element.getBoundingClientRect();
          return left < -1 || right > window.innerWidth + 1;
        })
        .map((element) => element.textContent),
    );
    expect(cut, `${width} x ${height}`).toEqual([]);
    const stage = (await page.getByTestId('stage').boundingBox())!;
    expect(Math.min(stage.width, stage.height), `${width} x ${height}`).toBeGreaterThan(220);
    const export_ = page.getByRole('button', { name: /^Export…/ });
    await export_.scrollIntoViewIfNeeded();
    await expect(export_).toBeInViewport();
    await page.getByRole('button', { name: 'More steps' }).scrollIntoViewIfNeeded();
    await expect(page.getByRole('button', { name: 'More steps' })).toBeInViewport();
  }
});
