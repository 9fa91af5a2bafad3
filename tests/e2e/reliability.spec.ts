import { deflateSync } from 'node:zlib';
import { expect, test } from '@playwright/test';
import type { Page, Worker } from '@playwright/test';
import sharp from 'sharp';
import { pngChunk, pngFile, pngWords, profileChunk } from '../fixtures/pngFile';
import { Bench, decode } from './bench';

const said = (page: Page, words: string | RegExp) => page.getByRole('alert').filter({ hasText: words });
const photo = (name: string, buffer: Buffer) => ({
  name,
  mimeType: name.endsWith('png') ? 'image/png' : 'image/jpeg',
  buffer,
});

/** The colour that the page shows of an even photo, through an export. */
async function exportedPixel(page: Page, file: ReturnType<typeof photo>, path: string): Promise<number[]> {
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(file);
  const bench = new Bench(page);
  await bench.settle();
  await (await bench.export('Export photo', 'PNG')).saveAs(path);
  return [...(await decode(path)).data.subarray(0, 3)];
}

test('a photo means the same in the page as on the command line: tags, 16 bits, transparency, long sides', async ({
  page,
}, info) => {
  test.setTimeout(120_000);
  const shape = { width: 40, height: 30, pixel: [200, 120, 90] } as const;
  const cicp = pngChunk('cICP', Buffer.from([12, 13, 0, 1]));
  const gamma = pngChunk('gAMA', pngWords(100_000));
  const pixelOf = (name: string, buffer: Buffer) =>
    exportedPixel(page, photo(name, buffer), info.outputPath(`${name}.out.png`));
  const near = (got: number[], wanted: number[]) =>
    wanted.forEach((value, c) => expect(Math.abs(got[c]! - value), String(got)).toBeLessThanOrEqual(1));
  const icc = (
    await sharp(
      await sharp(Buffer.alloc(3), { raw: { width: 1, height: 1, channels: 3 } })
        .withIccProfile('p3')
        .png()
        .toBuffer(),
    ).metadata()
  ).icc!;
  // Display P3 200, 120, 90 and light 200/255 as sRGB: by culori, see cli/photoFile.test.ts.
  near(
    await pixelOf('cicp.png', pngFile({ ...shape, depth: 8, colourType: 2, chunks: [cicp] })),
    [213, 115, 83],
  );
  near(
    await pixelOf(
      'sixteen.png',
      pngFile({ ...shape, depth: 16, colourType: 2, chunks: [profileChunk(icc)] }),
    ),
    [213, 115, 83],
  );
  near(
    await pixelOf('gamma.png', pngFile({ ...shape, depth: 8, colourType: 2, chunks: [gamma] })),
    [228, 181, 159],
  );
  near(
    await pixelOf('half.png', pngFile({ ...shape, pixel: [200, 120, 90, 128], depth: 8, colourType: 6 })),
    [227, 187, 172],
  );
  const long = await sharp({ create: { width: 65_535, height: 20, channels: 3, background: '#c8785a' } })
    .png()
    .toBuffer();
  near(await pixelOf('long.png', long), [200, 120, 90]);
  await page.goto('/');
  await page
    .getByLabel('Photos for a new sitting')
    .setInputFiles([
      photo('longer.png', pngFile({ width: 65_536, height: 1, pixel: [1, 2, 3], depth: 8, colourType: 2 })),
      photo('stub.png', long.subarray(0, 22)),
    ]);
  await expect(said(page, 'The longest side that can be opened is 65,535')).toBeVisible();
  await expect(said(page, '“stub.png” ends before its picture does')).toBeVisible();
});

test('a JPEG that is damaged within opens, and what is lost is said', async ({ page }) => {
  const whole = await sharp({
    create: {
      width: 640,
      height: 480,
      channels: 3,
      background: '#886644',
      noise: { type: 'gaussian', mean: 120, sigma: 40 },
    },
  })
    .jpeg()
    .toBuffer();
  const damaged = Buffer.from(whole);
  damaged.fill(0x55, Math.round(whole.length / 2), Math.round(whole.length / 2) + 40);
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(photo('torn.jpg', damaged));
  await expect(
    said(
      page,
      /“torn.jpg” is damaged: (from row \d+ of 480 on at the latest|in places), the picture may be torn/,
    ),
  ).toBeVisible();
  await expect(page.getByText('640 × 480', { exact: false })).toBeVisible();
});

/** Workers that hold something only one kind of them has. */
async function workersOf(page: Page, name: string): Promise<Worker[]> {
  return page.workers().filter((worker) => worker.url().includes(name));
}

