import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: [
      '{core,kinds,networks,workers,app,server,cli}/**/*.test.ts',
      'tests/*.test.ts',
      'tests/{references,properties}/**/*.test.ts',
    ],
    testTimeout: 30_000,
  },
});
