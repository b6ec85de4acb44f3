import { defineConfig } from 'vitest/config';

/** Tests that put others in the place of what they call, and the longest, which a worker takes by themselves. */
const APART = ['src/engine/{page-services,index,cut-out,pool}.test.ts', 'tests/{scans,fuzz}/*.test.ts'];

export default defineConfig({
  resolve: { alias: { '@': new URL('./src', import.meta.url).pathname } },
  test: {
    testTimeout: 60_000,
    projects: [
      // Core keeps no state that a test could leave behind: its files share what they have loaded.
      { extends: true, test: { name: 'core', include: ['src/core/**/*.test.ts'], isolate: false } },
      // Nor do these.
      {
        extends: true,
        test: {
          name: 'judged',
          include: ['src/{engine,demo,stand-ins}/**/*.test.ts', 'tests/**/*.test.{ts,tsx}'],
          exclude: [...APART, 'tests/app/**'],
          isolate: false,
        },
      },
      {
        extends: true,
        test: { name: 'above', include: ['src/{session,shelf,ui}/**/*.test.{ts,tsx}', ...APART] },
      },
      // The application without a browser; React as it ships, which takes half the time of the one for development.
      {
        extends: true,
        test: {
          name: 'app',
          include: ['tests/app/**/*.test.ts'],
          environment: './tests/app/environment.ts',
          setupFiles: ['tests/app/setup.ts', ...(process.env.PROF ? ['tests/app/zz-prof.ts'] : [])],
          env: { NODE_ENV: 'production' },
          testTimeout: 120_000,
          expect: { poll: { timeout: 30_000, interval: 25 } },
          isolate: false,
        },
      },
    ],
    // Left to itself, one of two cores stands idle.
    maxWorkers: 2,
    benchmark: { include: ['bench/**/*.bench.ts'] },
  },
});
