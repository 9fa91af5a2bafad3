import { execSync, spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { chromium } from '@playwright/test';
import type { Browser, BrowserContext, Page } from '@playwright/test';
import sharp from 'sharp';
import { PLAIN_CHROMIUM } from '../playwright.config';
import { damage, numbers } from './finding';
import type { Finding } from './finding';

const KILLS = 100;
const DAB_MS = 60;
const IMPORTS = 10;
const DAMAGED = 200;

/** Kills tabs, imports in two of them, fills the storage, ends workers. */
export async function* probePage(): AsyncGenerator<Finding> {
  const port = await freePort();
  const server = spawn(process.execPath, ['.output/server/index.mjs'], {
    stdio: 'ignore',
    env: { ...process.env, PORT: String(port), HOST: '127.0.0.1' },
  });
  const address = `http://localhost:${port}`;
  while (
    !(await fetch(`${address}/api/health`).then(
      ({ ok }) => ok,
      () => false,
    ))
  )
    await new Promise((resolve) => setTimeout(resolve, 100));
  const browser = await chromium.launch(PLAIN_CHROMIUM);
  try {
    for (const probe of [damagedFiles, killedTabs, importsInTwoTabs, endedWorkers, visits])
      yield await probe(browser, address);
  } finally {
    await browser.close();
    server.kill();
  }
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}

async function small(name: string, background: string) {
  const buffer = await sharp({ create: { width: 300, height: 200, channels: 3, background } })
    .jpeg()
    .toBuffer();
  return { name, mimeType: 'image/jpeg', buffer };
}

async function open(context: BrowserContext, address: string): Promise<Page> {
  const page = await context.newPage();
  await page.goto(address);
  await page.getByRole('link', { name: 'Open Lantern Row Players' }).waitFor();
  return page;
}

/** Waits until the picture is there and nothing is computed. */
async function settle(page: Page): Promise<void> {
  await page.locator('[data-testid=stage][data-ready]').waitFor({ timeout: 60_000 });
}

async function damagedFiles(browser: Browser, address: string): Promise<Finding> {
  const context = await browser.newContext();
  const page = await open(context, address);
  let failures = 0;
  page.on('pageerror', () => failures++);
  page.on('crash', () => failures++);
  const next = numbers(11);
  const whole = {
    jpeg: (await small('a', '#886644')).buffer,
    png: await sharp('demo/marit-flare.jpg').resize(200).png().toBuffer(),
  };
  const files = Array.from({ length: DAMAGED }, (_, n) => {
    const type = n % 2 ? 'png' : 'jpeg';
    return { name: `damaged ${n}.${type}`, mimeType: `image/${type}`, buffer: damage(whole[type], next) };
  });
  files.push(await small('the good one.jpg', '#405060'));
  const began = performance.now();
  await page.getByLabel('Photos for a new sitting').setInputFiles(files);
  await page.waitForURL(/sitting/, { timeout: 120_000 });
  const seconds = (performance.now() - began) / 1000;
  await context.close();
  return {
    what: `${DAMAGED} damaged photos and a whole one opened at once`,
    seen: `${failures} errors of the page, ${seconds.toFixed(1)} s, the sitting opens`,
    must: '0 errors',
  };
}

/**
 * The moments at which strokes were done, by the page's own clock, and how many of them were stored when it
 * died.
 */
async function killedTabs(browser: Browser, address: string): Promise<Finding> {
  const next = numbers(13);
  const context = await browser.newContext();
  let page = await open(context, address);
  await page.getByLabel('Photos for a new sitting').setInputFiles(await small('killed.jpg', '#a08070'));
  await page.waitForURL(/sitting/);
  const url = page.url();
  await settle(page);
  await page
    .getByRole('group', { name: /^Face map/ })
    .getByRole('button', { name: /^Skin/ })
    .press('Enter');
  let before = 0;
  let unreadable = 0;
  let worst = 0;
  for (let n = 0; n < KILLS; n++) {
    await page.keyboard.press('p');
    const box = (await page.getByTestId('stage').boundingBox())!;
    const done: number[] = [];
    const until = performance.now() + 300 + 900 * next();
    for (let dab = 0; performance.now() < until; dab++) {
      await page.mouse.click(
        box.x + box.width * (0.3 + 0.4 * next()),
        box.y + box.height * (0.4 + 0.2 * next()),
      );
      done.push(performance.now());
      // As quick as a hand can be.
      await page.waitForTimeout(DAB_MS);
    }
    const killedAt = performance.now();
    const session = await context.newCDPSession(page);
    await Promise.race([
      session.send('Page.crash').catch(() => undefined),
      new Promise((resolve) => setTimeout(resolve, 300)),
    ]);
    await page.close().catch(() => undefined);
    page = await context.newPage();
    await page.goto(url);
    const opened = await settle(page).then(
      () => true,
      () => false,
    );
    if (!opened) unreadable++;
    const strokes = await storedStrokes(page);
    const kept = strokes - before;
    if (kept < done.length) worst = Math.max(worst, killedAt - done[kept]!);
    before = strokes;
    await page
      .getByRole('group', { name: /^Face map/ })
      .getByRole('button', { name: /^Skin/ })
      .press('Enter');
  }
  await context.close();
  return {
    what: `${KILLS} tabs killed while strokes were drawn`,
    seen: `${unreadable} sittings that did not open, at most ${worst.toFixed(0)} ms of work lost`,
    must: '0, 500 ms',
  };
}

function storedStrokes(page: Page): Promise<number> {
  return page.evaluate(
    () =>
      new Promise<number>((resolve) => {
        const request = indexedDB.open('even-blush');
        request.onsuccess = () => {
          const all = request.result.transaction('sittings').objectStore('sittings').getAll();
          all.onsuccess = () => {
            request.result.close();
            type Row = {
              id: string;
              document: { photos: { areas: { marks: { parameters: { strokes?: unknown[] } }[] }[] }[] };
            };
            const row = (all.result as Row[]).find(({ id }) => id !== 'demo')!;
            resolve(
              row.document.photos[0]!.areas.flatMap(({ marks }) => marks).reduce(
                (sum, { parameters }) => sum + (parameters.strokes?.length ?? 0),
                0,
              ),
            );
          };
        };
      }),
  );
}

async function importsInTwoTabs(browser: Browser, address: string): Promise<Finding> {
  let lost = 0;
  let all = 0;
  for (let round = 0; round < IMPORTS; round++) {
    const context = await browser.newContext();
    const page = await open(context, address);
    const other = await context.newPage();
    const photos = await Promise.all(
      Array.from({ length: 8 }, (_, n) => small(`photo ${n}.jpg`, `rgb(${20 * n}, ${20 * round}, 90)`)),
    );
    await page.getByLabel('Photos for a new sitting').setInputFiles(photos);
    for (let n = 0; n < 3; n++) await other.goto(address, { waitUntil: 'networkidle' });
    await page.waitForURL(/sitting/);
    await other.goto(address, { waitUntil: 'networkidle' });
    const stored = await other.evaluate(
      () =>
        new Promise<number>((resolve) => {
          const request = indexedDB.open('even-blush');
          request.onsuccess = () => {
            const count = request.result.transaction('photos').objectStore('photos').count();
            count.onsuccess = () => resolve(count.result);
          };
        }),
    );
    all += photos.length;
    lost += photos.length - stored;
    await context.close();
  }
  return {
    what: `${IMPORTS} times eight photos imported while the list is opened in another tab`,
    seen: `${lost} of ${all} files swept away`,
    must: '0',
  };
}

const VISITS = 60;

/**
 * Goes from the list to the bench and back, and undoes and redoes, and looks at the memory of the browser's
 * processes.
 */
async function visits(browser: Browser, address: string): Promise<Finding> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await open(context, address);
  const memory: string[] = [];
  for (let n = 0; n <= VISITS; n++) {
    await page.getByRole('link', { name: 'Open Lantern Row Players' }).click();
    await settle(page);
    await page.getByRole('link', { name: 'All sittings' }).click();
    await page.getByRole('link', { name: 'Open Lantern Row Players' }).waitFor();
    if (n % (VISITS / 3) === 0)
      memory.push(`${residentMegabytes('gpu-process')} + ${residentMegabytes('renderer')}`);
  }
  await context.close();
  return {
    what: `${VISITS} visits of list and bench: memory of the GPU process and of the pages, MB, every ${VISITS / 3} visits`,
    seen: memory.join(', '),
    must: 'steady',
  };
}

