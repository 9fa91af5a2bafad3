#!/usr/bin/env node
import { fileURLToPath } from 'node:url';
import { register } from 'tsx/esm/api';

register({ tsconfig: fileURLToPath(new URL('../cli/tsconfig.json', import.meta.url)) });
const { main } = await import('./main.ts');
process.exitCode = await main(process.argv.slice(2));
