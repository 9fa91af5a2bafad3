import { expect, test } from '@playwright/test';
import type { Page, Worker } from '@playwright/test';
import { Bench, said } from './bench';

/** The workers of one kind, by the file that they run. */
async function workersOf(page: Page, name: string): Promise<Worker[]> {
  return page.workers().filter((worker) => worker.url().includes(name));
}

/** They loop from now on: each was asked, and has answered that it begins. */
async function letLoop(workers: readonly Worker[]): Promise<void> {
  for (const worker of workers)
    await worker.evaluate(() => {
      setTimeout(() => {
        for (;;);
      });
    });
}

test('workers that end themselves are noticed and started again, each kind of them', async ({ page }) => {
  const bench = await Bench.openSkin(page);
  await page.getByRole('button', { name: 'Bring hue to target' }).click();
  await bench.settle();
  for (const kind of ['analyst', 'render', 'painter']) {
    const workers = await workersOf(page, kind);
    expect(workers.length, kind).toBeGreaterThan(0);
    for (const worker of workers)
      await worker.evaluate(() => (self as unknown as { close(): void }).close()).catch(() => undefined);
    await bench.settle();
    const field = bench.hand('hue-to-target').getByLabel('Target hue of the middle');
    const before = await page.getByTestId('stage').getAttribute('data-frame');
    await field.press('ArrowUp');
    await expect(page.getByTestId('stage')).not.toHaveAttribute('data-frame', before!);
    await bench.settle();
    const shown = await bench.shown(300, 200, 40, 40);
    expect(Math.max(...shown) - Math.min(...shown), kind).toBeGreaterThan(0);
  }
});

test('a computation that does not end is said and can be stopped; a painter that loops is replaced', async ({
  page,
}) => {
  const bench = await Bench.openSkin(page);
  for (const kind of ['analyst', 'render']) {
    await letLoop(await workersOf(page, kind));
    await page.getByRole('button', { name: 'Bring hue to target' }).click();
    const stop = page.getByRole('button', { name: /^Stop, and undo “hue to target”/ });
    await expect(stop).toBeVisible();
    await stop.click();
    await bench.settle();
    await expect(page.locator('[data-step=hue-to-target]')).toHaveCount(0);
  }
  // A canvas goes with its painter.
  const canvas = (await page.getByTestId('stage').locator('canvas').elementHandle())!;
  await letLoop(await workersOf(page, 'painter'));
  await page.mouse.move(...(await bench.at([500, 500])));
  await page.mouse.wheel(0, -300);
  await expect.poll(async () => (await workersOf(page, 'painter')).length).toBe(1);
  await canvas.waitForElementState('hidden');
  await bench.settle();
  const shown = await bench.shown(300, 200, 40, 40);
  expect(Math.max(...shown) - Math.min(...shown)).toBeGreaterThan(0);
});

test('a web page in the place of a network is not kept: once the network is there, find works', async ({
  page,
}) => {
  await page
    .context()
    .route('**/models/**', (route) =>
      route.fulfill({ contentType: 'text/html', body: '<!doctype html><p>Sign in to this network' }),
    );
  const bench = await Bench.open(page);
  await page.keyboard.press('f');
  await expect(said(page, 'The face networks could not be loaded')).toBeVisible();
  await page.context().unroute('**/models/**');
  await bench.find();
});

test('the server answers what there is, to those who ask', async ({ page, request }) => {
  for (const path of ['/nothing', '/models/none.json', '/sitting/a/b', '/_nuxt/none.js', '/api/none']) {
    expect((await request.get(path)).status(), path).toBe(404);
  }
  for (const method of ['POST', 'PUT', 'DELETE', 'PATCH']) {
    const response = await request.fetch('/', { method });
    expect([response.status(), response.headers().allow], method).toEqual([405, 'GET, HEAD']);
  }
  expect((await request.head('/')).status()).toBe(200);
  const headers = (await request.get('/')).headers();
  expect(headers['content-security-policy']).toContain("default-src 'self'");
  expect(headers['content-security-policy']).not.toContain('unsafe-inline');
  expect(headers).toMatchObject({
    'cross-origin-opener-policy': 'same-origin',
    'cross-origin-embedder-policy': 'require-corp',
    'x-content-type-options': 'nosniff',
    'x-frame-options': 'DENY',
  });
  expect(headers['x-powered-by']).toBeUndefined();
  expect(await (await request.get('/api/health')).json()).toEqual({ ok: true });
  expect((await (await request.get('/api/demo')).json()).photos.length).toBe(21);
  expect((await request.get('/api/demo/none.jpg')).status()).toBe(404);
  expect((await request.get('/api/demo/..%2Flist.json')).status()).toBe(400);
  expect((await request.get('/models/selfie.json')).headers()['content-type']).toContain('json');

  const refused: string[] = [];
  page.on(
    'console',
    (message) =>
      message.type() === 'error' &&
      message.text().includes('Content Security Policy') &&
      refused.push(message.text()),
  );
  await page.goto('/nothing');
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  await page.getByRole('link', { name: 'All sittings' }).click();
  await Bench.openSkin(page);
  expect(refused).toEqual([]);
});

test('the first picture of a value is handed from worker to worker without the page, also once one was started again', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const log = ((globalThis as unknown as { pictures: number[] }).pictures = []) as number[];
    const Plain = globalThis.Worker;
    globalThis.Worker = class extends Plain {
      override postMessage(message: unknown, transfer?: unknown): void {
        const { name, request } = message as { name?: string; request?: { region: { outWidth: number } } };
        if (name === 'picture') log.push(request!.region.outWidth);
        super.postMessage(message, transfer as never);
      }
    };
  });
  const bench = await Bench.openSkin(page);
  const stage = page.getByTestId('stage');
  const asked = () =>
    page.evaluate(() => (globalThis as unknown as { pictures: number[] }).pictures.splice(0));
  await page.getByRole('button', { name: 'Bring hue to target' }).click();
  await bench.settle();
  const hue = bench.hand('hue-to-target').getByLabel('Target hue of the middle');
  for (const lost of ['none', 'analyst', 'render']) {
    for (const worker of await workersOf(page, lost))
      await worker.evaluate(() => (self as unknown as { close(): void }).close()).catch(() => undefined);
    await bench.settle();
    await hue.press('ArrowUp');
    await bench.settle();
    await asked();
    const seen = page.evaluate(
      () =>
        new Promise<string[]>((resolve) => {
          const element = document.querySelector('[data-testid=stage]')!;
          const frames: string[] = [];
          new MutationObserver(() => {
            frames.push(element.getAttribute('data-frame') ?? '');
            if (!frames.at(-1)!.endsWith('draft')) resolve(frames);
          }).observe(element, { attributeFilter: ['data-frame'] });
        }),
    );
    const before = await stage.getAttribute('data-frame');
    await hue.press('ArrowUp');
    const frames = await seen;
    await bench.settle();
    expect(frames.at(-1), lost).not.toBe(before);
    // Where there was a draft, the page asked for the large picture alone; where there was none, for neither.
    const [, , place] = before!.split(':');
    const full = Number(place!.split(',')[2]);
    const sizes = new Set(await asked());
    expect([sizes.has(Math.ceil(full / 2)), sizes.has(full)], lost).toEqual([false, frames.length > 1]);
  }
});
