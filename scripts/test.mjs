/** npm test: installs what is missing, then lint, types, unit and end-to-end tests, and one line that counts them. */
import { mkdirSync, readFileSync } from 'node:fs';
import { build, install, installChromium, root, run, runTogether } from './setUp.mjs';

install();
installChromium();
const started = Date.now();
const seconds = () => `${Math.round((Date.now() - started) / 1000)} s`;
mkdirSync(`${root}test-results`, { recursive: true });
run('npx', ['nuxt', 'prepare']);
await runTogether([
  ['npm', ['run', 'lint']],
  ['npm', ['run', 'types']],
]);
console.log(`Lint and types passed (${seconds()}).`);
run('npx', [
  'vitest',
  'run',
  '--coverage',
  '--reporter=default',
  '--reporter=json',
  '--outputFile.json=test-results/unit.json',
]);
build();
run('npx', ['playwright', 'test']);

const unit = JSON.parse(readFileSync(`${root}test-results/unit.json`, 'utf8'));
const { total } = JSON.parse(readFileSync(`${root}test-results/coverage/coverage-summary.json`, 'utf8'));
const { stats } = JSON.parse(readFileSync(`${root}test-results/e2e.json`, 'utf8'));
console.log(
  `Unit tests run ${total.lines.pct} % of the lines of core, kinds, workers, networks, cli and app.`,
);
console.log(`All done in ${seconds()}.`);
console.log(
  `${unit.numPassedTests + stats.expected} passed, ${unit.numFailedTests + stats.unexpected} failed`,
);
