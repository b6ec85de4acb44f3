/** `npm run verify`: everything that must hold, in order; the last line is `N passed, N failed`. */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { launch } from './chromium.mjs';
import { env, installPackages } from './install.mjs';

const CHROMIUM = launch.executablePath;
let passed = 0;
let failed = 0;

const run = (command, args, extra = {}) =>
  spawnSync(command, args, { stdio: 'inherit', env: { ...env, ...extra } }).status === 0;
const node = (script, ...args) => run(process.execPath, [script, ...args]);

function step(name, holds) {
  console.log(`\n== ${name}`);
  const began = Date.now();
  const ok = holds();
  if (ok) passed++;
  else failed++;
  console.log(`-- ${name}: ${ok ? 'holds' : 'FAILS'} (${Math.round((Date.now() - began) / 1000)} s)`);
}

/** Runs a test tool that writes a JSON report, and adds its own counts. */
function tests(name, act, count) {
  console.log(`\n== ${name}`);
  const file = join(mkdtempSync(join(tmpdir(), 'hexaplex-')), 'report.json');
  const ok = act(file);
  const counts = existsSync(file) ? count(JSON.parse(readFileSync(file, 'utf8'))) : { good: 0, bad: 0 };
  passed += counts.good;
  failed += counts.bad;
  if ((!ok && counts.bad === 0) || counts.good + counts.bad === 0) failed++;
  console.log(`-- ${name}: ${counts.good} passed, ${counts.bad} failed`);
}

function findChromium() {
  if (existsSync(CHROMIUM)) return true;
  if (process.getuid?.() === 0 && existsSync('/usr/bin/apt-get')) {
    console.log('Installing Chromium from Debian.');
    run('apt-get', ['update', '-qq'], { DEBIAN_FRONTEND: 'noninteractive' });
    run('apt-get', ['install', '-y', '-qq', 'chromium'], { DEBIAN_FRONTEND: 'noninteractive' });
  }
  if (existsSync(CHROMIUM)) return true;
  console.error(`The browser tests need ${CHROMIUM}. As root: apt-get update && apt-get install chromium`);
  return false;
}

installPackages();
step('format and lint', () => node('node_modules/@biomejs/biome/bin/biome', 'check', '.'));
// The route types that the type check reads are written by the build.
step('production build', () => node('node_modules/next/dist/bin/next', 'build'));
step('types', () => node('node_modules/typescript/bin/tsc', '--noEmit'));
step('types of core, without a browser', () =>
  node('node_modules/typescript/bin/tsc', '--noEmit', '-p', 'src/core'),
);
step('import rules', () => node('scripts/check-rooms.mjs'));
step('unused files and exports', () => node('node_modules/knip/bin/knip.js'));
tests(
  'unit tests',
  (file) =>
    node(
      'node_modules/vitest/vitest.mjs',
      'run',
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${file}`,
    ),
  (r) => ({ good: r.numPassedTests, bad: r.numFailedTests }),
);
step('Chromium is there', findChromium);
tests(
  'e2e',
  (file) =>
    run(process.execPath, ['node_modules/@playwright/test/cli.js', 'test', '--reporter=list,json'], {
      PLAYWRIGHT_JSON_OUTPUT_FILE: file,
    }),
  (r) => ({ good: r.stats.expected + r.stats.flaky, bad: r.stats.unexpected }),
);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