/** Of all processes of a type. */
function residentMegabytes(type: string): number {
  const rows = execSync('ps -eo rss,args')
    .toString()
    .split('\n')
    .filter((row) => row.includes(`--type=${type}`));
  return Math.round(rows.reduce((sum, row) => sum + Number.parseInt(row, 10), 0) / 1024);
}

const WAYS: Readonly<Record<string, string>> = {
  'ends itself': 'self.close()',
  'throws': "setTimeout(() => { throw new Error('gone'); }, 0)",
  'loops': 'setTimeout(() => { for (;;); }, 0)',
  'runs out of memory':
    "setTimeout(() => { const all = []; for (;;) all.push(new Array(1e7).fill('x')); }, 0)",
  'is told nonsense':
    "self.dispatchEvent(new MessageEvent('message', { data: { call: 9e9, name: 'nothing', request: null } }))",
};

async function endedWorkers(browser: Browser, address: string): Promise<Finding> {
  const seen: string[] = [];
  for (const [way, code] of Object.entries(WAYS)) {
    for (const kind of ['analyst', 'render', 'painter']) {
      const context = await browser.newContext();
      const page = await open(context, address);
      await page.getByRole('link', { name: 'Open Lantern Row Players' }).click();
      await settle(page);
      for (const worker of page.workers().filter((each) => each.url().includes(kind))) {
        void worker.evaluate(code).catch(() => undefined);
      }
      await page.waitForTimeout(500);
      const began = performance.now();
      await page.keyboard.press('Shift+C');
      // A looping worker is ended by its user, who is offered that, or after its patience.
      const stop = page.getByRole('button', { name: /^Stop/ });
      for (let asked = 0; asked < 60; asked++) {
        if (await stop.isVisible()) await stop.click({ timeout: 1000 }).catch(() => undefined);
        if (await page.locator('[data-testid=stage][data-ready]').count()) break;
        await page.waitForTimeout(500);
      }
      const back = (await page.locator('[data-testid=stage][data-ready]').count()) > 0;
      if (!back)
        seen.push(
          `${kind} that ${way}: no picture after ${((performance.now() - began) / 1000).toFixed(0)} s`,
        );
      await context.close();
    }
  }
  const tries = 3 * Object.keys(WAYS).length;
  return {
    what: `${tries} times a worker (analyst, renderers, painter) that ${Object.keys(WAYS).join(', ')}`,
    seen: seen.length === 0 ? 'the picture is back each time' : seen.join('; '),
    must: 'the picture is back',
  };
}
