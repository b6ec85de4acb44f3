/**
 * `npm run verify`: everything that must hold; the last line is `N passed, N failed`.
 * `npm run verify -- lint unit`: single stages by name. `npm run verify -- changed`: what the change against HEAD can affect;
 * `changed main`: against another commit.
 */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { isBuildFresh, noteBuild } from './build-cache.mjs';
import { calibration } from './calibration.mjs';
import { launch } from './chromium.mjs';
import { env, installPackages } from './install.mjs';
import { affected, STAGES } from './stages.mjs';

const began = Date.now();
const CHROMIUM = launch.executablePath;
const TOOLS = [
  ['/usr/bin/pngcheck', 'pngcheck'],
  ['/usr/bin/tiffinfo', 'libtiff-tools'],
  ['/usr/bin/pdfinfo', 'poppler-utils'],
  ['/usr/bin/exiftool', 'libimage-exiftool-perl'],
  ['/usr/bin/unzip', 'unzip'],
];
/** What failed, each with why: said again at the end. */
const troubles = [];
const seconds = (from) => (Date.now() - from) / 1000;
const bin = (path) => `node_modules/${path}`;

/** Runs a program; what it prints comes at once, or together when it has ended. */
function run(command, args, { extra = {}, together = false } = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      stdio: together ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
      env: { ...env, ...extra },
    });
    let text = '';
    for (const stream of [child.stdout, child.stderr])
      stream?.setEncoding('utf8').on('data', (part) => {
        text += part;
      });
    child.on('close', (code) => resolve({ ok: code === 0, text }));
  });
}
const node = (args, how) => run(process.execPath, args, how);

/** One check that holds or does not: what it printed is said when it does not. */
async function once(...commands) {
  for (const args of commands) {
    const { ok, text } = await node(args, { together: true });
    if (!ok) return { good: 0, bad: 1, why: [text.trim().slice(-4000)] };
  }
  return { good: 1, bad: 0, why: [] };
}

/** What each stage does. */
const ACTS = {
  lint: () => once([bin('@biomejs/biome/bin/biome'), 'check', '.']),
  // The types of the routes first; then all of it, core without a browser, and what stands above core with every index checked.
  types: () =>
    once(
      [bin('next/dist/bin/next'), 'typegen'],
      [bin('typescript/bin/tsc'), '--noEmit'],
      [bin('typescript/bin/tsc'), '-b', 'tsconfig.above.json'],
    ),
  rooms: () => once(['scripts/check-rooms.mjs']),
  unused: () => once([bin('knip/bin/knip.js')]),
  async build() {
    if (!process.env.CI && isBuildFresh())
      return { good: 1, bad: 0, why: [], note: 'nothing it reads has changed' };
    const done = await once([bin('next/dist/bin/next'), 'build']);
    if (done.good) noteBuild();
    return done;
  },
  unit: ({ related }) => vitest(['unit', 'apart'], related),
  app: ({ related }) => vitest(['app'], related),
  e2e: browserTests,
};

function vitest(projects, related) {
  fetchTools();
  const which = related ? ['related', '--run', '--passWithNoTests', ...related] : ['run'];
  return counted(
    (file) =>
      node([
        bin('vitest/vitest.mjs'),
        ...which,
        ...projects.map((p) => `--project=${p}`),
        ...['--reporter=default', '--reporter=json', `--outputFile.json=${file}`],
      ]),
    (r) => ({ good: r.numPassedTests, bad: r.numFailedTests, why: unitTroubles(r) }),
    related !== null,
  );
}

async function browserTests({ specs }) {
  if (!findChromium()) return { good: 0, bad: 1, why: [] };
  return counted(
    (file) =>
      node(
        [
          bin('@playwright/test/cli.js'),
          'test',
          '--reporter=list,json',
          ...(specs ?? []).map((s) => `/${s}.spec.ts`),
        ],
        {
          extra: { PLAYWRIGHT_JSON_OUTPUT_FILE: file },
        },
      ),
    (r) => ({ good: r.stats.expected, bad: r.stats.unexpected + r.stats.flaky, why: e2eTroubles(r) }),
    false,
  );
}

