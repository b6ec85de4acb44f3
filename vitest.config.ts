import { defineConfig } from 'vitest/config';

/** Tests that put something else in the place of what they call: each loads everything for itself. */
const APART = [
  'src/shelf/upgrade.test.ts',
  'src/engine/{page-services,index,cut-out,pool}.test.ts',
  'src/session/{bolt,checks,inks,intake,jobs,mending,motif-art,print-room,proposal,sprites,trial,wall}.test.ts',
];

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
          include: [
            'src/{engine,demo,session,shelf,stand-ins,ui}/**/*.test.{ts,tsx}',
            'tests/**/*.test.{ts,tsx}',
          ],
          exclude: [...APART, 'tests/app/**'],
          isolate: false,
        },
      },
      {
        extends: true,
        test: { name: 'apart', include: APART },
      },
      // The application without a browser; React as it ships, which takes half the time of the one for development.
      {
        extends: true,
        oxc: { jsx: { runtime: 'automatic', development: false } },
        test: {
          name: 'app',
          include: ['tests/app/**/*.test.ts'],
          environment: './tests/app/environment.ts',
          setupFiles: ['tests/app/setup.ts'],
          env: { NODE_ENV: 'production' },
          testTimeout: 240_000,
          expect: { poll: { timeout: 60_000, interval: 25 } },
          isolate: false,
        },
      },
    ],
    // Left to itself, one of two cores stands idle.
    maxWorkers: 2,
    benchmark: { include: ['bench/**/*.bench.ts'] },
  },
});
