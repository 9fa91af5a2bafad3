import { makeStep } from '#core/document/make';
import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdir, mkdtemp, readFile, readdir, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { newPhoto } from '#core/document/commands';
import { DOCUMENT_VERSION } from '#core/document/schema';
import { clear } from '#kinds/adjust/clear/index';
import { numbers } from './finding';
import type { Finding } from './finding';

const INTERRUPTIONS = 24;
const SIDES = [2400, 1800] as const;

const run = (...words: string[]) =>
  new Promise<{ code: number | null; output: string; ms: number }>((resolve) => {
    const began = performance.now();
    const child = spawn(process.execPath, ['cli/even-blush.mjs', ...words]);
    let output = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (output += text));
    child.on('exit', (code) => resolve({ code, output, ms: performance.now() - began }));
  });

/**
 * Commands that would write onto what they read, that collide, that are interrupted, that are asked too much.
 */
export async function* probeCommands(): AsyncGenerator<Finding> {
  const folder = await mkdtemp(join(tmpdir(), 'even-blush-probe-'));
  const photo = join(folder, 'p.png');
  const noise = { type: 'gaussian' as const, mean: 128, sigma: 30 };
  await sharp({ create: { width: SIDES[0], height: SIDES[1], channels: 3, background: '#885544', noise } })
    .png()
    .toFile(photo);
  const plan = join(folder, 'plan.json');
  const id = createHash('sha256')
    .update(await readFile(photo))
    .digest('hex');
  const step = makeStep(clear, { brighten: 0.5, clear: 1 }, { id: 's', areaId: null });
  const document = { ...newPhoto({ id, file: 'p.png', width: SIDES[0], height: SIDES[1] }), plan: [step] };
  await writeFile(plan, JSON.stringify({ schema: DOCUMENT_VERSION, photo: document, coverage: {} }));
  yield await ontoInputs(folder, photo, plan);
  yield await collisions(folder, plan);
  yield await interruptions(folder, photo, plan);
}

async function ontoInputs(folder: string, photo: string, plan: string): Promise<Finding> {
  const before = await readFile(photo);
  const runs = [
    await run('apply', plan, photo, '--out', folder, '--format', 'png'),
    await run('plan', photo, '--out', photo),
    await run('find', photo, '--out', folder),
  ];
  const same = before.equals(await readFile(photo));
  return {
    what: 'apply, plan and find into the folder of the photo',
    seen: `the photo is ${same ? 'as it was' : 'CHANGED'}; exits ${runs.map(({ code }) => code).join(', ')}`,
    must: 'as it was',
  };
}

async function collisions(folder: string, plan: string): Promise<Finding> {
  const count = 6;
  const photos = [];
  for (let n = 0; n < count; n++) {
    await mkdir(join(folder, `day-${n}`));
    const path = join(folder, `day-${n}`, 'p.jpg');
    await sharp({
      create: { width: 300, height: 200, channels: 3, background: { r: 40 * n, g: 90, b: 120 } },
    })
      .jpeg()
      .toFile(path);
    photos.push(path);
  }
  const out = join(folder, 'collide');
  await run('apply', plan, ...photos, '--out', out);
  await run('apply', plan, ...photos, '--out', out);
  const files = await readdir(out);
  const colours = new Set(
    await Promise.all(
      files.map(async (file) => (await sharp(join(out, file)).raw().toBuffer()).subarray(0, 3).join()),
    ),
  );
  return {
    what: `${count} photos of one name into one folder, twice`,
    seen: `${files.length} files of ${colours.size} different pictures`,
    must: `${count} and ${count}`,
  };
}

async function interruptions(folder: string, photo: string, plan: string): Promise<Finding> {
  const next = numbers(7);
  let partial = 0;
  let left = 0;
  for (let n = 0; n < INTERRUPTIONS; n++) {
    const out = join(folder, `interrupted-${n}`);
    const command =
      n % 3 === 0
        ? ['find', photo, '--out', out]
        : ['apply', plan, photo, '--out', out, '--format', n % 2 ? 'png16' : 'tiff16'];
    const child = spawn(process.execPath, ['cli/even-blush.mjs', ...command], { stdio: 'ignore' });
    const ended = new Promise((resolve) => child.on('exit', resolve));
    setTimeout(() => child.kill(n % 4 === 3 ? 'SIGTERM' : 'SIGINT'), 500 + 4500 * next());
    await ended;
    for (const name of await readdir(out).catch(() => [])) {
      if (name.startsWith('.')) left++;
      else if (name.includes('.'))
        await sharp(join(out, name))
          .raw()
          .toBuffer()
          .catch(() => partial++);
      else await readFile(join(out, name, 'find.json')).catch(() => partial++);
    }
  }
  return {
    what: `${INTERRUPTIONS} commands interrupted at any moment`,
    seen: `${partial} partial files under a final name, ${left} left beside`,
    must: '0 and 0',
  };
}
