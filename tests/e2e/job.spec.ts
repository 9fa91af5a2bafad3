import { execFile } from 'node:child_process';
import { mkdtemp } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { expect, test } from '@playwright/test';
import { Bench, decode, mostApart, shareChanged } from './bench';
import { convertSrgbEncodedToHsv } from '../../core/colour/hsv';

const run = promisify(execFile);
const DEMO = 'demo/marit-flare.jpg';
const FACE: readonly (readonly [number, number])[] = [
  [500, 330],
  [480, 450],
  [440, 560],
  [460, 700],
];

test('the whole job: open, isolate, read, correct, recolour, compare, undo, reload, export, command line', async ({
  page,
}) => {
  const origins = new Set<string>();
  const problems: string[] = [];
  page.on('request', (request) =>
    origins.add(new URL(request.url()).protocol === 'blob:' ? 'blob' : new URL(request.url()).origin),
  );
  page.on('pageerror', (error) => problems.push(error.message));
  page.on('console', (message) => message.type() === 'error' && problems.push(message.text()));
  const folder = await mkdtemp(join(tmpdir(), 'even-blush-'));
  const bench = await Bench.open(page);

  await test.step('isolate skin with one line', async () => {
    await bench.choosePart('Skin');
    await bench.draw(...FACE);
    await expect(page.getByRole('button', { name: 'stroke', exact: true })).toBeVisible();
    await page.keyboard.press('Escape');
  });

  await test.step('read light, middle and shade', async () => {
    await bench.openReadings();
    await page.getByRole('button', { name: 'by hand' }).click();
    for (const point of [
      [480, 330],
      [440, 640],
      [640, 1010],
    ] as const)
      await bench.press(point);
    await expect(page.getByText(/^placed/)).toHaveCount(3);
    await expect(page.getByText('lies beside the area')).toHaveCount(1);
    const shade = page.getByRole('button', { name: 'Reading shade; arrow keys move it' });
    const [fromX, fromY] = await bench.at([640, 1010]);
    const [toX, toY] = await bench.at([640, 790]);
    await page.mouse.move(fromX, fromY);
    await page.mouse.down();
    await page.mouse.move(toX, toY, { steps: 8 });
    await page.mouse.up();
    await shade.press('ArrowLeft');
    await expect(page.getByText('lies beside the area')).toHaveCount(0);
    for (const rung of ['light', 'middle', 'shade'] as const)
      expect(await bench.hue(rung, 'now')).toBeGreaterThan(36);
    await expect(page.getByText(/\d+° too green/).first()).toBeVisible();
  });

  await test.step('bring hue to 26, 23, 16', async () => {
    await page.getByRole('button', { name: 'Bring hue to target' }).click();
    await bench.settle();
    for (const [rung, hue] of [
      ['light', 26],
      ['middle', 23],
      ['shade', 16],
    ] as const)
      await expect
        .poll(async () => Math.abs((await bench.hue(rung, 'result')) - hue))
        .toBeLessThanOrEqual(0.5);
    await expect(page.getByText('inside the corridor')).toHaveCount(3);
  });

  await test.step('drag the light rung on the ladder; the number follows', async () => {
    const handle = page.getByRole('slider', { name: 'Target hue of the light' });
    const box = (await handle.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 - 20, box.y + box.height / 2, { steps: 8 });
    await page.mouse.up();
    const dragged = Number(
      await bench.hand('hue-to-target').getByLabel('Target hue of the light').inputValue(),
    );
    expect(dragged).toBeLessThan(25);
    await bench.settle();
    await expect
      .poll(async () => Math.abs((await bench.hue('light', 'result')) - dragged))
      .toBeLessThanOrEqual(0.5);
    await page.keyboard.press('Control+z');
    await expect(bench.hand('hue-to-target').getByLabel('Target hue of the light')).toHaveValue('26.0');
  });

  await test.step('recolour an iris drawn as an ellipse', async () => {
    await bench.choosePart('Irises');
    await bench.draw([415, 583], [436, 602]);
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: '+ Recolour' }).click();
    await page.getByRole('button', { name: 'dark brown', exact: true }).click();
    await expect(page.getByLabel('Wanted colour as a number or a name')).toHaveValue('dark brown');
    await bench.settle();
  });

  await test.step('steps off and on, strength, order', async () => {
    const hue = page.locator('[data-step=hue-to-target]');
    await hue.getByRole('checkbox', { name: 'Bring hue to target on' }).uncheck();
    await bench.settle();
    await hue.getByRole('checkbox', { name: 'Bring hue to target on' }).check();
    await bench.doWithStep(0, 'Later');
    await expect(page.locator('[data-step]').first()).toHaveAttribute('data-step', 'recolour');
    await page.keyboard.press('Control+z');
    await expect(page.locator('[data-step]').first()).toHaveAttribute('data-step', 'hue-to-target');
  });

  await test.step('compare by a line that is dragged', async () => {
    await page.keyboard.press('d');
    const line = page.getByRole('slider', { name: 'Line between before and after' });
    const box = (await line.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + 200);
    await page.mouse.down();
    await page.mouse.move(box.x + 150, box.y + 200, { steps: 5 });
    await page.mouse.up();
    expect(Number(await line.getAttribute('aria-valuenow'))).toBeGreaterThan(60);
    await page.keyboard.press('d');
  });

  await test.step('reload: the work and its history are there', async () => {
    await expect(page.getByText('saved', { exact: true })).toBeVisible();
    await page.reload();
    await bench.settle();
    await expect(page.locator('[data-step]')).toHaveCount(2);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByRole('button', { name: 'Redo' })).toBeEnabled();
    await page.getByRole('button', { name: 'Redo' }).click();
    await bench.settle();
  });

  const png = join(folder, 'page.png');
  const plan = join(folder, 'plan.json');
  await test.step('export: the file holds what the plan says', async () => {
    await (await bench.export('Export photo')).saveAs(png);
    const [before, after] = [await decode(DEMO), await decode(png)];
    expect([after.width, after.height]).toEqual([1080, 1350]);
    expect(shareChanged(before.data, after.data, 1080, [0, 0, 200, 400], 1)).toBe(0);
    expect(shareChanged(before.data, after.data, 1080, [100, 1290, 900, 1350], 1)).toBe(0);
    expect(shareChanged(before.data, after.data, 1080, [420, 620, 500, 700], 1)).toBeGreaterThan(0.99);
    const sums = [0, 0, 0];
    for (let y = 625; y < 656; y++)
      for (let x = 425; x < 456; x++)
        for (let c = 0; c < 3; c++) sums[c]! += after.data[3 * (y * 1080 + x) + c]! / 255 / 961;
    expect(
      Math.abs(convertSrgbEncodedToHsv(sums as unknown as [number, number, number]).hueDegrees! - 23),
    ).toBeLessThan(1);
    const iris = (data: Buffer) => [0, 1, 2].map((c) => data[3 * (590 * 1080 + 404) + c]!);
    expect(iris(after.data)).not.toEqual(iris(before.data));
  });

  await test.step('100 % shows the pixels that are exported', async () => {
    await page.keyboard.press('z');
    await bench.settle();
    await expect(page.getByLabel('Zoom', { exact: true })).toHaveValue('100');
    await page.keyboard.press('Escape');
    await page.mouse.move(2, 2);
    const box = (await page.getByTestId('stage').boundingBox())!;
    const shown = { width: Math.round(box.width), height: Math.round(box.height) };
    const data = await bench.shown(
      Math.round(shown.width / 2) - 60,
      Math.round(shown.height / 2) - 60,
      120,
      120,
    );
    const exported = await decode(png);
    const left = Math.round(540 - shown.width / 2) + shown.width / 2 - 60;
    const top = Math.round(675 - shown.height / 2) + shown.height / 2 - 60;
    let worst = 255;
    for (const dx of [-1, 0, 1]) {
      for (const dy of [-1, 0, 1]) {
        let most = 0;
        for (let i = 0; i < 120 * 120; i++)
          for (let c = 0; c < 3; c++)
            most = Math.max(
              most,
              Math.abs(
                data[3 * i + c]! -
                  exported.data[3 * ((top + dy + Math.floor(i / 120)) * 1080 + left + dx + (i % 120)) + c]!,
              ),
            );
        worst = Math.min(worst, most);
      }
    }
    expect(worst).toBe(0);
    await page.keyboard.press('z');
  });

  await test.step('the command line gives the same pixels from the exported plan', async () => {
    await (await bench.export('Export plan')).saveAs(plan);
    await run('npx', ['even-blush', 'apply', plan, DEMO, '--out', folder, '--format', 'png']);
    const [ours, theirs] = [await decode(png), await decode(join(folder, 'marit-flare.png'))];
    expect(mostApart(ours.data, theirs.data)).toBeLessThanOrEqual(1);
  });

  expect([...origins].filter((origin) => origin !== 'blob')).toEqual([new URL(page.url()).origin]);
  expect(problems).toEqual([]);
});
