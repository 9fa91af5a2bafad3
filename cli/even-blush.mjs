#!/usr/bin/env node
import { built } from './built.mjs';

// Whoever reads what is printed may stop reading; the files are still written.
for (const stream of [process.stdout, process.stderr]) {
  stream.on('error', (error) => {
    if (error.code !== 'EPIPE') throw error;
  });
}
const { main } = await import(await built('main'));
process.exitCode = await main(process.argv.slice(2));
