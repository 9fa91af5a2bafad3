import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readFile, readdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { Bench, enter } from './bench';
import { ShotFolder, codes, followed, number, openClip, probed, strip } from './shotFolder';

const shots = new ShotFolder();
const frameNamed = (n: number) => `turning-${number(n)}.png`;

test('a shot is followed from one frame, corrected on another, and comes out as clip and frames', async ({
  page,
}) => {
  test.slow();
  const bench = await Bench.openShot(page);
  const asShot = unzipSync(await readFile(await shots.exportAs(page, 'Numbered PNGs')));
  await bench.find();
  await bench.choosePart('Skin');
  await page.getByRole('button', { name: 'More steps' }).click();
  await page.getByRole('menuitem', { name: /^Light/ }).click();
  await enter(page.getByLabel('Exposure', { exact: true }), '0.8');
  await page.getByRole('radio', { name: 'faster' }).click();
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
  // What is exported is followed finer first.
  await expect(page.getByRole('radio', { name: 'faster' })).toBeChecked();
  const files = unzipSync(await readFile(await shots.exportAs(page, 'Numbered PNGs', { masks: true })));
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
    const photo = join(shots.path, frameNamed(n));
    await writeFile(photo, asShot[frameNamed(n)]!);
    const file = JSON.parse(await readFile(plan, 'utf8'));
    const [light] = file.photo.plan;
    file.photo.id = createHash('sha256').update(asShot[frameNamed(n)]!).digest('hex');
    file.photo.plan = [{ ...light, on: true, strength }];
    file.coverage = { [light.areaId]: Buffer.from(files[`Skin/${number(n)}.png`]!).toString('base64') };
    const planned = join(shots.path, `plan-${n}.json`);
    await writeFile(planned, JSON.stringify(file));
    const out = join(shots.path, `applied-${n}`);
    const words = ['apply', planned, photo, '--out', out, '--format', 'png'];
    execFileSync(process.execPath, ['cli/even-blush.mjs', ...words]);
    const [written] = await readdir(out);
    const applied = await codes(join(out, written!));
    expect(applied.equals(await codes(Buffer.from(files[frameNamed(n)]!))), `frame ${n}`).toBe(true);
  }

  const webm = await shots.exportAs(page, 'WebM');
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
  const first = join(shots.path, 'first.png');
  execFileSync('ffmpeg', ['-v', 'error', '-y', '-i', webm, '-frames:v', '1', first]);
  const [written, exact] = [await codes(first), await codes(Buffer.from(files['turning-0001.png']!))];
  const apart = written.reduce((sum, code, i) => sum + Math.abs(code - exact[i]!), 0) / exact.length;
  expect(apart).toBeLessThan(3);

  await expect(page.getByRole('radio', { name: 'finer' })).toBeChecked();
  await followed(page);
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
  const clip = shots.made('walk.webm', ...picture, ...sound, '-c:v', 'libvpx-vp9', '-shortest');
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
  await page.getByRole('button', { name: 'Close' }).click();
  const out = await shots.exportAs(page, 'WebM');
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
    const files = unzipSync(await readFile(await shots.exportAs(page, kind)));
    expect([Object.keys(files).length, Object.keys(files)[0]]).toEqual([6, first]);
    expect(await sharp(Buffer.from(files[first]!)).metadata()).toMatchObject({
      width: 98,
      height: 64,
      depth,
    });
  }
});

test('plays at speed, with frames left out, or every frame', async ({ page }) => {
  // Four times as many frames as a screen shows.
  const quick = ['-f', 'lavfi', '-i', 'testsrc2=size=98x64:rate=240:duration=0.1'];
  await openClip(page, shots.made('quick.webm', ...quick, '-c:v', 'libvpx-vp9'));
  await expect(page.getByText('of 24', { exact: true })).toBeVisible();
  await page.keyboard.press('Shift+R');
  /** Whether each frame that is seen is the one after the last. */
  const inTurn = async (): Promise<boolean> => {
    const seen = await page.getByTestId('frame').evaluate(
      (element) =>
        new Promise<number[]>((done) => {
          const all: number[] = [];
          new MutationObserver(() => {
            if (all.push(Number(element.getAttribute('data-frame'))) === 15) done(all);
          }).observe(element, { attributeFilter: ['data-frame'] });
        }),
    );
    return seen.slice(1).every((n, i) => n === (seen[i]! % 24) + 1);
  };
  expect(await inTurn()).toBe(false);
  await page.getByRole('radio', { name: 'every frame' }).click();
  await expect.poll(inTurn).toBe(true);
});

test('frames keep their times, sound its packets, and a turned clip stands upright', async ({ page }) => {
  // Frames of a tenth of a second, but the third is shown for half a second.
  const picture = ['-f', 'lavfi', '-i', 'testsrc2=size=64x48:rate=10:duration=1'];
  const sound = ['-f', 'lavfi', '-i', 'sine=duration=1.4', '-c:a', 'libopus'];
  const uneven = ['-vf', 'setpts=PTS+gte(N\\,3)*0.4/TB', '-vsync', 'vfr', '-c:v', 'libvpx-vp9'];
  const clip = shots.made('uneven.webm', ...picture, ...sound, ...uneven);
  await openClip(page, clip);
  await expect(page.getByText('of 10')).toBeVisible();
  const out = await shots.exportAs(page, 'WebM');
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

  const flat = shots.made('flat.mp4', ...picture, '-c:v', 'libx264', '-pix_fmt', 'yuv420p');
  const turned = shots.made('turned.mp4', '-i', flat, '-c', 'copy', '-metadata:s:v', 'rotate=90');
  await openClip(page, turned);
  await expect(page.getByText('turned-0001.png · 48 × 64')).toBeVisible();

  const deep = shots.made('deep.webm', ...picture, '-c:v', 'libvpx-vp9', '-pix_fmt', 'yuv420p10le');
  await openClip(page, deep);
  await expect(page.getByText('“deep.webm” has more than 8 bits a channel')).toBeVisible();
});

test('what is no clip that can be opened is said, and nothing is lost', async ({ page }) => {
  const text = join(shots.path, 'text.mp4');
  await writeFile(text, 'no clip');
  await openClip(page, text);
  await expect(page.getByText(/“text.mp4” is no clip that can be opened/)).toBeVisible();
  const sound = shots.made('sound.mp4', '-f', 'lavfi', '-i', 'sine=duration=1');
  await openClip(page, sound);
  await expect(page.getByText(/“sound.mp4” is no clip .*, or holds no moving picture/)).toBeVisible();
  const codec = shots.made('old.mp4', '-f', 'lavfi', '-i', 'testsrc2=size=64x64:duration=1', '-c:v', 'mpeg4');
  await openClip(page, codec);
  await expect(
    page.getByText(/“old.mp4” holds its pictures as mp4v, which this browser does not decode/),
  ).toBeVisible();
  const long = shots.made('long.webm', '-f', 'lavfi', '-i', 'color=size=32x32:rate=4:duration=600');
  await openClip(page, long);
  await expect(page.getByText(/“long.webm” has 2400 frames; at most 1800 are worked on/)).toBeVisible();
});
