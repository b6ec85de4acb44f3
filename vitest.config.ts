import { defineConfig } from 'vitest/config';

/** Tests that mock modules: each file loads its own. */
const APART = [
  'src/shelf/upgrade.test.ts',
  'src/engine/{services/pages,client/client,wire/desk,wire/pool,art/cut-out}.test.ts',
  'src/session/*/{bolt,checks,inks,intake,jobs,left-work,mending,motif-art,print-room,proposal,sprites,trial,wall}.test.ts',
];

export default defineConfig({
  resolve: { alias: { '@': new URL('./src', import.meta.url).pathname } },
  test: {
    testTimeout: 60_000,
    projects: [
      // These leave no state behind: the files of one process share the modules they load.
      {
        extends: true,
        test: {
          name: 'unit',
          include: ['src/**/*.test.{ts,tsx}', 'tests/**/*.test.{ts,tsx}'],
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
