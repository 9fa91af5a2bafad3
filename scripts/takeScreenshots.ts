/**
 * npm run screenshots [NAME...]: takes the pictures of docs/screenshots/ anew from the built application, each in a
 * browser that has stored nothing; all of them, or those that are named.
 */
import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { chromium } from '@playwright/test';
import type { Page } from '@playwright/test';
import { PLAIN_CHROMIUM } from '../playwright.config';
import { Bench, enter } from '../tests/e2e/bench';

const PORT = process.env.EVEN_BLUSH_TEST_PORT!;
const root = fileURLToPath(new URL('../', import.meta.url));
const SIZE = { width: 1280, height: 800 };

/** Brings the page to what a picture shows. */
const VIEWS: Readonly<Record<string, (page: Page) => Promise<unknown>>> = {
  'sittings': async (page) => {
    await (await Bench.open(page)).settle();
    await page.goto('/');
    await page.getByRole('link', { name: 'Open Lantern Row Players' }).waitFor();
  },
  'check': async (page) => checked(await find(await Bench.open(page))),
  'bench': async (page) => {
    await mended(page);
    await page.keyboard.press('d');
  },
  'recolour': recoloured,
  'changes': async (page) => {
    await (await recoloured(page)).settle();
    await page.getByRole('button', { name: 'Changes' }).click();
  },
  'export': async (page) => {
    await recoloured(page);
    await page.getByRole('button', { name: /^Export…/ }).click();
  },
  'presets': async (page) => {
    await recoloured(page);
    await page.getByRole('button', { name: 'Presets…' }).click();
    await page.waitForTimeout(8000);
  },
  'marks': async (page) => {
    const bench = await recoloured(page);
    await bench.choosePart('Lips');
    await page.getByRole('button', { name: /^Edit marks/ }).click();
    await bench.settle();
    await page.keyboard.press('3');
    await bench.settle();
    await page.keyboard.press('x');
    for (const corner of [
      [445, 790],
      [540, 775],
      [640, 790],
      [540, 850],
      [445, 790],
    ] as const)
      await bench.press(corner);
  },
  'skin-dark': async (page) => {
    await onGivenHue(page);
    await page.getByRole('button', { name: 'Place readings' }).click();
  },
  'curves-dark': async (page) => {
    await onGivenHue(page);
    await page.getByRole('button', { name: 'Whole picture' }).click();
    await page.getByRole('button', { name: '+ Curves by numbers' }).click();
  },
  'sitters': async (page) => {
    const bench = await foundOn(page, 'pair-mixed.jpg');
    await bench.choosePart('Hair');
    await page.getByRole('button', { name: /^Extent:/ }).click();
    await page.getByRole('menuitem', { name: /^Dim/ }).click();
  },
  'beard': async (page) => {
    await page.goto('/');
    const head = fileURLToPath(new URL('../tests/fixtures/heads/bearded/photo.jpg', import.meta.url));
    await page.getByLabel('Photos for a new sitting').setInputFiles(head);
    const bench = new Bench(page);
    await bench.settle();
    await copperHair(bench);
    await page.getByRole('button', { name: 'Beard follows' }).click();
    await bench.choosePart('Beard');
  },
  'veil': async (page) => {
    const bench = await Bench.open(page);
    await page.getByRole('button', { name: '+ Take off a veil' }).click();
    await bench.hand('veil').getByRole('button', { name: 'Show it on the picture' }).click();
    await enter(bench.hand('veil').getByLabel('Amount at the middle'), '12');
  },
  'wall': async (page) => {
    const bench = await foundOn(page, 'wren-02.jpg');
    await bench.choosePart('Background');
    await page.getByRole('button', { name: '+ Even to a colour' }).click();
    await bench.settle();
    await bench.hand('even-to-colour').getByRole('button', { name: 'on the disc' }).click();
  },
  'small': async (page) => {
    await page.setViewportSize({ width: 1024, height: 700 });
    const bench = await find(await Bench.open(page));
    await bench.choosePart('Irises');
    await page.getByRole('button', { name: '+ Recolour' }).click();
    await bench.settle();
    await bench.hand('recolour').getByRole('button', { name: 'grey-green' }).click();
    await page.keyboard.press('2');
  },
  'photos': async (page) => {
    await evened(page);
    await page.getByLabel('faces alike').check();
  },
  'chart': async (page) => {
    await evened(page);
    await page.getByRole('radio', { name: 'Chart' }).click();
    await enter(page.getByLabel(/^hue of wren-04/), '32');
  },
  'who': async (page) => {
    for (const file of ['marit-flare.jpg', 'adaeze-blotchy.jpg', 'adaeze-flare.jpg'])
      await foundOn(page, file);
    await page.keyboard.press('Shift+P');
    await page.getByRole('radio', { name: 'Sitters' }).click();
  },
  'shot': shotFollowed,
};

