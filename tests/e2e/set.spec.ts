import { execFile } from 'node:child_process';
import { mkdtemp, readFile, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { expect, test } from '@playwright/test';
import type { Locator, Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import { Bench, decode } from './bench';
import { putStored, storedRows } from './stored';

const run = promisify(execFile);
const wren = (n: number) => fileURLToPath(new URL(`../../demo/wren-0${n}.jpg`, import.meta.url));
const ALL = [1, 2, 3, 4, 5].map(wren);

/** Middle hue of the skin of each photo, from the file that the chart saves. */
async function skinHues(page: Page, sheet: Locator): Promise<{ before: number[]; after: number[] }> {
  const download = page.waitForEvent('download');
  await sheet.getByRole('button', { name: 'Save as CSV' }).click();
  const [head, ...lines] = (await readFile((await (await download).path())!, 'utf8')).trim().split('\r\n');
  const column = (name: string) => head!.split(',').indexOf(name);
  const middles = lines
    .map((line) => line.split(','))
    .filter((line) => line[2] === 'skin' && line[3] === 'middle');
  const of = (name: string) => middles.map((line) => Number(line[column(name)]));
  return { before: of('HSV hue before'), after: of('HSV hue after') };
}

const spread = (values: readonly number[]) => {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length);
};

/** Where a photo's filled point lies on the chart: its axis reaches a tenth beyond all that it shows. */
async function pointAt(
  chart: Locator,
  { before, after }: { readonly before: readonly number[]; readonly after: readonly number[] },
  n: number,
): Promise<{ x: number; y: number; degree: number }> {
  const all = [...before, ...after, 20, 28];
  const room = Math.max(2, 0.1 * (Math.max(...all) - Math.min(...all)));
  const [low, high] = [Math.floor(Math.min(...all) - room), Math.ceil(Math.max(...all) + room)];
  const box = (await chart.boundingBox())!;
  const degree = (box.height - 80) / (high - low);
  return {
    x: box.x + 48 + ((n + 0.5) / after.length) * (box.width - 60),
    y: box.y + 16 + (high - after[n]!) * degree,
    degree,
  };
}

interface StoredSitting {
  readonly id: string;
  readonly document: {
    readonly photos: readonly {
      readonly id: string;
      readonly file: string;
      readonly areas: readonly {
        readonly part: string;
        readonly marks: readonly { parameters: { strokes?: { points: [number, number, number][] }[] } }[];
      }[];
    }[];
  };
}
/** The open sitting as it is stored. */
async function stored(page: Page): Promise<StoredSitting> {
  const rows = await storedRows<StoredSitting>(page, 'sittings');
  return rows.find(({ id }) => page.url().endsWith(id))!;
}

interface Known extends Record<string, unknown> {
  readonly photoId: string;
  readonly numbers?: readonly Record<string, unknown>[];
}

/** What is known of a photo, with less green in all that its parts show. */
function redder({ picture: _, ...known }: Known, green: number): Known {
  const tinted = (rungs: unknown) =>
    Object.fromEntries(
      Object.entries(rungs as Record<string, [number, number, number]>).map(([rung, [r, g, b]]) => [
        rung,
        [r, g * green, b],
      ]),
    );
  return {
    ...known,
    numbers: known.numbers!.map((part) => ({
      ...part,
      before: tinted(part.before),
      after: tinted(part.after),
    })),
  };
}

test('a set: evened to a photo, one that stands out mended from the chart, carried over, undone, exported', async ({
  page,
}) => {
  const bench = new Bench(page);
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(ALL);
  await bench.settle();
  await page.keyboard.press('Shift+P');
  const sheet = page.getByRole('dialog');

  await test.step('evened to the first photo', async () => {
    await sheet.getByRole('button', { name: 'Even…' }).click();
    await sheet.getByRole('radio', { name: 'a photo' }).click();
    await sheet.getByLabel('Photo that is right').selectOption('wren-01.jpg');
    await sheet.getByRole('button', { name: 'Even 5 photos' }).click();
    await expect(sheet.getByText(/^Evening: \d of 5/)).toBeVisible();
    await expect(page.getByText('Evened 5 photos.')).toBeVisible({ timeout: 150_000 });
    await expect(sheet.getByText('1 found, 4 corrected')).toBeVisible();
  });

  await sheet.getByRole('radio', { name: 'Chart' }).click();
  const standsOut = sheet.getByRole('region', { name: 'What stands out' });
  const evened = await test.step('its numbers lie together', async () => {
    await expect(standsOut.getByText('Nothing stands out')).toBeVisible();
    const hues = await skinHues(page, sheet);
    expect(hues.after).toHaveLength(5);
    // One sitter under five lights: what must be reached is a fifth of what it was.
    expect(spread(hues.after)).toBeLessThan(0.2 * spread(hues.before));
    for (const hue of hues.after) expect(Math.abs(hue - hues.after[0]!)).toBeLessThan(1.5);
    return hues;
  });

  await test.step('a line round points chooses their photos, which stand side by side, moved together', async () => {
    const chart = sheet.getByRole('img', { name: /^skin, middle: hue/ });
    const [first, second] = [await pointAt(chart, evened, 0), await pointAt(chart, evened, 1)];
    await sheet.getByRole('button', { name: 'Go round points' }).click();
    await page.mouse.move(first.x - 30, first.y - 30);
    await page.mouse.down();
    for (const [x, y] of [
      [second.x + 30, second.y - 30],
      [second.x + 30, second.y + 30],
      [first.x - 30, first.y + 30],
    ] as const)
      await page.mouse.move(x, y, { steps: 6 });
    await page.mouse.up();
    await expect(sheet.getByText('2 chosen:')).toBeVisible();
    await sheet.getByRole('button', { name: 'Stop going round' }).click();
    await sheet.getByRole('radio', { name: 'Side by side' }).click();
    const pictures = sheet.getByRole('img', { name: /with its plan$/ });
    await expect(pictures).toHaveCount(2);
    const boxes = async () => Promise.all([0, 1].map(async (n) => (await pictures.nth(n).boundingBox())!));
    const before = await boxes();
    await sheet.getByRole('group', { name: /^Photos beside/ }).focus();
    await page.keyboard.press('+');
    const after = await boxes();
    after.forEach((box, n) => expect(box.width / before[n]!.width).toBeCloseTo(1.25, 2));
    await sheet.getByRole('button', { name: 'Choose none' }).click();
    await sheet.getByRole('radio', { name: 'Chart' }).click();
  });

  await test.step('a point that is dragged stands out, and is brought back', async () => {
    const chart = sheet.getByRole('img', { name: /^skin, middle: hue/ });
    const point = await pointAt(chart, evened, 3);
    await page.mouse.move(point.x, point.y);
    await page.mouse.down();
    await page.mouse.move(point.x, point.y - 4 * point.degree, { steps: 5 });
    await page.mouse.move(point.x, point.y - 8 * point.degree, { steps: 5 });
    await page.mouse.up();
    await expect(standsOut.getByRole('button', { name: 'wren-04.jpg', exact: true })).toBeVisible();
    const off = await skinHues(page, sheet);
    expect(Math.abs(off.after[3]! - evened.after[3]! - 8)).toBeLessThan(1);
    await standsOut.getByRole('button', { name: 'Bring wren-04.jpg to the median' }).click();
    await expect(standsOut.getByText('Nothing stands out')).toBeVisible();
    expect(spread((await skinHues(page, sheet)).after)).toBeLessThan(0.5);
  });

  await test.step('carried over: a dyed lip goes to all, and one undo takes it back', async () => {
    await sheet.getByRole('button', { name: 'Close' }).click();
    await bench.choosePart('Lips');
    // A stroke on the chest goes along.
    const CHEST = [430, 1010] as const;
    await bench.settle();
    await page.getByRole('button', { name: 'Fit', exact: true }).click();
    await page.keyboard.press('p');
    await bench.settle();
    await bench.draw(CHEST, [500, 1010]);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: '+ Recolour' }).click();
    await bench.settle();
    await page.keyboard.press('Shift+P');
    await sheet.getByRole('button', { name: 'Carry over…' }).click();
    await expect(sheet.getByText(/^1 step of wren-01.jpg to 4 photos/)).toBeVisible();
    await sheet.getByRole('button', { name: 'Carry over', exact: true }).click();
    await expect(page.getByText(/^Carried over to 4 photos/)).toBeVisible();
    await sheet.getByRole('button', { name: 'wren-02.jpg', exact: true }).click();
    await bench.settle();
    const lines = page.getByRole('region', { name: 'Plan' }).locator('[data-step]');
    await expect(lines.filter({ hasText: 'Recolour' })).toHaveCount(1);
    const steps = await lines.count();
    await expect(page.getByText('saved', { exact: true })).toBeVisible();
    const { photos } = (await stored(page)).document;
    const places = photos.map(({ areas }) => {
      const lips = areas.find(({ part }) => part === 'lips')!;
      return lips.marks.at(-1)!.parameters.strokes![0]!.points[0]!;
    });
    const [first, second] = places;
    expect(Math.hypot(first![0] - CHEST[0], first![1] - CHEST[1])).toBeLessThan(4);
    // The head alone would leave it where it was; the shoulders have turned by some 100 pixels.
    expect(second![0] - CHEST[0]).toBeGreaterThan(60);
    expect(second![0] - CHEST[0]).toBeLessThan(160);
    expect(new Set(places.map(([x]) => Math.round(x))).size).toBe(5);
    await page.getByRole('button', { name: /^Undo/ }).first().click();
    await expect(lines).toHaveCount(steps - 1);
    await expect(lines.filter({ hasText: 'Recolour' })).toHaveCount(0);
  });

  await test.step('the archive holds what the command line gives', async () => {
    await bench.settle();
    await bench.openExport('Photo');
    await page.getByRole('radio', { name: 'PNG', exact: true }).check();
    const download = page.waitForEvent('download', { timeout: 150_000 });
    await page.getByRole('button', { name: 'All 5 photos' }).click();
    const files = unzipSync(await readFile((await (await download).path())!));
    expect(Object.keys(files)).toHaveLength(5);
    const folder = await mkdtemp(join(tmpdir(), 'even-blush-'));
    const words = ['series', wren(3), '--reference', wren(1), '--out', folder, '--format', 'png', '--json'];
    const { stdout } = await run('npx', ['even-blush', ...words]);
    const report = JSON.parse(stdout) as { photos: { photo: string; written: string }[] };
    expect(report.photos).toHaveLength(1);
    const page3 = join(folder, 'page.png');
    await writeFile(page3, Object.entries(files).find(([name]) => name.startsWith('wren-03'))![1]);
    const [mine, theirs] = [await decode(page3), await decode(report.photos[0]!.written)];
    // Two decoders of JPEG, and networks on two engines: the same picture to a code here and there.
    const apart = mine.data.reduce((sum, code, i) => sum + Math.abs(code - theirs.data[i]!), 0);
    expect(apart / mine.data.length).toBeLessThan(0.5);
  });

  await test.step('300 photos stand on the chart', async () => {
    // The first photo 300 times, each a little redder than the one before; one stands out.
    const row = await stored(page);
    const rows = await storedRows<Known>(page, 'progress');
    const known = rows.find(({ photoId }) => photoId === row.document.photos[0]!.id)!;
    await page.goto('/');
    const ids = Array.from({ length: 300 }, (_, n) => n.toString(16).padStart(64, '0'));
    const photos = ids.map((id, n) => ({ ...row.document.photos[0], id, file: `photo-${n}.jpg` }));
    await putStored(page, 'sittings', { ...row, document: { ...row.document, photos } });
    for (const [n, photoId] of ids.entries())
      await putStored(page, 'progress', { ...redder(known, n === 150 ? 0.4 : 1 - n / 30_000), photoId });
    await page.goto(`/sitting/${row.id}`);
    await expect(page.getByTestId('stage')).toBeVisible();
    await page.keyboard.press('Shift+P');
    await expect(sheet.getByText('all 300:')).toBeVisible();
    const started = Date.now();
    await sheet.getByRole('radio', { name: 'Chart' }).click();
    await expect(standsOut.getByRole('button', { name: 'photo-150.jpg', exact: true })).toBeVisible();
    expect(Date.now() - started).toBeLessThan(20_000);
    const all = sheet.getByRole('region', { name: 'Numbers of all photos' });
    await expect(all.getByRole('listitem')).toHaveCount(300);
  });
});
