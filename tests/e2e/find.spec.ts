import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { LOOPS_CODE } from '../../core/loops/loops.gen';
import { headPath } from '../fixtures/truth';
import { Bench, decode } from './bench';

test('find: parts at a press, lips corrected by a removing stroke, coverage out and in as PNG', async ({
  page,
}, info) => {
  const origins = new Set<string>();
  const problems: string[] = [];
  const networks = new Set<string>();
  page.on('request', (request) => {
    const { protocol, origin, pathname } = new URL(request.url());
    origins.add(protocol.startsWith('http') ? origin : 'blob');
    if (pathname.startsWith('/models/')) networks.add(pathname);
  });
  page.on('pageerror', (error) => problems.push(error.message));
  const bench = await Bench.open(page);
  const map = page.getByRole('group', { name: /^Face map/ });

  await test.step('what Find needs is loaded before it is pressed', async () => {
    await expect.poll(() => [...networks].filter((path) => path.endsWith('.bin')).length).toBe(6);
  });

  await test.step('Find divides the sitter into parts; one undo takes all of it back', async () => {
    await bench.find();
    await expect(page.getByText('Sitter 1')).toBeVisible();
    for (const part of ['Skin', 'Hair', 'Lips', 'Irises', 'Clothes', 'Background'])
      await expect(map.getByRole('button', { name: part, exact: true })).toHaveCount(1);
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByText('Sitter 1')).toHaveCount(0);
    await page.getByRole('button', { name: 'Redo' }).click();
    await expect(page.getByText('Sitter 1')).toBeVisible();
  });

  await test.step('the workers of the page may run the compiled loops', async () => {
    const compiles = (code: readonly number[]) =>
      Object.keys(new WebAssembly.Instance(new WebAssembly.Module(Uint8Array.from(code))).exports);
    const workers = page.workers();
    expect(workers.length).toBeGreaterThan(2);
    for (const worker of workers)
      expect(await worker.evaluate(compiles, [...LOOPS_CODE])).toContain('fitGuided');
  });

  await test.step('pointing at the picture names the part there', async () => {
    await page.mouse.move(...(await bench.at([530, 700])));
    await expect(page.getByTestId('part-name')).toHaveText('Face');
    await page.mouse.move(...(await bench.at([535, 852])));
    await expect(page.getByTestId('part-name')).toHaveText('Lips');
  });

  const exportPng = async (name: string) => {
    await bench.openExtent();
    const download = page.waitForEvent('download');
    const file = info.outputPath(name);
    await page.getByRole('button', { name: 'Export PNG' }).click();
    await (await download).saveAs(file);
    const {
      data,
      info: { width, height },
    } = await sharp(file).greyscale().raw().toBuffer({ resolveWithObject: true });
    return { file, width, height, at: (x: number, y: number) => data[y * width + x]! };
  };

  await test.step('lips on the face map; a removing stroke takes the left half away', async () => {
    await map.getByRole('button', { name: 'Lips', exact: true }).click();
    await bench.settle();
    const whole = await exportPng('lips.png');
    expect([whole.width, whole.height]).toEqual([1080, 1350]);
    expect(whole.at(535, 852)).toBeGreaterThan(200);
    expect(whole.at(535, 600)).toBe(0);
    await page.keyboard.press('p');
    await page.keyboard.press('a');
    for (let n = 0; n < 6; n++) await page.keyboard.press('v');
    await bench.draw([440, 845], [500, 845], [520, 850]);
    await page.keyboard.press('Escape');
    await bench.settle();
    const half = await exportPng('half.png');
    expect(half.at(500, 850)).toBe(0);
    expect(half.at(575, 850)).toBe(whole.at(575, 850));
  });

  await test.step('a new area takes the exported PNG back in; a file of another size is refused in a sentence', async () => {
    await page.getByRole('button', { name: 'New area' }).click();
    await page.keyboard.press('Escape');
    await page.getByLabel('Coverage to add to this area').setInputFiles(info.outputPath('lips.png'));
    await bench.openExtent();
    await expect(page.getByRole('button', { name: 'lips.png', exact: true })).toBeVisible();
    expect((await exportPng('again.png')).at(535, 852)).toBe(
      (await decode(info.outputPath('lips.png'))).data[3 * (852 * 1080 + 535)],
    );
    const small = info.outputPath('small.png');
    await sharp({ create: { width: 20, height: 20, channels: 3, background: '#fff' } })
      .png()
      .toFile(small);
    await page.getByLabel('Coverage to add to this area').setInputFiles(small);
    await expect(page.getByRole('alert')).toContainText('is not a grey 8-bit PNG of 1080 × 1350 pixels');
    await page.getByRole('button', { name: 'Put away' }).first().click();
  });

  await test.step('views: grey, others dimmed, plain ground', async () => {
    await page.getByRole('button', { name: 'Fit', exact: true }).click();
    await page.keyboard.press('g');
    await bench.settle();
    const shown = (x: number, y: number) => bench.meanAt([x, y], 1);
    await expect.poll(() => shown(300, 300)).toEqual([0, 0, 0]);
    await page.keyboard.press('u');
    await bench.settle();
    await expect.poll(() => shown(300, 300)).toEqual([119, 119, 119]);
    const before = await shown(535, 852);
    await page.keyboard.press('m');
    await bench.settle();
    expect(await shown(535, 852)).toEqual(before);
    await page.keyboard.press('m');
  });

  await test.step('lasso, invert, duplicate', async () => {
    await page.getByRole('button', { name: 'New area', exact: true }).last().click();
    await page.keyboard.press('q');
    await bench.draw([200, 200], [400, 200], [400, 400], [200, 400]);
    await page.keyboard.press('Escape');
    await bench.settle();
    const loop = await exportPng('loop.png');
    expect([loop.at(300, 300), loop.at(600, 600)]).toEqual([255, 0]);
    await page.getByRole('button', { name: 'Duplicate', exact: true }).click();
    await bench.openExtent();
    await page.getByRole('button', { name: 'Invert' }).click();
    await bench.settle();
    const other = await exportPng('other.png');
    expect([other.at(300, 300), other.at(600, 600)]).toEqual([0, 255]);
  });

  expect([...origins].filter((origin) => origin !== 'blob')).toEqual([new URL(page.url()).origin]);
  expect(problems).toEqual([]);
});