async function find(bench: Bench): Promise<Bench> {
  await bench.page.keyboard.press('f');
  await bench.page.getByText(/\d parts found/).waitFor();
  await bench.settle();
  return bench;
}

async function checked(bench: Bench): Promise<void> {
  await bench.page.keyboard.press('k');
  await bench.page.getByRole('button', { name: 'Mend all' }).waitFor();
}

async function mended(page: Page): Promise<Bench> {
  const bench = await find(await Bench.open(page));
  await checked(bench);
  await page.getByRole('button', { name: 'Mend all' }).click();
  await page.getByText('By its numbers nothing is off').waitFor();
  await bench.settle();
  return bench;
}

async function recoloured(page: Page): Promise<Bench> {
  const bench = await mended(page);
  for (const [part, colour] of [
    ['Lips', 'neutral berry'],
    ['Irises', 'grey-green'],
    ['Hair', 'level 7 copper'],
  ] as const) {
    await bench.choosePart(part);
    await page.getByRole('button', { name: '+ Recolour' }).click();
    await bench.settle();
    await bench.hand('recolour').getByRole('button', { name: colour }).click();
    await bench.settle();
  }
  return bench;
}

/** Finds the people of a photo and dyes the hair of the first. */
async function copperHair(bench: Bench): Promise<void> {
  await find(bench);
  await bench.choosePart('Hair');
  await bench.page.getByRole('button', { name: '+ Recolour' }).click();
  await bench.settle();
  await bench.hand('recolour').getByRole('button', { name: 'level 7 copper' }).click();
}

async function onGivenHue(page: Page): Promise<void> {
  await page.emulateMedia({ colorScheme: 'dark' });
  const bench = await find(await Bench.open(page));
  await bench.choosePart('Skin');
  await page.getByRole('button', { name: '+ Bring hue to target' }).click();
  await bench.settle();
  await bench.openReadings();
}

/** A photo of the demo, its people found. */
async function foundOn(page: Page, file: string): Promise<Bench> {
  const bench = new Bench(page);
  if (!page.url().includes('/sitting/')) await Bench.open(page);
  await bench.goToPhoto(file);
  return find(bench);
}

/** Five photos of one sitter in five lights, brought to the first. */
async function evened(page: Page): Promise<void> {
  await page.goto('/');
  const wren = [1, 2, 3, 4, 5].map((n) => `${root}demo/wren-0${n}.jpg`);
  await page.getByLabel('Photos for a new sitting').setInputFiles(wren);
  await new Bench(page).settle();
  await page.keyboard.press('Shift+P');
  await page.getByRole('button', { name: 'Even…' }).click();
  await page.getByRole('radio', { name: 'a photo' }).click();
  await page.getByLabel('Photo that is right').selectOption('wren-01.jpg');
  await page.getByRole('button', { name: 'Even 5 photos' }).click();
  await page.getByText('Evened 5 photos.').waitFor({ timeout: 180_000 });
}

async function shotFollowed(page: Page): Promise<void> {
  const bench = await Bench.openShot(page);
  await bench.settle();
  await copperHair(bench);
  await page.getByRole('button', { name: /^Follow \d+ frames/ }).click();
  await page.getByRole('button', { name: 'All followed' }).waitFor({ timeout: 180_000 });
  const strip = page.getByRole('slider', { name: /Frame that/ });
  await strip.focus();
  for (let n = 0; n < 14; n++) await page.keyboard.press('ArrowRight');
}

const server = spawn(process.execPath, ['.output/server/index.mjs'], {
  cwd: root,
  env: { ...process.env, PORT },
});
const address = `http://localhost:${PORT}`;
const answers = () =>
  fetch(`${address}/api/health`).then(
    () => true,
    () => false,
  );
while (!(await answers())) await new Promise((resolve) => setTimeout(resolve, 100));
const browser = await chromium.launch(PLAIN_CHROMIUM);
const wanted = process.argv.slice(2);
for (const [name, show] of Object.entries(VIEWS)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const context = await browser.newContext({ baseURL: address, viewport: SIZE });
  const page = await context.newPage();
  page.setDefaultTimeout(90_000);
  try {
    await show(page);
    await page.mouse.move(640, 20);
    // What was said for some seconds is gone, and what follows the hand late is there.
    await page.waitForTimeout(8000);
    await page.screenshot({ path: `${root}docs/screenshots/${name}.png` });
    console.log(name);
  } catch (error) {
    console.error(`${name}: ${String(error)}`);
    await page.screenshot({ path: `${root}test-results/${name}.png` });
    process.exitCode = 1;
  }
  await context.close();
}
await browser.close();
server.kill();
