import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdir, readFile, readdir, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { shotPlace } from '#core/document/commands';
import type { Photo } from '#core/document/schema';
import { makePlanFile } from '#core/formats/planFile';
import { commandLine, photoAt, planFor } from '../tests/fixtures/commandLine';
import { headMask, headPath } from '../tests/fixtures/truth';
import { softIou } from '../tests/references/measures';
import type { Entry } from './runJob';
import { main } from './main';
import { openShot } from './shotFrames';

const heard = commandLine();
const [width, height] = [360, 450];
/** What each frame shows of a head of 432x540: left, top. */
const PATH = [
  [20, 30],
  [24, 33],
  [28, 37],
  [33, 40],
  [37, 44],
] as const;

beforeAll(() => void execFileSync(process.execPath, ['cli/even-blush.mjs', '--version']));

const nameOf = (n: number) => `take-${n + 8}.png`;
const shown = (n: number) => ({ left: PATH[n]![0], top: PATH[n]![1], width, height });

/** A camera that pans over a head; file names whose order by letters is another. */
async function headShot(folder: string): Promise<string> {
  const shot = join(folder, 'shot');
  await mkdir(shot);
  await Promise.all(
    PATH.map((_, n) =>
      sharp(headPath('suit'))
        .extract(shown(n))
        .png()
        .toFile(join(shot, nameOf(n))),
    ),
  );
  return shot;
}
async function trueHair(n: number): Promise<Uint8Array> {
  const raw = { width: 432, height: 540, channels: 1 } as const;
  return sharp(await headMask('suit', 'hair'), { raw })
    .extract(shown(n))
    .toColourspace('b-w')
    .raw()
    .toBuffer();
}
const grey = (file: string) => sharp(file).toColourspace('b-w').raw().toBuffer();
const codes = (file: string) => sharp(file).removeAlpha().raw().toBuffer();
const probe = (path: string, entries: string) =>
  execFileSync('ffprobe', ['-v', 'error', '-count_packets', '-show_entries', entries, '-of', 'json', path], {
    encoding: 'utf8',
  });

describe('a plan on a moving shot', () => {
  it('follows forward and back, and gives for each frame what the same plan gives for that photo', async () => {
    const shot = await headShot(heard.folder);
    const plan = join(heard.folder, 'plan.json');
    expect(await main(['plan', join(shot, nameOf(2)), '--hair', '#a03a1c', '--out', plan])).toBe(0);
    const out = join(heard.folder, 'out');
    heard.said.length = 0;
    const words = ['shot', shot, '--plan', plan, '--out', out, '--every', '2', '--masks', '--json'];
    expect(await main(words)).toBe(0);
    const [{ result }] = JSON.parse(heard.said[0]!) as [
      Entry & { result: { frames: number; masks: string } },
    ];
    expect(result).toMatchObject({ frames: 5, out, masks: join(out, 'masks') });
    const [folder] = await readdir(result.masks);
    const kept = JSON.parse(await readFile(plan, 'utf8')) as { photo: Photo };
    for (const [n] of PATH.entries()) {
      const mask = join(result.masks, folder!, nameOf(n));
      expect(softIou(await grey(mask), await trueHair(n))).toBeGreaterThan(0.7);
      // As a photo: the same steps on the coverage that was written.
      const { width: w, height: h } = await sharp(mask).metadata();
      const file = await planFor(heard.folder, join(shot, nameOf(n)));
      const { photo } = JSON.parse(await readFile(file, 'utf8')) as { photo: Photo };
      const { areas, plan: steps, sitters } = kept.photo;
      const areaId = steps[0]!.areaId!;
      const own = { ...photo, areas, plan: steps, sitters };
      expect([w, h]).toEqual([photo.width, photo.height]);
      await writeFile(
        file,
        JSON.stringify(makePlanFile(own, { [areaId]: (await readFile(mask)).toString('base64') })),
      );
      const alone = join(heard.folder, `alone-${n}`);
      expect(await main(['apply', file, join(shot, nameOf(n)), '--out', alone])).toBe(0);
      const whole = await codes(join(out, nameOf(n)));
      expect(whole.equals(await codes(join(alone, nameOf(n))))).toBe(true);
      expect(whole.equals(await codes(join(shot, nameOf(n))))).toBe(false);
    }
    // Measured once, on the frame of the plan: that one stays as it is, the others get what was found there.
    const once = join(heard.folder, 'once');
    const last = ['--from', '3', '--to', '4', '--measured', 'once'];
    expect(await main([...words.slice(0, 5), once, '--every', '2', ...last])).toBe(0);
    for (const n of [2, 3])
      expect((await codes(join(once, nameOf(n)))).equals(await codes(join(out, nameOf(n))))).toBe(n === 2);
  });

  it('goes from clip to clip with its sound as it was, or into a range of frames', async () => {
    const clip = join(heard.folder, 'a.mp4');
    const source = ['-f', 'lavfi', '-i', 'testsrc2=size=96x64:rate=10:duration=1.2'];
    const sound = ['-f', 'lavfi', '-i', 'sine=duration=1.2', '-c:a', 'aac'];
    execFileSync('ffmpeg', ['-v', 'error', ...source, ...sound, '-pix_fmt', 'yuv420p', '-shortest', clip]);
    const plan = await planFor(heard.folder, await photoAt(join(heard.folder, 'a.jpg')));
    const out = join(heard.folder, 'new', 'b.mp4');
    expect(await main(['shot', clip, '--plan', plan, '--out', out])).toBe(0);
    const { streams } = JSON.parse(
      probe(out, 'stream=codec_name,codec_type,width,height,avg_frame_rate,nb_read_packets'),
    ) as { streams: Record<string, unknown>[] };
    expect(streams.find((stream) => stream.codec_type === 'video')).toMatchObject({
      codec_name: 'h264',
      width: 96,
      height: 64,
      avg_frame_rate: '10/1',
      nb_read_packets: '12',
    });
    const soundOf = (path: string) =>
      execFileSync('ffmpeg', ['-v', 'error', '-i', path, '-map', '0:a', '-c', 'copy', '-f', 'adts', '-']);
    expect(soundOf(out).equals(soundOf(clip))).toBe(true);
    // A later run replaces what this program wrote, and nothing else.
    expect(await main(['shot', clip, '--plan', plan, '--out', out])).toBe(0);
    expect(await main(['shot', out, '--plan', plan, '--out', clip])).toBe(1);
    expect(heard.failed.at(-1)).toMatch(/is there already and was not written here/);
    const few = join(heard.folder, 'few');
    expect(await main(['shot', clip, '--plan', plan, '--from', '4', '--to', '6', '--out', few])).toBe(0);
    expect((await readdir(few)).sort()).toEqual(['a-0004.png', 'a-0005.png', 'a-0006.png']);
    expect((await readdir(join(heard.folder, 'new'))).sort()).toEqual(['b.mp4']);
    // A plan that was made on a frame of this very clip begins there.
    const hash = createHash('sha256')
      .update(await readFile(clip))
      .digest('hex');
    const shot = await openShot(clip, { from: 3 });
    const placeOf = (of: string, n: number) =>
      shot.placeOf({ id: '0'.repeat(64), frame: shotPlace({ clip: of, file: 'a.mp4', n }) });
    expect(await Promise.all([placeOf(hash, 7), placeOf(hash, 1), placeOf('0'.repeat(64), 7)])).toEqual([
      5,
      undefined,
      undefined,
    ]);
  });
});

