import { readFile } from 'node:fs/promises';
import { expect } from '@playwright/test';
import type { Download, Locator, Page } from '@playwright/test';
import sharp from 'sharp';

export type ImagePoint = readonly [x: number, y: number];

/** The bench as a hand meets it: a real pointer on the picture, in pixels of the photo. */
export class Bench {
  constructor(
    readonly page: Page,
    readonly photo = { width: 1080, height: 1350 },
  ) {}

  /** Opens a sitting from the list. */
  static async open(page: Page, sitting = 'Lantern Row Players'): Promise<Bench> {
    await page.goto('/');
    await page.getByRole('link', { name: `Open ${sitting}` }).click();
    const bench = new Bench(page);
    await bench.settle();
    return bench;
  }

  /** Opens the shot of the demo. */
  static async openShot(page: Page): Promise<Bench> {
    const bench = await Bench.open(page);
    await page.keyboard.press('Shift+P');
    await page
      .getByRole('button', { name: /turning-0001/ })
      .first()
      .click();
    await page.getByText('of 24').waitFor();
    return bench;
  }

  /** Opens the demo and finds its sitter. */
  static async openFound(page: Page): Promise<Bench> {
    const bench = await Bench.open(page);
    await bench.find();
    return bench;
  }

  /** Finds the one sitter of the photo. */
  async find(): Promise<void> {
    await this.page.keyboard.press('f');
    await expect(this.page.getByText('Found 1 sitter', { exact: false })).toBeVisible();
    await this.settle();
  }

  /** Opens the demo with a line drawn into the face as its skin. */
  static async openSkin(page: Page): Promise<Bench> {
    const bench = await Bench.open(page);
    await bench.choosePart('Skin');
    await bench.draw([500, 330], [460, 700]);
    return bench;
  }

