import { defineConfig } from 'vitest/config';

export default defineConfig({
  resolve: { alias: { '@': new URL('./src', import.meta.url).pathname } },
  test: {
    include: ['src/**/*.test.{ts,tsx}', 'tests/**/*.test.{ts,tsx}'],
    testTimeout: 60_000,
    // Left to itself, one of two cores stands idle.
    maxWorkers: 2,
    benchmark: { include: ['bench/**/*.bench.ts'] },
  },
});
