import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { Bench, said } from './bench';
import { deleteStored, putStored, rewriteSitting, storedRows } from './stored';

const saved = (page: Page) => expect(page.getByText('saved', { exact: true })).toBeVisible();

async function small(name: string, background = '#c8a58c') {
  const buffer = await sharp({ create: { width: 300, height: 200, channels: 3, background } })
    .jpeg()
    .toBuffer();
  return { name, mimeType: 'image/jpeg', buffer };
}

interface StoredMark {
  kind: string;
  parameters: { patches?: { width: number }[]; strokes?: { points: unknown[] }[] };
}
const marksOf = async (page: Page) => {
  const [row] = await storedRows<{ document: { photos: { areas: { marks: StoredMark[] }[] }[] } }>(
    page,
    'sittings',
  );
  return row!.document.photos[0]!.areas.flatMap(({ marks }) => marks);
};

test('reaches pressed 43 times at 700 %, and dabs beyond what a mark holds, go on in new marks; the sitting opens again', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  await bench.choosePart('Skin');
  await bench.settle();
  await page.keyboard.press('b');
  const [x, y] = await bench.at([500, 600]);
  await page.mouse.move(x, y);
  for (
    let n = 0;
    n < 40 && Number((await page.getByTestId('stage').getAttribute('data-view'))!.split(' ')[2]) < 7;
    n++
  )
    await page.mouse.wheel(0, -400);
  for (let n = 0; n < 43; n++) await page.mouse.click(x + 24 * (n % 9), y + 24 * Math.floor(n / 9));
  const reachesOf = async () => (await marksOf(page)).filter(({ kind }) => kind === 'colour-reach');
  await expect
    .poll(async () => (await reachesOf()).map(({ parameters }) => parameters.patches!.length))
    .toEqual([40, 3]);
  const reaches = await reachesOf();
  for (const { width } of reaches.flatMap(({ parameters }) => parameters.patches!))
    expect(width).toBeGreaterThanOrEqual(1);

  await page.keyboard.press('z');
  await page.keyboard.press('p');
  await bench.draw([300, 900], [320, 910]);
  await expect.poll(async () => (await marksOf(page)).some(({ kind }) => kind === 'brush')).toBe(true);
  // As if the hand had dabbed 1,999 times.
  await page.goto('about:blank');
  await page.goto('/');
  await rewriteSitting(page, (document) => {
    const areas = (document.photos as { areas: { marks: StoredMark[] }[] }[])[0]!.areas;
    const brush = areas[0]!.marks.find(({ kind }) => kind === 'brush')!;
    brush.parameters.strokes = Array.from({ length: 1999 }, () => ({
      ...brush.parameters.strokes![0]!,
      points: [[300, 900, 0.5]],
    }));
  });
  const again = await Bench.open(page);
  await again.choosePart('Skin');
  await page.keyboard.press('p');
  for (let n = 0; n < 3; n++) await again.draw([500 + 20 * n, 700], [505 + 20 * n, 705]);
  const strokesOf = async () =>
    (await marksOf(page))
      .filter(({ kind }) => kind === 'brush')
      .map(({ parameters }) => parameters.strokes!.length);
  await expect.poll(strokesOf).toEqual([2000, 2]);
  await page.reload();
  await again.settle();
  await expect(said(page, 'does not fit')).toHaveCount(0);
});

test('photos without a name, or with a long one, and copies of long names become sittings that open again', async ({
  page,
}) => {
  await page.goto('/');
  for (const name of ['.jpg', `${'portrait '.repeat(18)}.jpg`]) {
    await page.goto('/');
    await page.getByLabel('Photos for a new sitting').setInputFiles(await small(name));
    await expect(page.getByText('300 × 200', { exact: false })).toBeVisible();
    await page.reload();
    await expect(page.getByText('300 × 200', { exact: false })).toBeVisible();
  }
  await page.goto('/');
  const long = page
    .getByRole('listitem')
    .filter({ has: page.getByRole('textbox', { name: /portrait portrait/ }) });
  await long.getByRole('button', { name: /^Duplicate/ }).click();
  await page
    .getByRole('link', { name: /, copy$/ })
    .first()
    .click();
  await expect(page.getByText('300 × 200', { exact: false })).toBeVisible();
});