test('workers that end themselves are noticed and started again, each kind of them', async ({ page }) => {
  const bench = await Bench.open(page);
  await bench.choosePart('Skin');
  await bench.draw([
    [500, 330],
    [460, 700],
  ]);
  await page.getByRole('button', { name: 'Bring hue to target' }).click();
  await bench.settle();
  for (const kind of ['analyst', 'render', 'painter']) {
    const workers = await workersOf(page, kind);
    expect(workers.length, kind).toBeGreaterThan(0);
    for (const worker of workers)
      await worker.evaluate(() => (self as unknown as { close(): void }).close()).catch(() => undefined);
    await bench.settle();
    const field = page.locator('[data-step=hue-to-target]').getByLabel('Target hue of the middle');
    const before = await page.getByTestId('stage').getAttribute('data-frame');
    await field.press('ArrowUp');
    await expect(page.getByTestId('stage')).not.toHaveAttribute('data-frame', before!, { timeout: 20_000 });
    await bench.settle();
    const shown = await bench.shown(300, 200, 40, 40);
    expect(Math.max(...shown) - Math.min(...shown), kind).toBeGreaterThan(0);
  }
});

test('a computation that does not end is said and can be stopped; a painter that loops is replaced', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const bench = await Bench.open(page);
  await bench.choosePart('Skin');
  await bench.draw([
    [500, 330],
    [460, 700],
  ]);
  for (const kind of ['analyst', 'render']) {
    for (const worker of await workersOf(page, kind))
      void worker
        .evaluate(() => {
          for (;;);
        })
        .catch(() => undefined);
    await page.waitForTimeout(200);
    await page.getByRole('button', { name: 'Bring hue to target' }).click();
    const stop = page.getByRole('button', { name: /^Stop, and undo “hue to target”/ });
    await expect(stop).toBeVisible({ timeout: 10_000 });
    await stop.click();
    await bench.settle();
    await expect(page.locator('[data-step=hue-to-target]')).toHaveCount(0);
  }
  for (const worker of await workersOf(page, 'painter'))
    void worker
      .evaluate(() => {
        for (;;);
      })
      .catch(() => undefined);
  await page.mouse.move(...(await bench.at([500, 500])));
  await page.mouse.wheel(0, -300);
  await expect.poll(async () => (await workersOf(page, 'painter')).length, { timeout: 5000 }).toBe(1);
  await page.waitForTimeout(17_000);
  await bench.settle();
  const shown = await bench.shown(300, 200, 40, 40);
  expect(Math.max(...shown) - Math.min(...shown)).toBeGreaterThan(0);
});

test('a web page in the place of a network is not kept: once the network is there, find works', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await Bench.open(page);
  await page
    .context()
    .route('**/models/**', (route) =>
      route.fulfill({ contentType: 'text/html', body: '<!doctype html><p>Sign in to this network' }),
    );
  await page.keyboard.press('f');
  await expect(said(page, 'The face networks could not be loaded')).toBeVisible({ timeout: 30_000 });
  await page.context().unroute('**/models/**');
  await page.keyboard.press('f');
  await expect(page.getByText('Found 1 sitter', { exact: false })).toBeVisible({ timeout: 60_000 });
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
  const home = await request.get('/');
  expect(home.status()).toBe(200);
  expect(home.headers()['x-powered-by']).toBeUndefined();
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
  const bench = await Bench.open(page);
  await bench.choosePart('Skin');
  await bench.draw([
    [500, 330],
    [460, 700],
  ]);
  expect(refused).toEqual([]);
});

test('coverage that would unpack to gigabytes is refused at once, and the page does not wait for it', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  await bench.choosePart('Hair');
  const header = { width: 1080, height: 1350, depth: 8, colourType: 0, pixel: [0] } as const;
  const bomb = pngFile({ ...header, data: deflateSync(Buffer.alloc(300_000_000)) });
  const vast = pngFile({ ...header, width: 60_000, height: 60_000, data: Buffer.alloc(10) });
  await page.evaluate(() => {
    const times = ((window as unknown as { tasks: number[] }).tasks = []) as number[];
    new PerformanceObserver((list) =>
      list.getEntries().forEach(({ duration }) => times.push(duration)),
    ).observe({ type: 'longtask' });
  });
  for (const [name, buffer] of [
    ['bomb.png', bomb],
    ['vast.png', vast],
  ] as const) {
    await page.getByLabel('Coverage to add to this area').setInputFiles(photo(name, buffer));
    await expect(said(page, `“${name}” is not a grey 8-bit PNG of 1080 × 1350 pixels`)).toBeVisible({
      timeout: 5000,
    });
  }
  const tasks = await page.evaluate(() => (window as unknown as { tasks: number[] }).tasks);
  expect(Math.max(0, ...tasks)).toBeLessThan(500);
});

