import { spawn } from 'node:child_process';
import { readFile } from 'node:fs/promises';
import { createServer } from 'node:net';
import { expect, test } from '@playwright/test';
import { WRITTEN_BY_DEFAULT } from '../../core/formats/writtenFile';
import { Bench, decode, mostApart } from './bench';

const PNG = { ...WRITTEN_BY_DEFAULT, format: 'png' };

test('a photo is rendered by the server: the same pixels as in the page, and stopped on the way', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  await bench.choosePart('Lips');
  await bench.draw([510, 620], [570, 620]);
  await page.getByRole('button', { name: '+ Recolour' }).click();
  await bench.settle();
  const here = await decode(await (await bench.export('Export photo', 'PNG')).path());
  await bench.openExport('Photo');
  await page.getByLabel('render on the server').check();
  const sent = page.waitForRequest((request) => request.method() === 'POST');
  const there = await decode(await (await bench.download('Export photo')).path());
  expect((await sent).url()).toMatch(/\/api\/render$/);
  // Decoders of JPEG round on their own.
  expect(mostApart(there.data, here.data)).toBeLessThanOrEqual(1);

  await bench.openExport('Photo');
  await page.getByRole('button', { name: 'Export photo', exact: true }).click();
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await expect(page.getByText('Export stopped; nothing was written.')).toBeVisible();

  await page.route('**/api/render', (route) => route.abort());
  await page.getByRole('button', { name: 'Export photo', exact: true }).click();
  await expect(page.getByText('The server cannot be reached').first()).toBeVisible();
  await page.getByLabel('render on the server').uncheck();
  expect((await decode(await (await bench.download('Export photo')).path())).width).toBe(here.width);
});

test('the server refuses what is too large, not asked for, or not understood', async ({ request, page }) => {
  const photo = { name: 'a.jpg', mimeType: 'image/jpeg', buffer: await readFile('demo/marit-flare.jpg') };
  const send = (address: string, multipart: Parameters<typeof request.post>[1]) =>
    request.post(`${address}/api/render`, multipart);
  const reason = async (answer: Awaited<ReturnType<typeof send>>) =>
    [
      answer.status(),
      ((await answer.json()) as { fault: { fields: { reason: string } } }).fault.fields.reason,
    ] as const;
  expect(await reason(await send('', { multipart: { photo } }))).toEqual([400, 'unclear']);
  expect(await reason(await send('', { multipart: { photo, plan: '{}', as: '{"format":"bmp"}' } }))).toEqual([
    400,
    'unclear',
  ]);
  expect(await reason(await send('', { data: 'photo' }))).toEqual([400, 'unclear']);
  expect(
    await reason(await send('', { multipart: { photo, plan: 'no plan', as: JSON.stringify(PNG) } })),
  ).toEqual([422, 'not-json']);
  const text = { ...photo, buffer: Buffer.from('no photo') };
  expect(
    await reason(await send('', { multipart: { photo: text, plan: '{}', as: JSON.stringify(PNG) } })),
  ).toEqual([422, 'not-a-photo']);
  const foreign = await send('', { multipart: { photo }, headers: { 'Sec-Fetch-Site': 'cross-site' } });
  expect(foreign.status()).toBe(403);

  await withServer({ NUXT_HAND_OFF_MEGAPIXELS: '1', NUXT_HAND_OFF_MEGABYTES: '1' }, async (address) => {
    const form = { photo, plan: '{}', as: JSON.stringify(PNG) };
    expect(await reason(await send(address, { multipart: form }))).toEqual([413, 'too-many-pixels']);
    const large = { ...photo, buffer: Buffer.alloc(1_100_000) };
    expect(await reason(await send(address, { multipart: { ...form, photo: large } }))).toEqual([
      413,
      'too-large',
    ]);
  });
  await withServer({ NUXT_HAND_OFF_ON: 'false' }, async (address) => {
    expect((await request.get(`${address}/api/render`)).status()).toBe(404);
    expect(await reason(await send(address, { multipart: { photo } }))).toEqual([404, 'off']);
    await page.goto(address);
    await page.getByRole('link', { name: 'Open Lantern Row Players' }).click();
    const bench = new Bench(page);
    await bench.settle();
    await bench.openExport('Photo');
    await expect(page.getByRole('button', { name: 'Export photo', exact: true })).toBeVisible();
    await expect(page.getByLabel('render on the server')).toHaveCount(0);
  });
});

/** A server of its own with settings of its own. */
async function withServer(
  settings: Readonly<Record<string, string>>,
  work: (address: string) => Promise<void>,
): Promise<void> {
  const port = await freePort();
  const server = spawn(process.execPath, ['.output/server/index.mjs'], {
    env: { ...process.env, ...settings, PORT: String(port) },
    stdio: 'ignore',
  });
  try {
    const address = `http://localhost:${port}`;
    await expect(async () => expect((await fetch(`${address}/api/health`)).ok).toBe(true)).toPass();
    await work(address);
  } finally {
    server.kill();
  }
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });
}
