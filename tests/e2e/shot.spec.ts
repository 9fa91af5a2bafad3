import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdir, mkdtemp, readFile, readdir, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import type { Page } from '@playwright/test';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { Bench, enter } from './bench';

let folder: string;
test.beforeAll(async () => void (folder = await mkdtemp(join(tmpdir(), 'even-blush-'))));
test.afterAll(() => rm(folder, { recursive: true }));

const number = (n: number) => String(n).padStart(4, '0');
const frameNamed = (n: number) => `turning-${number(n)}.png`;
const strip = (page: Page) => page.getByRole('slider', { name: 'Frame that is looked at' });
const codes = (file: string | Buffer) => sharp(file).removeAlpha().raw().toBuffer();
/** A clip from one of ffmpeg's own pictures. */
function made(name: string, ...words: readonly string[]): string {
  const path = join(folder, name);
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...words, path]);
  return path;
}

/** Opens a clip as a sitting of its own. */
async function openClip(page: Page, path: string): Promise<void> {
  await page.goto('/');
  await page.locator('input[type=file]').first().setInputFiles(path);
}

async function exportAs(page: Page, kind: string, masks = false): Promise<string> {
  await page.getByRole('button', { name: 'Export shot' }).click();
  await page.getByRole('radio', { name: kind }).click();
  if (masks) await page.getByLabel('the coverage of areas too').check();
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 120_000 }),
    page.getByRole('button', { name: /^Export \d+ frames/ }).click(),
  ]);
  const path = join(folder, download.suggestedFilename());
  await download.saveAs(path);
  return path;
}

async function followed(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^(Follow|Draw) \d+ frames$/ }).click();
  await expect(page.getByRole('button', { name: 'All followed' })).toBeVisible({ timeout: 180_000 });
}

