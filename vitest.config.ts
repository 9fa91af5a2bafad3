import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: [
      '{core,kinds,networks,workers,app,node,server,cli}/**/*.test.ts',
      'tests/*.test.ts',
      'tests/{references,properties}/**/*.test.ts',
    ],
    // Against what never ends alone: a machine with other work takes many times as long.
    testTimeout: 300_000,
    hookTimeout: 300_000,
    // By default one core is left idle: on the two cores of CI that would be half of them.
    maxWorkers: '100%',
    coverage: {
      provider: 'v8',
      // Where the page decides; what computes is held by numbers, and slows to half while it is counted.
      include: ['{app,workers}/**/*.ts'],
      exclude: ['**/*.test.ts', '**/*.gen.ts', '**/*.worker.ts'],
      // What is driven in Chromium alone is not counted.
      thresholds: { lines: 46 },
      reporter: ['text-summary', 'json-summary'],
      reportsDirectory: 'test-results/coverage',
    },
  },
});