describe('a shot that is not one', () => {
  const tried = async (...words: readonly string[]) => {
    const plan = await planFor(heard.folder, await photoAt(join(heard.folder, 'a.jpg')));
    const code = await main(['shot', ...words, '--plan', plan, '--out', join(heard.folder, 'out')]);
    return [code, heard.failed.at(-1)?.replace(`${heard.folder}/`, '')];
  };

  it('is refused with a sentence', async () => {
    const path = (name: string) => join(heard.folder, name);
    await writeFile(path('text.mp4'), 'no clip');
    await mkdir(path('empty'));
    expect(await tried(path('text.mp4'))).toEqual([1, 'text.mp4 cannot be read; it is damaged.']);
    expect(await tried(path('empty'))).toEqual([1, 'empty holds no images that can be frames.']);
    expect(await tried(path('none.webm'))).toEqual([1, 'none.webm: there is no such file or folder.']);
    execFileSync('ffmpeg', ['-v', 'error', '-f', 'lavfi', '-i', 'sine=duration=1', path('sound.mp4')]);
    expect(await tried(path('sound.mp4'))).toEqual([
      1,
      'sound.mp4 holds no moving picture that can be read.',
    ]);
    await photoAt(path('sizes/1.jpg'));
    await sharp(path('sizes/1.jpg')).resize(30, 20).toFile(path('sizes/2.jpg'));
    expect(await tried(path('sizes'))).toEqual([
      1,
      'sizes has frames of several sizes: 2.jpg is not 60 × 40 pixels as the first is.',
    ]);
    expect(await tried(path('sizes'), '--from', '3')).toEqual([
      1,
      'sizes has 2 frames: --from and --to do not name any of them.',
    ]);
    await expect(stat(path('out/2.jpg'))).rejects.toThrow('ENOENT');
  });

  it('of ten minutes asks for a range; without ffmpeg a clip says what is needed', async () => {
    const long = join(heard.folder, 'long.mp4');
    const source = ['-f', 'lavfi', '-i', 'color=size=32x32:rate=4:duration=600'];
    execFileSync('ffmpeg', ['-v', 'error', ...source, long]);
    expect(await tried(long)).toEqual([
      1,
      'long.mp4 has 2400 frames; at most 1800 are followed at once: choose some with --from and --to.',
    ]);
    const path = process.env.PATH;
    process.env.PATH = '';
    try {
      expect((await tried(long))[1]).toMatch(/needs ffmpeg and ffprobe .* are not installed; install ffmpeg/);
    } finally {
      process.env.PATH = path;
    }
  });
});