test('a shot is followed from one frame, corrected on another, and comes out as clip and frames', async ({
  page,
}) => {
  test.slow();
  const bench = await Bench.open(page);
  await page.keyboard.press('Shift+P');
  await page
    .getByRole('button', { name: /turning-0001/ })
    .first()
    .click();
  await expect(page.getByText('of 24')).toBeVisible();
  const asShot = unzipSync(await readFile(await exportAs(page, 'Numbered PNGs')));
  await bench.find();
  await bench.choosePart('Skin');
  await page.getByRole('button', { name: 'More steps' }).click();
  await page.getByRole('menuitem', { name: /^Light/ }).click();
  await enter(page.getByLabel('Exposure', { exact: true }), '0.8');
  await followed(page);

  // Every frame shows its own face brighter; nothing of the ground.
  await strip(page).press('End');
  const frame = page.getByTestId('frame');
  await expect(frame).toHaveAttribute('data-frame', '24');
  await expect(frame).toHaveAttribute('data-drawn', 'true');

  // A key frame where the light is less: what was right before stays, and between them it goes over.
  await page.getByRole('button', { name: 'Make key frame' }).click();
  await bench.settle();
  await expect(page.getByText('turning-0024.png · 400 × 500')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Key frame 24', exact: true })).toBeVisible();
  await enter(page.getByLabel(/strength/i).last(), '0');
  await followed(page);
  const files = unzipSync(await readFile(await exportAs(page, 'Numbered PNGs', true)));
  expect(Object.keys(files).length).toBe(48);
  const gains = [];
  for (const n of [1, 8, 16, 24]) {
    const png = Buffer.from(files[frameNamed(n)]!);
    const [after, before] = [await codes(png), await codes(Buffer.from(asShot[frameNamed(n)]!))];
    // The forehead is in the middle of all frames; the upper corners show ground alone.
    const meanAt = (data: Buffer, x: number, y: number) => {
      let sum = 0;
      for (let row = y - 8; row < y + 8; row++)
        for (let column = x - 8; column < x + 8; column++) sum += data[3 * (row * 400 + column) + 1]!;
      return sum / 256;
    };
    gains.push(meanAt(after, 200, 190) - meanAt(before, 200, 190));
    for (const x of [20, 380]) expect(Math.abs(meanAt(after, x, 30) - meanAt(before, x, 30))).toBeLessThan(2);
  }
  expect(gains[0]).toBeGreaterThan(20);
  expect(gains).toEqual(gains.toSorted((p, q) => q - p));
  expect(Math.abs(gains[3]!)).toBeLessThan(2);

  // Each frame is, to the bit, what the same plan on the same coverage gives for that photo.
  const plan = await (await bench.export('Export plan')).path();
  for (const [n, strength] of [
    [1, 1],
    [16, 8 / 23],
  ] as const) {
    const photo = join(folder, frameNamed(n));
    await writeFile(photo, asShot[frameNamed(n)]!);
    const file = JSON.parse(await readFile(plan, 'utf8'));
    const [light] = file.photo.plan;
    file.photo.id = createHash('sha256').update(asShot[frameNamed(n)]!).digest('hex');
    file.photo.plan = [{ ...light, on: true, strength }];
    file.coverage = { [light.areaId]: Buffer.from(files[`Skin/${number(n)}.png`]!).toString('base64') };
    const planned = join(folder, `plan-${n}.json`);
    await writeFile(planned, JSON.stringify(file));
    const out = join(folder, `applied-${n}`);
    const words = ['apply', planned, photo, '--out', out, '--format', 'png'];
    execFileSync(process.execPath, ['cli/even-blush.mjs', ...words]);
    const [written] = await readdir(out);
    const applied = await codes(join(out, written!));
    expect(applied.equals(await codes(Buffer.from(files[frameNamed(n)]!))), `frame ${n}`).toBe(true);
  }

  const webm = await exportAs(page, 'WebM');
  const probe = [
    '-v',
    'error',
    '-count_packets',
    '-show_entries',
    'stream=codec_name,width,height,nb_read_packets',
  ];
  const { streams } = JSON.parse(
    execFileSync('ffprobe', [...probe, '-of', 'json', webm], { encoding: 'utf8' }),
  );
  expect(streams).toMatchObject([{ codec_name: 'vp9', width: 400, height: 500, nb_read_packets: '24' }]);
  const first = join(folder, 'first.png');
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', webm, '-frames:v', '1', first]);
  const [written, exact] = [await codes(first), await codes(Buffer.from(files['turning-0001.png']!))];
  const apart = written.reduce((sum, code, i) => sum + Math.abs(code - exact[i]!), 0) / exact.length;
  expect(apart).toBeLessThan(3);

  // All of it is there after the page was left, and undo takes the key frame away.
  await page.reload();
  await bench.settle();
  await page.keyboard.press('Shift+P');
  await page
    .getByRole('button', { name: /turning-0024/ })
    .first()
    .click();
  await expect(page.getByRole('button', { name: 'All followed' })).toBeVisible();
  await page.getByRole('button', { name: 'Delete key frame' }).click();
  await expect(page.getByRole('button', { name: 'Key frame 24', exact: true })).toBeHidden();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Key frame 24', exact: true })).toBeVisible();
});

test('a clip is stepped through and played, its sound is kept, a range of it comes out', async ({ page }) => {
  const picture = ['-f', 'lavfi', '-i', 'testsrc2=size=98x64:rate=10:duration=1.2'];
  const sound = ['-f', 'lavfi', '-i', 'sine=duration=1.2', '-c:a', 'libopus'];
  const clip = made('walk.webm', ...picture, ...sound, '-c:v', 'libvpx-vp9', '-shortest');
  await openClip(page, clip);
  await expect(page.getByText('of 12')).toBeVisible();
  await page.keyboard.press('>');
  await page.keyboard.press('>');
  const frame = page.getByTestId('frame');
  await expect(frame).toHaveAttribute('data-frame', '3');
  await page.getByRole('button', { name: 'Play and export from this frame' }).click();
  await page.keyboard.press('Shift+R');
  await expect(frame).toHaveAttribute('data-frame', /^([5-9]|1\d)$/);
  await page.keyboard.press('Shift+R');
  await page.getByLabel('Frame', { exact: true }).fill('8');
  await page.getByLabel('Frame', { exact: true }).press('Enter');
  await page.getByRole('button', { name: 'Play and export up to this frame' }).click();
  await page.getByRole('button', { name: 'Export shot' }).click();
  await expect(page.getByText('Sound (opus) is kept as it is.')).toBeVisible();
  await expect(page.getByText(/6 of these frames are not followed yet/)).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();
  const out = await exportAs(page, 'WebM');
  const probe = (entries: string) =>
    JSON.parse(
      execFileSync(
        'ffprobe',
        ['-v', 'error', '-count_packets', '-show_entries', entries, '-of', 'json', out],
        {
          encoding: 'utf8',
        },
      ),
    );
  const { streams, format } = probe('stream=codec_name,width,nb_read_packets:format=duration');
  expect(streams[0]).toMatchObject({ codec_name: 'vp9', width: 98, nb_read_packets: '6' });
  expect(streams[1]).toMatchObject({ codec_name: 'opus' });
  expect(Math.abs(Number(format.duration) - 0.6)).toBeLessThan(0.1);
  for (const [kind, first, depth] of [
    ['JPEGs', 'walk-0003.jpg', 'uchar'],
    ['TIFFs', 'walk-0003.tif', 'ushort'],
  ] as const) {
    const files = unzipSync(await readFile(await exportAs(page, kind)));
    expect([Object.keys(files).length, Object.keys(files)[0]]).toEqual([6, first]);
    expect(await sharp(Buffer.from(files[first]!)).metadata()).toMatchObject({
      width: 98,
      height: 64,
      depth,
    });
  }
});

test('a folder of numbered images is a shot: its frames are photos as they came, and it becomes a clip', async ({
  page,
}) => {
  const frames = join(folder, 'walk');
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
  const files = unzipSync(await readFile(await exportAs(page, 'Numbered PNGs')));
  const firstCodes = await Promise.all(
    Object.entries(files).map(async ([name, file]) => [name, (await codes(Buffer.from(file)))[0]]),
  );
  expect(firstCodes).toEqual([1, 2, 9, 10].map((n, i) => [`walk-${number(i + 1)}.png`, 20 * n]));

  await page.getByRole('button', { name: 'Export shot' }).click();
  await page.getByRole('radio', { name: 'WebM' }).click();
  await enter(page.getByLabel('Frames a second'), '8');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export 4 frames' }).click(),
  ]);
  const clip = join(folder, download.suggestedFilename());
  await download.saveAs(clip);
  expect(clip).toMatch(/walk-even\.webm$/);
  const { packets } = probed(clip, 'packet=pts_time');
  expect(packets.map(({ pts_time: time }: { pts_time: string }) => Number(time))).toEqual([
    0, 0.125, 0.25, 0.375,
  ]);

  // What cannot be a shot is said, and nothing is made of it.
  await page.goto('/');
  const empty = join(folder, 'empty');
  await mkdir(empty);
  await writeFile(join(empty, 'notes.txt'), 'no image');
  await page.getByLabel('A folder of numbered images for a new sitting').setInputFiles(empty);
  await expect(page.getByText('“empty” holds no images.')).toBeVisible();
});