  /** Waits until the picture is there and nothing is computed any more. */
  async settle(): Promise<void> {
    const stage = this.page.getByTestId('stage');
    await expect(async () => {
      // What a hand did is wished for by the next frame.
      await this.page.evaluate(
        () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))),
      );
      expect(await stage.getAttribute('data-ready')).toMatch(/:/);
    }).toPass({ intervals: [50], timeout: 60_000 });
  }

  /** Where a point of the photo lies on the screen. */
  async at([x, y]: ImagePoint): Promise<[number, number]> {
    const stage = this.page.getByTestId('stage');
    const box = (await stage.boundingBox())!;
    const [left, top, zoom] = (await stage.getAttribute('data-view'))!.split(' ').map(Number) as [
      number,
      number,
      number,
    ];
    return [box.x + left + x * zoom, box.y + top + y * zoom];
  }

  async press(point: ImagePoint): Promise<void> {
    await this.page.mouse.click(...(await this.at(point)));
    await this.settle();
  }

  /** A stroke of the pointer through points of the photo. */
  async draw(...points: readonly ImagePoint[]): Promise<void> {
    await this.page.mouse.move(...(await this.at(points[0]!)));
    await this.page.mouse.down();
    for (const point of points.slice(1)) await this.page.mouse.move(...(await this.at(point)), { steps: 6 });
    await this.page.mouse.up();
    await this.settle();
  }

  async choosePart(name: string): Promise<void> {
    await this.page
      .getByRole('group', { name: /^Face map/ })
      .getByRole('button', { name: new RegExp(`^${name}`) })
      .press('Enter');
  }

  /** The step in hand, by its kind. */
  hand(kind: string): Locator {
    return this.page.locator(`[data-hand=${kind}]`);
  }

  /** Takes a step of the plan in hand, by its place. */
  async take(place: number): Promise<void> {
    await this.page.locator('[data-take]').nth(place).click();
  }

  /** Does what the menu of a step of the plan says. */
  async doWithStep(place: number, words: string): Promise<void> {
    await this.page
      .locator('[data-step]')
      .nth(place)
      .getByRole('button', { name: /^More for the step/ })
      .click();
    await this.page.getByRole('menuitem', { name: words, exact: true }).click();
  }

  /** Opens the table of readings of the part in hand. */
  async openReadings(): Promise<void> {
    const fold = this.page.getByRole('button', { name: 'readings', exact: true });
    if ((await fold.getAttribute('aria-expanded')) === 'false') await fold.click();
  }

  /** Opens the extent of the part in hand. */
  async openExtent(): Promise<void> {
    const edit = this.page.getByRole('button', { name: /^Edit marks/ });
    if (await edit.isVisible()) await edit.click();
  }

  /** Goes to another photo of the sitting. */
  async goToPhoto(file: string): Promise<void> {
    await this.page.getByRole('button', { name: /^photo \d+ of \d+$/ }).click();
    await this.page.getByRole('dialog').getByRole('button', { name: file, exact: true }).click();
    await this.settle();
  }

  /** The hue that a row of the readings shows, in degrees. */
  async hue(rung: 'light' | 'middle' | 'shade', column: 'now' | 'result'): Promise<number> {
    const text = await this.page.locator(`tr[data-rung=${rung}] [data-column=${column}]`).innerText();
    return Number.parseFloat(text);
  }

  /** What the screen shows of the picture: RGB of a rectangle in CSS pixels from the picture's corner. */
  async shown(left: number, top: number, width: number, height: number): Promise<Buffer> {
    const box = (await this.page.getByTestId('stage').boundingBox())!;
    const shot = await this.page.screenshot({ clip: { x: box.x + left, y: box.y + top, width, height } });
    return sharp(shot).removeAlpha().raw().toBuffer();
  }

  /** Mean 8-bit RGB of a square of the screen about a point of the photo. */
  async meanAt(point: ImagePoint, side = 8): Promise<number[]> {
    const [x, y] = await this.at(point);
    const box = (await this.page.getByTestId('stage').boundingBox())!;
    const [left, top] = [x - box.x - side / 2, y - box.y - side / 2];
    const pixels = await this.shown(Math.round(left), Math.round(top), side, side);
    return [0, 1, 2].map(
      (c) => pixels.reduce((sum, code, i) => sum + (i % 3 === c ? code : 0), 0) / side ** 2,
    );
  }

  /** Opens the export dialog at one of its kinds. */
  async openExport(kind: string): Promise<void> {
    await this.page.getByRole('button', { name: /^Export…/ }).click();
    await this.page.getByRole('tab', { name: kind, exact: true }).click();
  }

  /** Presses a button that writes a file. */
  async download(button: string): Promise<Download> {
    const download = this.page.waitForEvent('download');
    await this.page.getByRole('button', { name: button, exact: true }).click();
    return download;
  }

  async export(button: 'Export photo' | 'Export plan', format = 'PNG'): Promise<Download> {
    await this.openExport(button === 'Export photo' ? 'Photo' : 'Plan');
    if (button === 'Export photo') await this.page.getByRole('radio', { name: format, exact: true }).check();
    return this.download(button);
  }
}

/** Types into a field, and leaves it. */
export async function enter(field: Locator, text: string): Promise<void> {
  await field.fill(text);
  await field.press('Enter');
  // The field may be called otherwise by now.
  await field.page().evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
}

/** What the page warns of. */
export function said(page: Page, words: string | RegExp): Locator {
  return page.getByRole('alert').filter({ hasText: words });
}

/** Interleaved 8-bit RGB of a picture file, by an independent decoder. */
export async function decode(file: string): Promise<{ data: Buffer; width: number; height: number }> {
  const { data, info } = await sharp(await readFile(file))
    .rotate()
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { data, width: info.width, height: info.height };
}

/** The most by which two pictures of one size differ in any channel, codes. */
export function mostApart(first: Buffer, second: Buffer): number {
  expect(second.length).toBe(first.length);
  return first.reduce((most, code, i) => Math.max(most, Math.abs(code - second[i]!)), 0);
}

/** Share of a region's pixels in which any channel differs by more than `tolerance` codes. */
export function shareChanged(
  first: Buffer,
  second: Buffer,
  width: number,
  [left, top, right, bottom]: readonly [number, number, number, number],
  tolerance: number,
): number {
  let changed = 0;
  for (let y = top; y < bottom; y++) {
    for (let x = left; x < right; x++) {
      const p = 3 * (y * width + x);
      if ([0, 1, 2].some((channel) => Math.abs(first[p + channel]! - second[p + channel]!) > tolerance))
        changed++;
    }
  }
  return changed / ((right - left) * (bottom - top));
}
