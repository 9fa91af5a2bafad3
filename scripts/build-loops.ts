/**
 * Compiles loops/ into core/loops/loops.gen.ts, so that page, workers, server and command line run the same
 * loops; with --check, says whether that is current.
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import asc from 'assemblyscript/asc';

const root = fileURLToPath(new URL('..', import.meta.url));
const file = `${root}core/loops/loops.gen.ts`;

const written = new Map<string, Uint8Array>();
const { error, stderr } = await asc.main(
  [
    'loops/index.ts',
    '-o',
    'loops.wasm',
    '-O3',
    '--noAssert',
    '--runtime',
    'stub',
    '--memoryBase',
    '16',
    '--enable',
    'simd',
  ],
  {
    readFile: (name, base) =>
      existsSync(`${base}/${name}`) ? readFileSync(`${base}/${name}`, 'utf8') : null,
    writeFile: (name, contents) => void written.set(name, contents as Uint8Array),
    listFiles: () => [],
  },
);
if (error) {
  console.error(stderr.toString());
  process.exit(1);
}
const code = written.get('loops.wasm')!;
const text = `// Compiled by scripts/build-loops.ts from loops/. Do not edit.
/** The compiled loops: a WebAssembly module with vectors of 128 bits. */
export const LOOPS_CODE = Uint8Array.of(
${[...code].join(',').replaceAll(/(.{100,}?,)/g, '  $1\n')}
);
`;
if (!process.argv.includes('--check')) writeFileSync(file, text);
else if (readFileSync(file, 'utf8') !== text) {
  console.error('core/loops/loops.gen.ts is not what loops/ compiles to: run npm run generate.');
  process.exit(1);
}
