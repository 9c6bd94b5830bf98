import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['src/**/*.test.{ts,tsx}', 'demo/**/*.test.ts', 'scripts/**/*.test.ts'],
    globalSetup: ['./scripts/test-setup.ts'],
    setupFiles: ['./scripts/test-views.ts'],
    testTimeout: 30_000,
    // A busy machine takes its time to load all modules of the core.
    hookTimeout: 120_000,
  },
});
