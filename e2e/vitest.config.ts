import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    root: new URL('..', import.meta.url).pathname,
    include: ['e2e/**/*.test.ts'],
    testTimeout: 90_000,
    hookTimeout: 90_000,
    // Each file starts a server; two cores bear one at a time.
    fileParallelism: false,
  },
});