test('a stored sitting with one bad part opens without it, which is set aside and can be saved', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Lantern Row Players' })).toBeVisible();
  await rewriteSitting(page, (document) => {
    const photo = (document.photos as { areas: unknown[]; file: string }[])[0]!;
    const mark = {
      id: 'm',
      kind: 'ellipse',
      version: 1,
      mode: 'add',
      on: true,
      parameters: { x: 500, y: 600, radiusX: 100, radiusY: 90 },
    };
    const edgeCare = { grow: 0, soften: 0, smooth: 0, specks: 0, floor: 0, ceiling: 1 };
    const area = (id: string, name: string, part: string) => ({
      id,
      name,
      part,
      sitter: null,
      marks: [mark],
      inverted: false,
      edgeCare,
    });
    photo.areas = [area('good', 'Cheek', 'skin'), area('bad', 'Wings', 'wings')];
  });
  const bench = await Bench.open(page);
  await expect(said(page, 'Opened without what does not fit a sitting: area “Wings”')).toBeVisible();
  await bench.choosePart('Skin');
  await expect(page.getByLabel('Name of the area')).toHaveValue('Cheek');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save what was set aside' }).click();
  expect((await download).suggestedFilename()).toBe('set-aside.json');
  await page.reload();
  await bench.settle();
  await expect(said(page, 'Opened without')).toHaveCount(0);
  expect((await storedRows(page, 'setAside')).length).toBe(1);
});

test('photos that are being imported stay, whatever another tab sweeps; a lost file is stored again by opening it', async ({
  page,
  context,
}) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Lantern Row Players' })).toBeVisible();
  const photos = await Promise.all(
    Array.from({ length: 8 }, (_, n) => small(`chorus ${n}.jpg`, `#${10 + 8 * n}6640`)),
  );
  const importing = page.getByLabel('Photos for a new sitting').setInputFiles(photos);
  const other = await context.newPage();
  for (let n = 0; n < 3; n++) await other.goto('/', { waitUntil: 'networkidle' });
  await importing;
  await expect(page.getByText('photo 1 of 8', { exact: false })).toBeVisible();
  await other.goto('/', { waitUntil: 'networkidle' });
  const rows = await storedRows<{ id: string; name: string }>(page, 'photos');
  expect(rows.map(({ name }) => name).sort()).toEqual(photos.map(({ name }) => name));

  await deleteStored(page, 'photos', rows.find(({ name }) => name === 'chorus 0.jpg')!.id);
  await page.reload();
  await expect(said(page, 'the file of “chorus 0.jpg” is no longer stored')).toBeVisible();
  // What is kept of it in small stands in for its pixels.
  const bench = new Bench(page, { width: 300, height: 200 });
  await expect
    .poll(async () =>
      (await bench.meanAt([150, 100])).map((code, c) => Math.abs(code - [0x10, 0x66, 0x40][c]!)),
    )
    .toEqual([expect.closeTo(0, -1), expect.closeTo(0, -1), expect.closeTo(0, -1)]);
  await page.evaluate(
    async (bytes) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([new Uint8Array(bytes)], 'chorus 0.jpg', { type: 'image/jpeg' }));
      window.dispatchEvent(new DragEvent('drop', { dataTransfer: transfer, cancelable: true }));
    },
    [...photos[0]!.buffer],
  );
  await expect(page.getByText('The file of “chorus 0.jpg” is stored again.')).toBeVisible();
  await bench.settle();
  expect((await storedRows(page, 'photos')).length).toBe(8);
});

test('what is cancelled is never stored: a stroke held and given up by Escape is gone after a reload', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  await bench.choosePart('Skin');
  await page.keyboard.press('p');
  await bench.draw([480, 500], [500, 520]);
  await saved(page);
  await page.mouse.move(...(await bench.at([500, 700])));
  await page.mouse.down();
  await page.mouse.move(...(await bench.at([560, 760])), { steps: 5 });
  await expect(async () => expect((await marksOf(page))[0]!.parameters.strokes!.length).toBe(1)).toPass();
  // Whatever makes the page store does so in the middle of the stroke.
  await page.evaluate(() => window.dispatchEvent(new Event('beforeunload')));
  await page.keyboard.press('Escape');
  await page.mouse.up();
  await saved(page);
  expect((await marksOf(page))[0]!.parameters.strokes!.length).toBe(1);
  await page.reload();
  await bench.settle();
  expect((await marksOf(page))[0]!.parameters.strokes!.length).toBe(1);
});