test('find in a photo without a face says so, and areas can be made by hand', async ({ page }, info) => {
  const file = info.outputPath('mug.png');
  await sharp({ create: { width: 600, height: 500, channels: 3, background: '#8a6a4a' } })
    .composite([
      {
        input: Buffer.from(
          '<svg width="600" height="500"><rect x="200" y="150" width="160" height="220" rx="20" fill="#ddd"/></svg>',
        ),
      },
    ])
    .png()
    .toFile(file);
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(file);
  const bench = new Bench(page, { width: 600, height: 500 });
  await bench.settle();
  await page.getByRole('button', { name: /^Find/ }).click();
  await expect(page.getByText('No face was found in this photo', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: 'Look for small faces' }).click();
  await expect(page.getByRole('button', { name: 'Look for small faces' })).toHaveCount(0);
  await expect(page.getByText('No face was found in this photo', { exact: false })).toBeVisible();
  await bench.choosePart('Skin');
  await expect(page.getByText('This area covers nothing yet', { exact: false })).toBeVisible();
});

test('a face seen from its side is found, and what is unsure about it is said', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(headPath('profile'));
  const bench = new Bench(page, { width: 320, height: 400 });
  await bench.settle();
  await bench.find();
  await bench.choosePart('Lips');
  await expect(page.getByText('Unsure of this part: the face is turned away')).toBeVisible();
  await bench.choosePart('Hair');
  await page.keyboard.press('g');
  await bench.settle();
  await expect.poll(() => bench.meanAt([60, 100], 1)).toEqual([255, 255, 255]);
  expect(await bench.meanAt([300, 100], 1)).toEqual([0, 0, 0]);
});

