import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: [
      '{core,kinds,networks,workers,app,server,cli}/**/*.test.ts',
      'tests/*.test.ts',
      'tests/{references,properties}/**/*.test.ts',
    ],
    testTimeout: 30_000,
    coverage: {
      provider: 'v8',
      include: ['{core,kinds,networks,workers,app,cli}/**/*.ts'],
      exclude: ['**/*.test.ts', '**/*.gen.ts'],
      reporter: ['text-summary', 'json-summary'],
      reportsDirectory: 'test-results/coverage',
    },
  },
});
