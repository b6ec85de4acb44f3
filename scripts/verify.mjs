/**
 * `npm run verify`: everything that must hold, in order; the last line is `N passed, N failed`. Single stages by name:
 * `npm run verify -- lint unit`.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { launch } from './chromium.mjs';
import { env, installPackages } from './install.mjs';

const CHROMIUM = launch.executablePath;
const TOOLS = [
  ['/usr/bin/pngcheck', 'pngcheck'],
  ['/usr/bin/tiffinfo', 'libtiff-tools'],
  ['/usr/bin/pdfinfo', 'poppler-utils'],
  ['/usr/bin/exiftool', 'libimage-exiftool-perl'],
  ['/usr/bin/unzip', 'unzip'],
];
let passed = 0;
let failed = 0;
/** What failed, each with why: said again at the end. */
const troubles = [];

const run = (command, args, extra = {}, timeout = undefined) =>
  spawnSync(command, args, { stdio: 'inherit', env: { ...env, ...extra }, timeout }).status === 0;
const node = (script, ...args) => run(process.execPath, [script, ...args]);

/** Each stage: its name on the command line, what it is, and what it counts. */
const STAGES = [
  ['lint', 'format and lint', () => once(node(bin('@biomejs/biome/bin/biome'), 'check', '.'))],
  // The route types that the type check reads are written by the build.
  ['build', 'production build', () => once(node(bin('next/dist/bin/next'), 'build'))],
  // All of it; then core without a browser, and what stands above it with every index checked.
  ['types', 'types', () => once(node(TSC, '--noEmit') && node(TSC, '-b', 'tsconfig.above.json'))],
  ['rooms', 'import rules', () => once(node('scripts/check-rooms.mjs'))],
  ['unused', 'unused files and exports', () => once(node(bin('knip/bin/knip.js')))],
  ['unit', 'unit tests', unitTests],
  ['e2e', 'browser tests', e2e],
];

const bin = (path) => `node_modules/${path}`;
const TSC = bin('typescript/bin/tsc');
const once = (ok) => ({ good: ok ? 1 : 0, bad: ok ? 0 : 1 });

/** Runs a test tool that writes a JSON report to a file, and reads its counts and what failed. */
function counted(act, count) {
  const file = join(mkdtempSync(join(tmpdir(), 'hexaplex-')), 'report.json');
  const ok = act(file);
  const read = existsSync(file)
    ? count(JSON.parse(readFileSync(file, 'utf8')))
    : { good: 0, bad: 0, why: [] };
  troubles.push(...read.why.map((text) => text.slice(0, 1500)));
  const untold = (!ok && read.bad === 0) || read.good + read.bad === 0;
  if (untold) troubles.push('The test tool ended with a fault of its own, outside any test.');
  return { good: read.good, bad: read.bad + (untold ? 1 : 0) };
}

/** The tests that failed in a report of vitest's, and the files that could not be loaded. */
const unitTroubles = ({ testResults }) =>
  testResults.flatMap(({ name, message, assertionResults }) => {
    const failures = assertionResults.filter((a) => a.status === 'failed');
    if (!failures.length && message) return [`${name}: ${message}`];
    return failures.map((a) => `${name}: ${a.fullName}\n${a.failureMessages.join('\n')}`);
  });

/** The same of playwright's, whose suites lie in suites. */
const e2eTroubles = ({ suites = [], specs = [] }) => [
  ...suites.flatMap(e2eTroubles),
  ...specs
    .filter((s) => !s.ok)
    .map((s) => {
      const errors = s.tests.flatMap((t) => t.results.flatMap((r) => r.errors.map((e) => e.message)));
      return `${s.file}: ${s.title}\n${errors.join('\n')}`;
    }),
];

function unitTests() {
  fetchTools();
  const args = ['run', '--reporter=default', '--reporter=json'];
  return counted(
    (file) => node(bin('vitest/vitest.mjs'), ...args, `--outputFile.json=${file}`),
    (r) => ({ good: r.numPassedTests, bad: r.numFailedTests, why: unitTroubles(r) }),
  );
}

function e2e() {
  if (!findChromium()) return once(false);
  return counted(
    (file) =>
      run(process.execPath, [bin('@playwright/test/cli.js'), 'test', '--reporter=list,json'], {
        PLAYWRIGHT_JSON_OUTPUT_FILE: file,
      }),
    (r) => ({ good: r.stats.expected + r.stats.flaky, bad: r.stats.unexpected, why: e2eTroubles(r) }),
  );
}

/** Other people's programs that written files are held against; where they cannot be had, that is said. */
function fetchTools() {
  const missing = () => TOOLS.filter(([path]) => !existsSync(path)).map(([, name]) => name);
  if (missing().length) fromDebian(missing(), '--no-install-recommends');
  if (missing().length) console.log(`Not here, so not asked of the files: ${missing().join(', ')}.`);
}

/** Installs packages from Debian, where that may be done and Debian can be reached; it is not waited for long. */
function fromDebian(packages, ...how) {
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) return;
  console.log(`Installing from Debian: ${packages.join(', ')}.`);
  const quiet = { DEBIAN_FRONTEND: 'noninteractive' };
  const soon = [
    '-o',
    'Acquire::Retries=0',
    '-o',
    'Acquire::http::Timeout=15',
    '-o',
    'Acquire::https::Timeout=15',
  ];
  if (run('apt-get', [...soon, 'update', '-qq'], quiet, 90_000))
    run('apt-get', [...soon, 'install', '-y', '-qq', ...how, ...packages], quiet, 300_000);
}

function findChromium() {
  if (existsSync(CHROMIUM)) return true;
  fromDebian(['chromium']);
  if (existsSync(CHROMIUM)) return true;
  console.error(`The browser tests need ${CHROMIUM}. As root: apt-get update && apt-get install chromium`);
  return false;
}

const asked = process.argv.slice(2);
const unknown = asked.find((name) => !STAGES.some(([stage]) => stage === name));
if (unknown) {
  console.error(`There is no stage ${unknown}. The stages: ${STAGES.map(([name]) => name).join(', ')}.`);
  process.exit(1);
}
installPackages();
const times = [];
for (const [name, what, act] of STAGES) {
  if (asked.length && !asked.includes(name)) continue;
  console.log(`\n== ${what}`);
  const began = Date.now();
  const told = troubles.length;
  const { good, bad } = act();
  passed += good;
  failed += bad;
  times.push(`${name} ${Math.round((Date.now() - began) / 1000)} s`);
  console.log(`-- ${what}: ${good} passed, ${bad} failed; ${times.at(-1)}`);
  if (bad && troubles.length === told) troubles.push(`Failed: ${what}.`);
}
for (const text of troubles) console.log(`\n${text}`);
console.log(`\n${times.join(', ')}`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
