import { execFileSync } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import sharp from 'sharp';

export const number = (n: number): string => String(n).padStart(4, '0');
export const strip = (page: Page) => page.getByRole('slider', { name: 'Frame that is looked at' });
/** Red, green and blue of a picture, one after another. */
export const codes = (file: string | Buffer): Promise<Buffer> => sharp(file).removeAlpha().raw().toBuffer();
/** What ffprobe says of a clip. */
export const probed = (path: string, entries: string) =>
  JSON.parse(
    execFileSync('ffprobe', ['-v', 'error', '-show_entries', entries, '-of', 'json', path], {
      encoding: 'utf8',
    }),
  );

/** Opens a clip as a sitting of its own. */
export async function openClip(page: Page, path: string): Promise<void> {
  await page.goto('/');
  await page.locator('input[type=file]').first().setInputFiles(path);
}

/** Follows and draws all frames. */
export async function followed(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^(Follow|Draw) \d+ frames$/ }).click();
  await expect(page.getByRole('button', { name: 'All followed' })).toBeVisible({ timeout: 180_000 });
}

/** A folder for the clips of a file of tests, and for what comes out; gone when these end. */
export class ShotFolder {
  path = '';

  constructor() {
    test.beforeAll(async () => void (this.path = await mkdtemp(join(tmpdir(), 'even-blush-'))));
    test.afterAll(() => rm(this.path, { recursive: true }));
  }

  /** A clip from one of ffmpeg's own pictures. */
  made(name: string, ...words: readonly string[]): string {
    const path = join(this.path, name);
    execFileSync('ffmpeg', ['-v', 'error', '-y', ...words, path]);
    return path;
  }

  /** Exports the shot as that kind. @returns the path of the file */
  async exportAs(page: Page, kind: string, { masks = false, rate = 0 } = {}): Promise<string> {
    await page.getByRole('button', { name: 'Export shot' }).click();
    await page.getByRole('radio', { name: kind }).click();
    if (masks) await page.getByLabel('the coverage of areas too').check();
    const field = page.getByLabel('Frames a second');
    if (rate > 0) await field.fill(String(rate)).then(() => field.press('Enter'));
    const [download] = await Promise.all([
      page.waitForEvent('download', { timeout: 240_000 }),
      page.getByRole('button', { name: /^Export \d+ frames/ }).click(),
    ]);
    const path = join(this.path, download.suggestedFilename());
    await download.saveAs(path);
    return path;
  }
}