test('a step goes over to the next key frame, or holds up to it', async ({ page }) => {
  const grey = ['-f', 'lavfi', '-i', 'color=c=0x909090:size=64x48:rate=10:duration=0.8'];
  await openClip(page, made('grey.webm', ...grey, '-vf', 'noise=alls=6:allf=t', '-c:v', 'libvpx-vp9'));
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
    const files = unzipSync(await readFile(await exportAs(page, 'Numbered PNGs')));
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

const probed = (path: string, entries: string) =>
  JSON.parse(
    execFileSync('ffprobe', ['-v', 'error', '-show_entries', entries, '-of', 'json', path], {
      encoding: 'utf8',
    }),
  );

test('frames keep their times, sound its packets, and a turned clip stands upright', async ({ page }) => {
  // Frames of a tenth of a second, but the third is shown for half a second.
  const picture = ['-f', 'lavfi', '-i', 'testsrc2=size=64x48:rate=10:duration=1'];
  const sound = ['-f', 'lavfi', '-i', 'sine=duration=1.4', '-c:a', 'libopus'];
  const uneven = ['-vf', 'setpts=PTS+gte(N\\,3)*0.4/TB', '-vsync', 'vfr', '-c:v', 'libvpx-vp9'];
  const clip = made('uneven.webm', ...picture, ...sound, ...uneven);
  await openClip(page, clip);
  await expect(page.getByText('of 10')).toBeVisible();
  const out = await exportAs(page, 'WebM');
  const times = (path: string): number[] =>
    probed(path, 'packet=pts_time,stream_index')
      .packets.filter((packet: { stream_index: number }) => packet.stream_index === 0)
      .map(({ pts_time: time }: { pts_time: string }) => Number(time));
  expect(times(clip)[3]! - times(clip)[2]!).toBeGreaterThan(0.4);
  times(out).forEach((time, n) =>
    expect(Math.abs(time - times(clip)[n]! + times(clip)[0]!)).toBeLessThan(0.002),
  );
  const packets = (path: string) =>
    execFileSync('ffmpeg', ['-v', 'error', '-i', path, '-map', '0:a', '-c', 'copy', '-f', 'framemd5', '-'], {
      encoding: 'utf8',
    })
      .split('\n')
      .flatMap((line) => line.match(/[0-9a-f]{32}/)?.[0] ?? []);
  expect(packets(out).length).toBeGreaterThan(50);
  expect(packets(out)).toEqual(packets(clip).slice(0, packets(out).length));

  const flat = made('flat.mp4', ...picture, '-c:v', 'libx264', '-pix_fmt', 'yuv420p');
  const turned = made('turned.mp4', '-i', flat, '-c', 'copy', '-metadata:s:v', 'rotate=90');
  await openClip(page, turned);
  await expect(page.getByText('turned-0001.png · 48 × 64')).toBeVisible();

  const deep = made('deep.webm', ...picture, '-c:v', 'libvpx-vp9', '-pix_fmt', 'yuv420p10le');
  await openClip(page, deep);
  await expect(page.getByText('“deep.webm” has more than 8 bits a channel')).toBeVisible();
});

test('what is no clip that can be opened is said, and nothing is lost', async ({ page }) => {
  const text = join(folder, 'text.mp4');
  await writeFile(text, 'no clip');
  await openClip(page, text);
  await expect(page.getByText(/“text.mp4” is no clip that can be opened/)).toBeVisible();
  const sound = made('sound.mp4', '-f', 'lavfi', '-i', 'sine=duration=1');
  await openClip(page, sound);
  await expect(page.getByText(/“sound.mp4” is no clip .*, or holds no moving picture/)).toBeVisible();
  const codec = made('old.mp4', '-f', 'lavfi', '-i', 'testsrc2=size=64x64:duration=1', '-c:v', 'mpeg4');
  await openClip(page, codec);
  await expect(
    page.getByText(/“old.mp4” holds its pictures as mp4v, which this browser does not decode/),
  ).toBeVisible();
  const long = made('long.webm', '-f', 'lavfi', '-i', 'color=size=32x32:rate=4:duration=600');
  await openClip(page, long);
  await expect(page.getByText(/“long.webm” has 2400 frames; at most 1800 are worked on/)).toBeVisible();
});
