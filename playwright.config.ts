import { execFileSync } from 'node:child_process';
import { defineConfig } from '@playwright/test';

/** A port that nobody has; the same for the server and for every process of the tests. */
const PORT = (process.env.EVEN_BLUSH_TEST_PORT ??= freePort());

function freePort(): string {
  const ask =
    "const s = require('node:net').createServer().listen(0, () => { console.log(s.address().port); s.close(); })";
  return execFileSync(process.execPath, ['-e', ask], { encoding: 'utf8' }).trim();
}

const ARGUMENTS = [
  '--no-sandbox',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--force-color-profile=srgb',
];

/** Chromium as it draws by the processor: an emulated graphics card makes every page wait for it. */
export const PLAIN_CHROMIUM = { executablePath: '/usr/bin/chromium', args: [...ARGUMENTS, '--disable-gpu'] };

/** Chromium with an emulated graphics card, without which it keeps no wide colours. */
export const EMULATED_CARD = {
  ...PLAIN_CHROMIUM,
  args: [...ARGUMENTS, '--use-gl=angle', '--use-angle=swiftshader', '--enable-unsafe-swiftshader'],
};

export default defineConfig({
  testDir: 'tests/e2e',
  // Frames and numbers follow within a second on a quiet machine; one with other work takes many times as long.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  // A page computes on all cores by itself: beside another, tests wait many times as long and race.
  workers: 1,
  outputDir: 'test-results/e2e',
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    // Each test would take in the whole application; those about it allow it.
    serviceWorkers: 'block',
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    // Tracing takes a quarter longer; whoever hunts a failure asks for it: --trace retain-on-failure.
    screenshot: 'only-on-failure',
    launchOptions: PLAIN_CHROMIUM,
  },
  webServer: {
    command: 'node .output/server/index.mjs',
    url: `http://localhost:${PORT}/api/health`,
    env: { PORT },
    reuseExistingServer: false,
  },
});
