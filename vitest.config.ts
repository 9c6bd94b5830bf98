import { defineConfig } from 'vitest/config';

const shared = {
  setupFiles: ['./scripts/test-views.ts'],
  testTimeout: 30_000,
  // A busy machine takes its time to load all modules of the core.
  hookTimeout: 120_000,
};

const PURE = ['src/core/**/*.test.ts', 'src/charts/**/*.test.ts'];

export default defineConfig({
  test: {
    globalSetup: ['./scripts/test-setup.ts'],
    // As many as there are cores on the machines that run this; what is left to itself leaves one idle.
    maxWorkers: 2,
    projects: [
      // Data in, data out: nothing is left behind, and the modules need not be loaded anew for each file.
      { test: { ...shared, name: 'pure', include: PURE, isolate: false } },
      {
        test: {
          ...shared,
          name: 'whole',
          include: ['src/**/*.test.{ts,tsx}', 'demo/**/*.test.ts', 'scripts/**/*.test.ts'],
          exclude: PURE,
        },
      },
    ],
  },
});