/** Runs a test tool that writes a JSON report to a file, and reads its counts and what failed. */
async function counted(act, count, mayBeNone) {
  const file = join(mkdtempSync(join(tmpdir(), 'hexaplex-')), 'report.json');
  const { ok } = await act(file);
  const read = existsSync(file)
    ? count(JSON.parse(readFileSync(file, 'utf8')))
    : { good: 0, bad: 0, why: [] };
  const none = read.good + read.bad === 0;
  const untold = (!ok && read.bad === 0) || (none && !mayBeNone);
  const why = read.why.map((text) => text.slice(0, 1500));
  if (untold) why.push('The test tool ended with a fault outside any test.');
  return { good: read.good, bad: read.bad + (untold ? 1 : 0), why };
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

/** Other people's programs that written files are read by; where they cannot be installed, that is said. */
function fetchTools() {
  const missing = () => TOOLS.filter(([path]) => !existsSync(path)).map(([, name]) => name);
  if (missing().length) fromDebian(missing(), '--no-install-recommends');
  if (missing().length) console.log(`Not installed, so not asked about the files: ${missing().join(', ')}.`);
}

/** Installs packages from Debian, where that may be done and Debian can be reached; it is not waited for long. */
function fromDebian(packages, ...how) {
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) return;
  console.log(`Installing from Debian: ${packages.join(', ')}.`);
  const apt = (args, timeout) =>
    spawnSync('apt-get', args, {
      stdio: 'inherit',
      env: { ...env, DEBIAN_FRONTEND: 'noninteractive' },
      timeout,
    }).status === 0;
  const soon = ['Acquire::Retries=0', 'Acquire::http::Timeout=15', 'Acquire::https::Timeout=15'].flatMap(
    (o) => ['-o', o],
  );
  if (apt([...soon, 'update', '-qq'], 90_000))
    apt([...soon, 'install', '-y', '-qq', ...how, ...packages], 300_000);
}

function findChromium() {
  if (existsSync(CHROMIUM)) return true;
  fromDebian(['chromium']);
  if (existsSync(CHROMIUM)) return true;
  console.error(`The browser tests need ${CHROMIUM}. As root: apt-get update && apt-get install chromium`);
  return false;
}

/** The paths that differ from a commit, new ones among them. */
function changedSince(commit) {
  const git = (...args) => spawnSync('git', args, { encoding: 'utf8' });
  const changed = git('diff', '--name-only', commit, '--');
  if (changed.status !== 0) {
    console.error(`There is no commit ${commit}.`);
    process.exit(1);
  }
  const fresh = git('ls-files', '--others', '--exclude-standard').stdout;
  return [...new Set(`${changed.stdout}${fresh}`.split('\n').filter(Boolean))];
}

/** What was asked on the command line: which stages, and of their tests which. */
function plan(asked) {
  const [first, ...rest] = asked;
  if (first === 'changed') return affected(changedSince(rest[0] ?? 'HEAD'));
  const unknown = asked.find((name) => !(name in STAGES));
  if (unknown) {
    console.error(
      `There is no stage ${unknown}. The stages: ${Object.keys(STAGES).join(', ')}; or: changed.`,
    );
    process.exit(1);
  }
  return { stages: asked.length ? asked : Object.keys(STAGES), related: null, specs: null };
}

/** These run side by side; the tests one after the other, each with the machine to itself. */
const TOGETHER = ['lint', 'types', 'rooms', 'unused', 'build'];

const { stages, related, specs } = plan(process.argv.slice(2));
if (!stages.length) console.log('Nothing has changed.');
installPackages();
const times = [`install ${seconds(began).toFixed(0)} s`];
const late = [];
let passed = 0;
let failed = 0;

async function stage(name) {
  const { what, budget } = STAGES[name];
  const from = Date.now();
  const { good, bad, why, note } = await ACTS[name]({ related, specs });
  const took = seconds(from);
  passed += good;
  failed += bad;
  troubles.push(...(bad && !why.length ? [''] : why).map((text) => `Failed: ${what}. ${text}`));
  times.push(`${name} ${took.toFixed(0)} s`);
  if (took > budget) late.push(`${what} took ${took.toFixed(0)} s of the ${budget} s it may take`);
  console.log(
    `-- ${what}: ${good} passed, ${bad} failed; ${took.toFixed(0)} of ${budget} s${note ? `; ${note}` : ''}`,
  );
}

const together = stages.filter((name) => TOGETHER.includes(name));
if (together.length) console.log(`\n== ${together.map((name) => STAGES[name].what).join(', ')}`);
await Promise.all(together.map(stage));
for (const name of stages.filter((s) => !TOGETHER.includes(s))) {
  console.log(`\n== ${STAGES[name].what}`);
  await stage(name);
}
for (const text of troubles) console.log(`\n${text}`);
console.log(
  `\n${times.join(', ')}; ${seconds(began).toFixed(0)} s in all. A fixed loop: ${calibration().toFixed(0)} ms.`,
);
for (const text of late) console.log(`Over budget: ${text}.`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
