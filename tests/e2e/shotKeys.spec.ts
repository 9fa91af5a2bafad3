import { createHash } from 'node:crypto';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { Bench, enter } from './bench';
import { ShotFolder, codes, followed, number, openClip, probed, strip } from './shotFolder';

const shots = new ShotFolder();

test('a folder of numbered images is a shot: its frames are photos as they came, and it becomes a clip', async ({
  page,
}) => {
  const frames = join(shots.path, 'walk');
  await mkdir(frames);
  await writeFile(join(frames, 'notes.txt'), 'no image');
  for (const n of [1, 2, 10, 9]) {
    const pixels = Buffer.alloc(3 * 48 * 40, 20 * n);
    await sharp(pixels, { raw: { width: 48, height: 40, channels: 3 } })
      .png()
      .toFile(join(frames, `take ${n}.png`));
  }
  await page.goto('/');
  await page.getByLabel('A folder of numbered images for a new sitting').setInputFiles(frames);
  await expect(page.getByText('of 4', { exact: true })).toBeVisible();
  await expect(page.getByText('take 1.png · 48 × 40')).toBeVisible();
  await strip(page).press('End');
  await page.getByRole('button', { name: 'Make key frame' }).click();
  await expect(page.getByText('take 10.png · 48 × 40')).toBeVisible();
  // To the byte: a plan made on it is known on the command line.
  const plan = join(shots.path, 'plan.json');
  await (await new Bench(page, { width: 48, height: 40 }).export('Export plan')).saveAs(plan);
  const own = createHash('sha256').update(await readFile(join(frames, 'take 10.png')));
  expect(JSON.parse(await readFile(plan, 'utf8')).photo.id).toBe(own.digest('hex'));
  const files = unzipSync(await readFile(await shots.exportAs(page, 'Numbered PNGs')));
  const firstCodes = await Promise.all(
    Object.entries(files).map(async ([name, file]) => [name, (await codes(Buffer.from(file)))[0]]),
  );
  expect(firstCodes).toEqual([1, 2, 9, 10].map((n, i) => [`walk-${number(i + 1)}.png`, 20 * n]));

  const clip = await shots.exportAs(page, 'WebM', { rate: 8 });
  expect(clip).toMatch(/walk-even\.webm$/);
  const { packets } = probed(clip, 'packet=pts_time');
  expect(packets.map(({ pts_time: time }: { pts_time: string }) => Number(time))).toEqual([
    0, 0.125, 0.25, 0.375,
  ]);

  // What cannot be a shot is said, and nothing is made of it; so is a frame of another size.
  const sizes = join(shots.path, 'sizes');
  await mkdir(sizes);
  for (const width of [48, 52])
    await sharp({ create: { width, height: 40, channels: 3, background: '#808080' } }).toFile(
      join(sizes, `${width}.png`),
    );
  await page.goto('/');
  await page.getByLabel('A folder of numbered images for a new sitting').setInputFiles(sizes);
  await expect(page.getByText('of 2', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Export shot' }).click();
  await page.getByRole('radio', { name: 'Numbered PNGs' }).click();
  await page.getByRole('button', { name: 'Export 2 frames' }).click();
  await expect(page.getByText('“52.png” is not 48 × 40 pixels')).toBeVisible();
  await page.goto('/');
  const empty = join(shots.path, 'empty');
  await mkdir(empty);
  await writeFile(join(empty, 'notes.txt'), 'no image');
  await page.getByLabel('A folder of numbered images for a new sitting').setInputFiles(empty);
  await expect(page.getByText('“empty” holds no images.')).toBeVisible();

  // A folder that is dropped is asked about.
  const devtools = await page.context().newCDPSession(page);
  const drop = async () => {
    const data = { items: [], files: [frames], dragOperationsMask: 1 };
    for (const type of ['dragEnter', 'dragOver', 'drop'] as const)
      await devtools.send('Input.dispatchDragEvent', { type, x: 400, y: 300, data });
    await expect(page.getByRole('heading', { name: '4 images in “walk”' })).toBeVisible();
  };
  await drop();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await drop();
  await page.getByRole('button', { name: 'Open as one shot' }).click();
  await expect(page.getByText('of 4', { exact: true })).toBeVisible();
  await drop();
  await page.getByRole('button', { name: 'Open as photos' }).click();
  // The first one is a key frame of the sitting already; the first of the others is taken in hand.
  await expect(page.getByRole('button', { name: 'photo 2 of 4' })).toBeVisible();
  await expect(page.getByText('take 2.png · 48 × 40')).toBeVisible();
});

test('a step goes over to the next key frame, or holds up to it', async ({ page }) => {
  const grey = ['-f', 'lavfi', '-i', 'color=c=0x909090:size=64x48:rate=10:duration=0.8'];
  await openClip(page, shots.made('grey.webm', ...grey, '-vf', 'noise=alls=6:allf=t', '-c:v', 'libvpx-vp9'));
  await expect(page.getByText('of 8')).toBeVisible();
  await page.getByRole('button', { name: 'More steps' }).click();
  await page.getByRole('menuitem', { name: /^Light/ }).click();
  await enter(page.getByLabel('Exposure', { exact: true }), '-1');
  await expect(page.getByRole('group', { name: 'This step in the shot' })).toBeHidden();
  await followed(page);
  await strip(page).press('End');
  await page.getByRole('button', { name: 'Make key frame' }).click();
  await expect(page.getByText('grey-0008.png · 64 × 48')).toBeVisible();
  await enter(page.getByLabel('Exposure', { exact: true }), '0');
  await enter(page.getByRole('textbox', { name: 'saturation', exact: true }), '20');
  await page.getByRole('button', { name: 'Key frame 1', exact: true }).click();
  const choice = page.getByRole('group', { name: 'This step in the shot' });
  await expect(choice).toContainText('exposure -1 → 0');
  await expect(choice).toContainText('saturation 0 % → 20 %');
  await page.getByRole('button', { name: 'Key frame 8', exact: true }).click();
  await enter(page.getByRole('textbox', { name: 'saturation', exact: true }), '0');
  await page.getByRole('button', { name: 'Key frame 1', exact: true }).click();
  await expect(choice).not.toContainText('saturation');
  const goesOver = page.getByRole('img', { name: /goes over to the next key frame/ });
  await expect(goesOver).toHaveAccessibleName(/^Exposure/);

  /** By how much each frame is darker than it was shot, linear light. */
  const gains = async (): Promise<number[]> => {
    await followed(page);
    const files = unzipSync(await readFile(await shots.exportAs(page, 'Numbered PNGs')));
    const pictures = Object.values(files).map((file) => codes(Buffer.from(file)));
    const means = (await Promise.all(pictures)).map(
      (picture) => picture.reduce((sum, code) => sum + (code / 255) ** 2.2, 0) / picture.length,
    );
    return means.map((mean) => mean / means.at(-1)!);
  };
  const over = await gains();
  expect(over[0]).toBeCloseTo(0.5, 1);
  expect(over[4]).toBeCloseTo(2 ** -(3 / 7), 1);
  await choice.getByRole('radio', { name: 'hold' }).click();
  await expect(goesOver).toBeHidden();
  const held = await gains();
  for (const gain of held.slice(0, 7)) expect(gain).toBeCloseTo(0.5, 1);
  expect(held[6]).toBeLessThan(over[6]! - 0.2);
  await page.keyboard.press('Control+z');
  await expect(choice.getByRole('radio', { name: 'go over' })).toBeChecked();
});

test('a step is measured on each frame, or on key frames and then for all', async ({ page }) => {
  // The light grows; greys of many depths, so that a push has lights and shades of its own.
  const greys = "geq=lum='32+96*X/W':cb=128:cr=128,eq=brightness='0.06*n':eval=frame";
  const growing = ['-f', 'lavfi', '-i', 'nullsrc=size=64x48:rate=10:duration=0.6', '-vf', greys];
  await openClip(page, shots.made('grow.webm', ...growing, '-c:v', 'libvpx-vp9'));
  await expect(page.getByText('of 6')).toBeVisible();
  await page.getByRole('button', { name: 'More steps' }).click();
  await page.getByRole('menuitem', { name: /^Balance/ }).click();
  await enter(page.getByLabel('Amount for the shade'), '60');
  const choice = page.getByRole('group', { name: 'This step in the shot' });
  const exported = async () => {
    await followed(page);
    const files = unzipSync(await readFile(await shots.exportAs(page, 'Numbered PNGs')));
    return Promise.all(Object.values(files).map((file) => codes(Buffer.from(file))));
  };
  const each = await exported();
  await choice.getByRole('radio', { name: 'key frames' }).click();
  const once = await exported();
  expect(once[0]!.equals(each[0]!)).toBe(true);
  const apart = once[5]!.reduce((sum, code, i) => sum + Math.abs(code - each[5]![i]!), 0) / once[5]!.length;
  expect(apart).toBeGreaterThan(1);
});
