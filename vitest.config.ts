import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { alias: { '@': new URL('./src', import.meta.url).pathname } },
  test: {
    testTimeout: 60_000,
    projects: [
      // Core keeps no state that a test could leave behind: its files share what they have loaded.
      { extends: true, test: { name: 'core', include: ['src/core/**/*.test.ts'], isolate: false } },
      {
        extends: true,
        test: {
          name: 'above',
          include: ['src/!(core)/**/*.test.{ts,tsx}', 'tests/**/*.test.{ts,tsx}'],
        },
      },
    ],
    // Left to itself, one of two cores stands idle.
    maxWorkers: 2,
    benchmark: { include: ['bench/**/*.bench.ts'] },
  },
});