test('while two are worked out, faces and what is known are outlined; stopped, the lines are gone', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByLabel('Photos for a new sitting').setInputFiles(headPath('pair'));
  const bench = new Bench(page, { width: 432, height: 540 });
  await bench.settle();
  const stage = page.getByTestId('stage');
  const [x, y] = await bench.at([20, 20]);
  const [right, bottom] = await bench.at([412, 300]);
  const clip = { x, y, width: right - x, height: bottom - y };
  const pixels = async () =>
    sharp(await page.screenshot({ clip }))
      .greyscale()
      .raw()
      .toBuffer();
  const before = await pixels();
  /** how many pixels other than before are dark, as lines are */
  const lines = async () =>
    (await pixels()).filter((value, i) => value < 120 && Math.abs(value - before[i]!) > 20).length;

  await page.keyboard.press('f');
  await expect(stage).toHaveAttribute('data-overlay', /^seen:.*:2:0$/);
  await expect(page.getByText('2 faces seen')).toBeVisible();
  await expect.poll(lines).toBeGreaterThan(100);
  expect(await lines()).toBeLessThan(before.length / 20);
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByText('Find was stopped; nothing was changed.')).toBeVisible();
  await expect.poll(lines).toBe(0);

  const shown = await stage.evaluateHandle((element: HTMLElement) => {
    const all: string[] = [];
    new MutationObserver(() => all.push(element.dataset.overlay ?? '')).observe(element, {
      attributeFilter: ['data-overlay'],
    });
    return all;
  });
  await page.keyboard.press('f');
  await expect(page.getByText('Found 2 sitters', { exact: false })).toBeVisible();
  const [faces, one, both, ...then] = (await shown.jsonValue()).map((key) => key.replace(/seen:.*?:/, ''));
  expect([faces, one, both]).toEqual(['2:0', '2:1', '2:2']);
  expect(then.join()).not.toContain('2:');
});

test('lines about what is known stay with their photo, which is found while another is looked at', async ({
  page,
}) => {
  const problems: string[] = [];
  page.on('pageerror', ({ message }) => problems.push(message));
  const wall = sharp({ create: { width: 432, height: 540, channels: 3, background: '#8a6a4a' } });
  const pair = await sharp(headPath('pair')).toBuffer();
  const photo = (name: string, buffer: Buffer) => ({ name, mimeType: 'image/jpeg', buffer });
  await page.goto('/');
  await page
    .getByLabel('Photos for a new sitting')
    .setInputFiles([photo('a-pair.jpg', pair), photo('b-wall.jpg', await wall.jpeg().toBuffer())]);
  const bench = new Bench(page, { width: 432, height: 540 });
  await bench.settle();
  const stage = page.getByTestId('stage');
  const colour = await bench.meanAt([216, 80], 4);

  await page.keyboard.press('f');
  await expect(stage).toHaveAttribute('data-overlay', /^seen:/);
  await page.keyboard.press('.');
  await bench.settle();
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible({ timeout: 1 });
  expect(await stage.getAttribute('data-overlay')).toBeNull();
  expect(await bench.meanAt([216, 80], 4)).not.toEqual(colour);
  await page.keyboard.press(',');
  await expect(page.getByText('Found 2 sitters', { exact: false })).toBeVisible();
  await bench.settle();
  expect(await bench.meanAt([216, 80], 4)).toEqual(colour);
  await expect(page.getByText('Sitter 1')).toBeVisible();
  expect(problems).toEqual([]);
});

test('Find and Check pressed while a photo is being opened wait for it, and look at no other', async ({
  page,
}) => {
  const wall = sharp({ create: { width: 600, height: 500, channels: 3, background: '#8a6a4a' } });
  // Many pixels take their time: F comes long before they are in hand. What is green is off.
  const head = sharp(headPath('suit')).resize(2400).linear([0.8, 1.05, 0.8], [0, 0, 0]);
  const photo = (name: string, buffer: Buffer) => ({ name, mimeType: 'image/jpeg', buffer });
  await page.goto('/');
  await page
    .getByLabel('Photos for a new sitting')
    .setInputFiles([
      photo('a-wall.jpg', await wall.jpeg().toBuffer()),
      photo('b-head.jpg', await head.jpeg().toBuffer()),
    ]);
  const bench = new Bench(page);
  await bench.settle();
  await page.keyboard.press('.');
  await bench.find();
  await page.keyboard.press(',');
  await bench.settle();
  await page.keyboard.press('.');
  await page.keyboard.press('k');
  await expect(page.getByRole('region', { name: 'Check' }).getByRole('listitem')).not.toHaveCount(0);
  await expect(page.getByRole('alert')).toHaveCount(0);
});
