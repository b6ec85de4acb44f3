/**
 * Mutation check: lines drawn by a seed are broken one at a time. The tests that can notice are run until one fails: types,
 * the unit tests of the same folder, all related unit tests, component tests, browser tests.
 * `npm run bench -- mutations [seed] [count]`, in a clean checkout.
 */
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { dirname } from 'node:path';
import { numbers } from './keep/room.mjs';

const [seed = 1, count = 20] = process.argv.slice(2).map(Number);
const random = numbers(seed);

/** Where lines are drawn from, each place as often as the others. */
const PLACES = [
  ['lattice', 'src/core/lattice'],
  ['edits', 'src/core/document/edits'],
  ['saving', 'src/shelf', 'src/session/bolt'],
  ['findings', 'src/core/findings'],
  ['formats', 'src/core/format'],
  ['trays', 'src/ui/steps'],
];

/** How a line is broken: the first of these that it has. */
const BREAKS = [
  [/ === /, ' !== '],
  [/ !== /, ' === '],
  [/ && /, ' || '],
  [/ \|\| /, ' && '],
  [/ <= /, ' > '],
  [/ >= /, ' < '],
  [/ < (?![A-Z/])/, ' >= '],
  [/ \+ (?!')/, ' - '],
  [/ - /, ' + '],
  [/ \* /, ' / '],
  [/\btrue\b/, 'false'],
  [/\bfalse\b/, 'true'],
  [/\bMath\.max\b/, 'Math.min'],
  [/\bMath\.min\b/, 'Math.max'],
];

const git = (...args) => spawnSync('git', args, { encoding: 'utf8' }).stdout;
const isProse = (line) => /^\s*(\/\/|\*|\/\*|import |export \{|type )/.test(line);
const broken = (line) => {
  if (isProse(line)) return null;
  const found = BREAKS.find(([what]) => what.test(line));
  return found ? line.replace(found[0], found[1]) : null;
};

function drawLine(folders) {
  const files = git('ls-files', ...folders)
    .split('\n')
    .filter((f) => /\.tsx?$/.test(f) && !/\.test\.|\.worker\.|index\.ts$/.test(f));
  for (;;) {
    const file = files[Math.floor(random() * files.length)];
    const lines = readFileSync(file, 'utf8').split('\n');
    const n = Math.floor(random() * lines.length);
    const to = broken(lines[n]);
    if (to) return { file, n, lines, to };
  }
}

const vitest = (how, ...projects) => [
  'node_modules/vitest/vitest.mjs',
  ...how,
  ...['--run', '--bail=1', '--passWithNoTests', '--reporter=dot'],
  ...projects.map((p) => `--project=${p}`),
];
/** The levels, cheapest first. */
const LEVELS = [
  ['types', () => ['node_modules/typescript/bin/tsc', '--noEmit']],
  ['unit, same folder', (file) => vitest([`${dirname(file)}/`], 'unit', 'apart')],
  ['unit', (file) => vitest(['related', file], 'unit', 'apart')],
  ['component', (file) => vitest(['related', file], 'app')],
  ['browser', () => ['scripts/verify.mjs', 'build', 'e2e']],
];

if (git('status', '--porcelain', 'src').trim()) {
  console.error('There are changes under src: commit them first, since lines there are broken and put back.');
  process.exit(1);
}
let caught = 0;
for (let k = 0; k < count; k++) {
  const [place, ...folders] = PLACES[k % PLACES.length];
  const { file, n, lines, to } = drawLine(folders);
  const before = readFileSync(file, 'utf8');
  writeFileSync(file, lines.with(n, to).join('\n'));
  let by = null;
  try {
    by =
      LEVELS.find(
        ([, args]) => spawnSync(process.execPath, args(file), { stdio: 'ignore' }).status !== 0,
      )?.[0] ?? null;
  } finally {
    writeFileSync(file, before);
  }
  if (by) caught++;
  console.log(`${by ?? 'SURVIVED'} | ${place} | ${file}:${n + 1} | ${lines[n].trim()} | ${to.trim()}`);
}
console.log(`${caught} of ${count} caught, seed ${seed}.`);
