#!/usr/bin/env node
import { fileURLToPath } from 'node:url';
import { register } from 'tsx/esm/api';

// Whoever reads what is printed may stop reading; the files are still written.
for (const stream of [process.stdout, process.stderr]) {
  stream.on('error', (error) => {
    if (error.code !== 'EPIPE') throw error;
  });
}
register({ tsconfig: fileURLToPath(new URL('../cli/tsconfig.json', import.meta.url)) });
const { main } = await import('./main.ts');
process.exitCode = await main(process.argv.slice(2));