test('edge care at its largest answers within seconds; numbers with a minus sign and a comma are taken', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  await bench.choosePart('Skin');
  await bench.draw([
    [500, 330],
    [460, 700],
  ]);
  await page.keyboard.press('Escape');
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
    expect(Date.now() - began, label).toBeLessThan(12_000);
    await expect(page.getByRole('button', { name: /^Stop, and undo/ })).toHaveCount(0);
  }
  const grow = page.getByLabel(/^Grow/).first();
  await grow.fill('\u221212,5');
  await grow.press('Enter');
  await expect(grow).toHaveValue(/^-1[23]/);
});

test('the bench has a main landmark, a heading, and names that hold what is to be seen', async ({ page }) => {
  const bench = await Bench.open(page);
  await expect(page.getByRole('main')).toHaveCount(1);
  await expect(page.getByRole('heading', { level: 1, name: 'Lantern Row Players' })).toHaveCount(1);
  await bench.choosePart('Hair');
  for (const name of ['Undo: new area Hair', 'Brush P', 'Sweep ⇧S'])
    await expect(page.getByRole('button', { name, exact: true })).toBeVisible();
});

test('photos stand upright by every EXIF orientation', async ({ page }) => {
  const data = Buffer.alloc(32 * 16 * 3);
  for (let i = 0; i < 32 * 16; i++)
    data.fill(40 + (i % 32 < 16 ? 0 : 60) + (i < 32 * 8 ? 0 : 120), 3 * i, 3 * i + 3);
  const files = await Promise.all(
    Array.from({ length: 8 }, async (_, n) =>
      photo(
        `turned ${n + 1}.jpg`,
        await sharp(data, { raw: { width: 32, height: 16, channels: 3 } })
          .withMetadata({ orientation: n + 1 })
          .jpeg({ quality: 100 })
          .toBuffer(),
      ),
    ),
  );
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(files);
  await expect(page.getByText('photo 1 of 8', { exact: false })).toBeVisible();
  const seen = await page.evaluate(async () => {
    const pictures = [];
    for (const image of document.querySelectorAll<HTMLImageElement>('img[alt^="turned"]')) {
      await image.decode();
      const canvas = new OffscreenCanvas(image.naturalWidth, image.naturalHeight);
      const context = canvas.getContext('2d')!;
      context.drawImage(image, 0, 0);
      const at = (x: number, y: number) =>
        Math.round(
          context.getImageData(Math.floor(x * canvas.width), Math.floor(y * canvas.height), 1, 1).data[0]! /
            10,
        ) * 10;
      pictures.push([at(0.25, 0.25), at(0.75, 0.25), at(0.25, 0.75), at(0.75, 0.75)]);
    }
    return pictures;
  });
  // EXIF 2.32, tag 0x0112: where the stored picture's first row and column are to be seen.
  expect(seen).toEqual([
    [40, 100, 160, 220],
    [100, 40, 220, 160],
    [220, 160, 100, 40],
    [160, 220, 40, 100],
    [40, 160, 100, 220],
    [160, 40, 220, 100],
    [220, 100, 160, 40],
    [100, 220, 40, 160],
  ]);
});

test('every control of the bench is reached by Tab, and seen when it has the focus', async ({ page }) => {
  const bench = await Bench.open(page);
  await bench.choosePart('Skin');
  await bench.draw([
    [500, 330],
    [460, 700],
  ]);
  await page.keyboard.press('Escape');
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
  const bench = await Bench.open(page);
  await bench.choosePart('Skin');
  await bench.draw([
    [500, 330],
    [460, 700],
  ]);
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Bring hue to target' }).click();
  await bench.settle();
  const odd = [
    '',
    '-',
    '1e309',
    '0x1F',
    '١٢',
    '1/2',
    '--5',
    '1,000.5',
    '9'.repeat(400),
    'Infinity',
    '\u2212\u22125',
    '💡',
  ];
  const fields = [
    page.getByLabel(/^Grow/).first(),
    page.getByLabel(/^Soften/).first(),
    page.locator('[data-step=hue-to-target]').getByLabel('Target hue of the light'),
  ];
  for (const field of fields) {
    const before = await field.inputValue();
    for (const text of odd) {
      await field.fill(text);
      await field.press('Enter');
      await field.press('Escape');
    }
    await expect(field).toHaveValue(before);
  }
  await page.reload();
  await bench.settle();
  await expect(said(page, 'does not fit')).toHaveCount(0);
});
