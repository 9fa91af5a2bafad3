/**
 * The command line as a few files of JavaScript: translating its hundreds of sources at each start would take
 * longer than many a command. They are made anew when a source has changed.
 */
import { mkdirSync, readFileSync, readdirSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
/** Beside the sources, so that what lies beside them is found from both. */
const folder = join(root, '.cli');
const SOURCES = 'sources.json';
const ENTRIES = [
  'cli/main.ts',
  'cli/helperMain.ts',
  'cli/shotThread.ts',
  'cli/sitterThread.ts',
  'node/stripThread.ts',
  'node/coverageThread.ts',
];
/**
 * Packages that look for files beside themselves. All others are taken in: read one by one, their hundreds of files
 * take half a second of every command.
 */
const LEFT_OUT = ['sharp', '@jsquash/jxl', 'lcms-wasm', 'libraw-wasm'];
/** What packages that were not written as modules look for. */
const FOR_PACKAGES = `import { createRequire as requireFrom } from 'node:module';
import { fileURLToPath as pathOf } from 'node:url';
const require = requireFrom(import.meta.url);
const __filename = pathOf(import.meta.url);
const __dirname = pathOf(new URL('.', import.meta.url));`;

/** @param {string} entry its name without ending @returns {Promise<string>} where its file is, made if need be */
export async function built(entry) {
  if (!isCurrent()) await make();
  return pathToFileURL(join(folder, `${entry}.mjs`)).href;
}

function isCurrent() {
  try {
    const list = join(folder, SOURCES);
    const { mtimeMs } = statSync(list);
    return JSON.parse(readFileSync(list, 'utf8')).every(
      (source) => statSync(join(root, source)).mtimeMs < mtimeMs,
    );
  } catch {
    // Never made, or a source has gone.
    return false;
  }
}

async function make() {
  const { build } = await import('esbuild');
  const { outputFiles, metafile } = await build({
    absWorkingDir: root,
    entryPoints: ENTRIES,
    entryNames: '[name]',
    outdir: folder,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    external: LEFT_OUT,
    banner: { js: FOR_PACKAGES },
    platform: 'node',
    format: 'esm',
    target: 'node20',
    tsconfig: join(root, 'cli/tsconfig.json'),
    metafile: true,
    write: false,
    logLevel: 'error',
  });
  mkdirSync(folder, { recursive: true });
  // Others may read meanwhile, or make the same: each file is whole or not there, the list comes last.
  for (const { path, contents } of outputFiles) place(basename(path), contents);
  place(SOURCES, JSON.stringify(Object.keys(metafile.inputs)));
  const kept = new Set([SOURCES, ...outputFiles.map(({ path }) => basename(path))]);
  for (const name of readdirSync(folder)) if (!kept.has(name)) removeOld(join(folder, name));
}

/** What another process may still be reading stays for an hour. */
function removeOld(path) {
  try {
    if (Date.now() - statSync(path).mtimeMs > 3_600_000) rmSync(path);
  } catch {
    // Another process was first.
  }
}

function place(name, contents) {
  const temporary = join(folder, `${name}.${process.pid}`);
  writeFileSync(temporary, contents);
  renameSync(temporary, join(folder, name));
}
