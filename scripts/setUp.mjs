/** What npm start and npm test share: bring a fresh machine to where the project can run. No dependencies. */
import { createHash } from 'node:crypto';
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));
const INSTALLED = `${root}node_modules/.installed-from`;
const BUILT = `${root}.output/.built-from`;
const SOURCES = [
  'app',
  'core',
  'kinds',
  'networks',
  'workers',
  'server',
  'demo',
  'public',
  'nuxt.config.ts',
  'package.json',
  'package-lock.json',
];

/** Runs a command in the project; ends the process when it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (status !== 0) {
    console.error(`\n${command} ${args.join(' ')} failed${error ? `: ${error.message}` : ''}.`);
    process.exit(status ?? 1);
  }
}

/** Runs commands side by side, each with its output in one piece; ends the process when one fails. */
export async function runTogether(commands) {
  const ended = await Promise.all(
    commands.map(
      ([command, args]) =>
        new Promise((resolve) => {
          let output = '';
          const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
          for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (output += text));
          child.on('error', (error) => resolve({ status: 1, text: String(error), command, args }));
          child.on('close', (status) => resolve({ status, text: output, command, args }));
        }),
    ),
  );
  for (const { status, text, command, args } of ended) {
    process.stdout.write(text);
    if (status === 0) continue;
    console.error(`\n${command} ${args.join(' ')} failed.`);
    process.exit(status ?? 1);
  }
}

/** npm ci, unless exactly this lockfile is installed. */
export function install() {
  const wanted = hashOf(['package-lock.json', 'package.json']);
  if (read(INSTALLED) === wanted) return;
  console.log('Installing packages …');
  run('npm', ['ci', '--no-audit', '--no-fund']);
  writeFileSync(INSTALLED, wanted);
}

/** nuxt build, unless exactly these sources are built. */
export function build() {
  const wanted = hashOf(SOURCES);
  if (read(BUILT) === wanted && existsSync(`${root}.output/server/index.mjs`)) return;
  console.log('Building …');
  run('npx', ['nuxt', 'build'], { env: { ...process.env, NUXT_TELEMETRY_DISABLED: '1' } });
  mkdirSync(`${root}.output`, { recursive: true });
  writeFileSync(BUILT, wanted);
}

/** Debian's Chromium, for the end-to-end tests, and ffmpeg, for those of clips. */
export function installPrograms() {
  const missing = ['chromium', 'ffmpeg'].filter((name) => !existsSync(`/usr/bin/${name}`));
  if (missing.length === 0) return;
  console.log(`Installing ${missing.join(' and ')} …`);
  run('apt-get', ['update', '-qq']);
  run('apt-get', ['install', '-y', '-qq', ...missing]);
}

function read(file) {
  return existsSync(file) ? readFileSync(file, 'utf8') : undefined;
}

function hashOf(entries) {
  const hash = createHash('sha256');
  const add = (path) => {
    const full = root + path;
    if (!existsSync(full)) return;
    const children = readChildren(full);
    if (children) for (const child of children.sort()) add(`${path}/${child}`);
    else hash.update(path).update(readFileSync(full));
  };
  entries.forEach(add);
  return hash.digest('hex');
}

function readChildren(path) {
  try {
    return readdirSync(path);
  } catch (error) {
    if (error.code === 'ENOTDIR') return undefined;
    throw error;
  }
}