test('a sitting that is open elsewhere is neither renamed nor deleted in the list, and a takeover keeps the last change', async ({
  page,
  context,
}) => {
  const bench = await Bench.open(page);
  const list = await context.newPage();
  await list.goto('/');
  await list.getByLabel('Name of sitting Lantern Row Players').fill('Elsewhere');
  await list.keyboard.press('Enter');
  await expect(list.getByText('is open in another tab. Rename it there', { exact: false })).toBeVisible();
  await list.getByRole('button', { name: 'Delete Lantern Row Players', exact: true }).click();
  await expect(list.getByText('is open in another tab. Delete it there', { exact: false })).toBeVisible();
  await list.goto(page.url());
  await expect(said(list, 'open in another tab')).toBeVisible();
  await bench.choosePart('Hair');
  // At once, before the change is stored by itself.
  await list.getByRole('button', { name: 'Work on it here' }).click();
  await expect(said(list, 'open in another tab')).toHaveCount(0);
  await expect(list.getByRole('button', { name: 'Hair', exact: true }).first()).toBeVisible();
  await expect(said(page, 'open in another tab')).toBeVisible();
});

test('a sitting that was changed under the page is not written over; it goes on as a copy', async ({
  page,
}) => {
  const bench = await Bench.open(page);
  const [row] = await storedRows<{ revision: number }>(page, 'sittings');
  await putStored(page, 'sittings', { ...row, revision: row!.revision + 1 });
  await bench.choosePart('Hair');
  await expect(said(page, 'was changed in another tab since it was opened here')).toBeVisible();
  await page.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(page).not.toHaveURL(/demo$/);
  await saved(page);
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Lantern Row Players, copy' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Open Lantern Row Players', exact: true })).toBeVisible();
});

test('storage cleared under the page is said, and everything is stored again', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(await small('own photo.jpg'));
  await new Bench(page, { width: 300, height: 200 }).settle();
  await page.evaluate(() => indexedDB.deleteDatabase('even-blush'));
  await expect(said(page, 'storage was cleared')).toBeVisible();
  await page.getByRole('button', { name: 'Store it again' }).click();
  await expect(page.getByText('The sitting is stored again, with its photos.')).toBeVisible();
  await page.reload();
  await new Bench(page, { width: 300, height: 200 }).settle();
  await expect(page.getByLabel('Name of the sitting')).toHaveValue('own photo');
});

test('with the storage full, find works, leaving asks, and the sitting goes out as a file that opens again', async ({
  page,
  browser,
}, info) => {
  await page.addInitScript(() => {
    const refuse = () => {
      throw new DOMException('no room', 'QuotaExceededError');
    };
    if (!location.pathname.startsWith('/sitting')) return;
    IDBObjectStore.prototype.put = refuse;
    Cache.prototype.put = refuse;
  });
  await page.route('**/*.js', async (route) => {
    // Workers keep the networks: their cache refuses too.
    const response = await route.fetch();
    const body = await response.text();
    const refusal =
      "if(typeof Cache!=='undefined'&&typeof document==='undefined')Cache.prototype.put=()=>Promise.reject(new DOMException('no room','QuotaExceededError'));";
    await route.fulfill({ response, body: /import[^;]*;/.test(body.slice(0, 400)) ? body : refusal + body });
  });
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Open Lantern Row Players' })).toBeVisible();
  await page.goto('/sitting/demo');
  const bench = new Bench(page);
  await bench.settle();
  await bench.find();
  await expect(said(page, 'storage is full').first()).toBeVisible();

  // An own handler for every later dialog: Playwright would put them away otherwise.
  const dialogs: string[] = [];
  page.on('dialog', (dialog) => {
    dialogs.push(dialog.type());
    void dialog.dismiss();
  });
  await page.close({ runBeforeUnload: true });
  await expect.poll(() => dialogs).toEqual(['beforeunload']);
  await page.getByRole('link', { name: 'All sittings' }).click();
  await expect(said(page, 'leaving now would lose them')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save sitting as a file' }).first().click();
  const file = info.outputPath('sitting.zip');
  await (await download).saveAs(file);

  const fresh = await (await browser.newContext()).newPage();
  await fresh.goto(new URL('/', page.url()).href);
  await fresh.getByLabel('Photos for a new sitting').setInputFiles(file);
  const restored = new Bench(fresh);
  await restored.settle();
  await expect(fresh.getByText('Sitter 1')).toBeVisible();
  await restored.choosePart('Lips');
  await fresh.keyboard.press('g');
  await restored.settle();
  await fresh.close();
});
