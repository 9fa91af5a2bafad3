import { execFileSync } from 'node:child_process';
import { defineConfig } from '@playwright/test';

/** A port that nobody has; the same for the server and for every process of the tests. */
const PORT = (process.env.EVEN_BLUSH_TEST_PORT ??= freePort());

function freePort(): string {
  const ask =
    "const s = require('node:net').createServer().listen(0, () => { console.log(s.address().port); s.close(); })";
  return execFileSync(process.execPath, ['-e', ask], { encoding: 'utf8' }).trim();
}

export default defineConfig({
  testDir: 'tests/e2e',
  // Frames and numbers follow within a second on a quiet machine; one with other work takes many times as long.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  workers: 1,
  outputDir: 'test-results/e2e',
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    // Each test would take in the whole application; those about it allow it.
    serviceWorkers: 'block',
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    trace: 'retain-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--use-gl=angle',
        '--use-angle=swiftshader',
        '--enable-unsafe-swiftshader',
        '--force-color-profile=srgb',
      ],
    },
  },
  webServer: {
    command: 'node .output/server/index.mjs',
    url: `http://localhost:${PORT}/api/health`,
    env: { PORT },
    reuseExistingServer: false,
  },
});
