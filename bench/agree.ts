import { execFile, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { chromium } from '@playwright/test';
import type { Page } from '@playwright/test';
import { WRITTEN_BY_DEFAULT } from '#core/formats/writtenFile';
import playwright from '../playwright.config';
import { Bench, decode } from '../tests/e2e/bench';
import type { Row } from './report';

const PORT = 4189;
const ADDRESS = `http://localhost:${PORT}`;
/** Truth portraits, where they lie beside the project. */
const PORTRAITS = fileURLToPath(new URL('../../shared/portraits/', import.meta.url));
const SITTERS = ['adaeze', 'imani', 'jonas', 'linnea', 'marit', 'pair', 'solveig', 'tomas'];
const LOOKS = ['blotchy', 'flare', 'mixed', 'neutral'];

const STILL_MS = 5000;

/** The greatest difference of two pictures of one size, codes. */
async function apart(first: string, second: string): Promise<number> {
  const [a, b] = [await decode(first), await decode(second)];
  if (a.data.length !== b.data.length) return 255;
  return a.data.reduce((most, code, i) => Math.max(most, Math.abs(code - b.data[i]!)), 0);
}

interface Outcome {
  readonly cli: number;
  readonly server: number;
  readonly warnings: number;
  readonly seconds: number;
}

/** Waits until no step has come or changed for some seconds. */
async function untilStill(page: Page): Promise<void> {
  const words = () => page.getByRole('region', { name: 'Plan' }).innerText();
  for (let before = '', now = await words(); before !== now;) {
    await page.waitForTimeout(STILL_MS);
    [before, now] = [now, await words()];
  }
}

/** Four presses on a photo, and the plan that came of it by the other two ways. */
async function once(page: Page, photo: string): Promise<Outcome> {
  const folder = mkdtempSync(join(tmpdir(), 'even-blush-agree-'));
  const [plan, png, served] = ['plan.json', 'page.png', 'server.png'].map((name) => join(folder, name));
  const begin = Date.now();
  await page.goto(ADDRESS);
  await page.getByLabel('Photos for a new sitting').setInputFiles(photo);
  const bench = new Bench(page);
  await bench.settle();
  await page.getByTestId('stage').focus();
  await page.keyboard.press('f');
  await page.getByText(/Found \d sitter/).waitFor({ timeout: 120_000 });
  await page.keyboard.press('k');
  const check = page.getByRole('region', { name: 'Check' });
  const mend = check.getByRole('button', { name: 'Mend all' });
  await mend.or(check.getByText('By its numbers nothing is off')).first().waitFor({ timeout: 60_000 });
  if (await mend.isVisible()) {
    await mend.click();
    await untilStill(page);
  }
  await bench.settle();
  await (await bench.export('Export photo', 'PNG')).saveAs(png!);
  const seconds = (Date.now() - begin) / 1000;
  await (await bench.export('Export plan')).saveAs(plan!);
  const panel = page.getByRole('region', { name: 'Warnings' });
  await panel.waitFor({ timeout: 60_000 }).catch(() => undefined);
  const warnings = await panel.getByRole('button').count();
  await promisify(execFile)('npx', ['even-blush', 'apply', plan!, photo, '--out', folder, '--format', 'png']);
  const form = new FormData();
  form.set('photo', new Blob([readFileSync(photo)]), photo.split('/').at(-1)!);
  form.set('plan', readFileSync(plan!, 'utf8'));
  form.set('as', JSON.stringify({ ...WRITTEN_BY_DEFAULT, format: 'png' }));
  const answer = await fetch(`${ADDRESS}/api/render`, { method: 'POST', body: form });
  writeFileSync(served!, Buffer.from(await answer.arrayBuffer()));
  const cli = await apart(png!, join(folder, `${photo.split('/').at(-1)!.replace('.jpg', '.png')}`));
  return { cli, server: await apart(png!, served!), warnings, seconds };
}

/** The same plan by page, command line and server, on every truth portrait, with what is warned of. */
export async function agreement(): Promise<Row[]> {
  if (!existsSync(PORTRAITS)) return [];
  const server = spawn(process.execPath, ['.output/server/index.mjs'], {
    env: { ...process.env, PORT: String(PORT) },
    stdio: 'ignore',
  });
  const browser = await chromium.launch(playwright.use!.launchOptions!);
  const outcomes: Outcome[] = [];
  try {
    await new Promise((resolve) => setTimeout(resolve, 2000));
    for (const sitter of SITTERS)
      for (const look of LOOKS) {
        const photo = `${PORTRAITS}${sitter}/${look}.jpg`;
        if (!existsSync(photo)) continue;
        const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
        const outcome = await once(await context.newPage(), photo);
        console.log(sitter, look, JSON.stringify(outcome));
        outcomes.push(outcome);
        await context.close();
      }
  } finally {
    await browser.close();
    server.kill();
  }
  const most = (of: (outcome: Outcome) => number) => Math.max(...outcomes.map(of));
  const warned = outcomes.filter(({ warnings }) => warnings > 0).length;
  const count = outcomes.length;
  return [
    {
      what: `page and command line apart, most of ${count} portraits`,
      value: most(({ cli }) => cli),
      unit: 'codes',
      must: '≤ 1',
    },
    {
      what: `page and server apart, most of ${count} portraits`,
      value: most(({ server: by }) => by),
      unit: 'codes',
      must: '≤ 1',
    },
    { what: `portraits of ${count} that are warned of after Mend all`, value: warned, unit: '', must: 'few' },
    {
      what: 'open, find, check, mend all, export, mean',
      value: outcomes.reduce((sum, { seconds }) => sum + seconds, 0) / count,
      unit: 's',
      must: '',
    },
  ];
}
