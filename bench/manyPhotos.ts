import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { largePortrait } from './render';
import type { Row } from './report';
import { inServedPage } from './servedPage';

const COUNT = 12;
const WINDOW = { width: 1280, height: 800 };
const LOOK_EVERY_MS = 500;

/** Bytes of the largest process that shows a page. */
function pageBytes(): number {
  const lines = execFileSync('ps', ['-eo', 'rss=,args='], { encoding: 'utf8' }).split('\n');
  const pages = lines.filter((line) => line.includes('type=renderer')).map((line) => parseInt(line, 10));
  return 1024 * Math.max(0, ...pages);
}

/** The most memory that a page takes while something is done. */
async function mostWhile(work: () => Promise<unknown>): Promise<number> {
  let most = 0;
  const looking = setInterval(() => (most = Math.max(most, pageBytes())), LOOK_EVERY_MS);
  try {
    await work();
  } finally {
    clearInterval(looking);
  }
  return most;
}

/** What a page takes that works on many large photos. Needs a build. */
export async function manyPhotosMemory(): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'even-blush-'));
  const { data, info } = await largePortrait().removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const files: string[] = [];
  for (let n = 0; n < COUNT; n++) {
    const file = join(folder, `photo-${n}.jpg`);
    const { width, height, channels } = info;
    const photo = sharp(data, { raw: { width, height, channels } }).modulate({ brightness: 1 - 0.01 * n });
    await photo.jpeg({ quality: 90 }).toFile(file);
    files.push(file);
  }
  try {
    return await inServedPage(WINDOW, async (page) => {
      const what = `${COUNT} photos of 24 megapixels: most memory of the page`;
      const row = (doing: string, bytes: number): Row => ({
        what: `${what} while ${doing}`,
        value: bytes / 1e6,
        unit: 'MB',
        must: '< 1500',
      });
      await page.goto('/');
      const adding = async () => {
        await page.getByLabel('Photos for a new sitting').setInputFiles(files);
        await page.locator('[data-testid=stage][data-ready*=":"]').waitFor({ timeout: 300_000 });
      };
      const added = row('they are added', await mostWhile(adding));
      const finding = async () => {
        await page.keyboard.press('Shift+P');
        await page.getByRole('dialog').getByRole('button', { name: 'Find', exact: true }).click();
        await page.getByText(/^Looked for people in/).waitFor({ timeout: 900_000 });
      };
      const found = row('people are found in them', await mostWhile(finding));
      const exporting = async () => {
        await page.getByRole('dialog').getByRole('button', { name: 'Export…' }).click();
        const download = page.waitForEvent('download', { timeout: 900_000 });
        await page.getByRole('button', { name: `All ${COUNT} photos` }).click();
        await download;
      };
      return [added, found, row('they are exported', await mostWhile(exporting))];
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
