/**
 * npm test: installs what is missing, then lint, types, unit and end-to-end tests, and one line that counts
 * them.
 */
import { mkdirSync, readFileSync } from 'node:fs';
import { build, install, installPrograms, root, run, runTogether } from './setUp.mjs';

install();
installPrograms();
const started = Date.now();
const seconds = () => `${Math.round((Date.now() - started) / 1000)} s`;
mkdirSync(`${root}test-results`, { recursive: true });
run('npx', ['nuxt', 'prepare']);
await runTogether([
  ['npm', ['run', 'lint']],
  ['npm', ['run', 'types']],
]);
console.log(`Lint and types passed (${seconds()}).`);
const vitest = (name, ...words) =>
  run('npx', [
    'vitest',
    'run',
    ...words,
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=test-results/${name}.json`,
  ]);
vitest('page', 'app', 'workers', '--coverage');
vitest('unit', '--exclude', 'app/**', '--exclude', 'workers/**');
console.log(`Unit tests passed (${seconds()}).`);
run('npx', ['tsx', 'bench/run.ts', '--ratios']);
build();
run('npx', ['playwright', 'test']);

const read = (name) => JSON.parse(readFileSync(`${root}test-results/${name}.json`, 'utf8'));
const [page, unit] = [read('page'), read('unit')];
const { stats } = read('e2e');
console.log(`All done in ${seconds()}.`);
console.log(
  `${page.numPassedTests + unit.numPassedTests + stats.expected} passed, ${page.numFailedTests + unit.numFailedTests + stats.unexpected} failed`,
);
