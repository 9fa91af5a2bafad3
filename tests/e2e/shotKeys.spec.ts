import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { enter } from './bench';
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

  // What cannot be a shot is said, and nothing is made of it.
  await page.goto('/');
  const empty = join(shots.path, 'empty');
  await mkdir(empty);
  await writeFile(join(empty, 'notes.txt'), 'no image');
  await page.getByLabel('A folder of numbered images for a new sitting').setInputFiles(empty);
  await expect(page.getByText('“empty” holds no images.')).toBeVisible();
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
  await page.getByRole('button', { name: 'Key frame 1', exact: true }).click();
  const choice = page.getByRole('group', { name: 'This step in the shot' });
  await expect(choice).toContainText('exposure -1 → 0');

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
  const held = await gains();
  for (const gain of held.slice(0, 7)) expect(gain).toBeCloseTo(0.5, 1);
  expect(held[6]).toBeLessThan(over[6]! - 0.2);
  await page.keyboard.press('Control+z');
  await expect(choice.getByRole('radio', { name: 'go over' })).toBeChecked();
});
