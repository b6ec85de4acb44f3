/**
 * `npm run bench`: every bench that is read into figures, as one table. `npm run bench -- block sheets`: some of them, by name.
 * `npm run bench -- kills 20`: one that is not read into figures, with its own arguments, as it prints.
 */
import { spawnSync } from 'node:child_process';
import { calibration } from '../scripts/calibration.mjs';
import { BENCHES } from './registry.mjs';

const asked = process.argv.slice(2);
const byName = new Map(BENCHES.map((b) => [b.name, b]));
const named = asked.filter((a) => byName.has(a)).map((a) => byName.get(a));
if (asked.length && !named.length) {
  console.error(`There is no bench ${asked[0]}. The benches: ${[...byName.keys()].join(', ')}.`);
  process.exit(1);
}
const own = asked.filter((a) => !byName.has(a));
const rows = [];
for (const { name, what, run, figures } of named.length ? named : BENCHES.filter((b) => b.figures.length)) {
  console.log(`\n== ${name}: ${what}`);
  const { stdout, status } = spawnSync(process.execPath, [...run, ...own], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
    maxBuffer: 1 << 26,
  });
  process.stdout.write(stdout);
  if (status !== 0) console.log(`${name} ended with an error.`);
  for (const { figure, read, most, least, beside } of figures) {
    const values = read(stdout);
    // The worst of all that it printed counts.
    const value = values.length ? (least === undefined ? Math.max(...values) : Math.min(...values)) : null;
    const target = most !== undefined ? `at most ${most}` : least !== undefined ? `at least ${least}` : '';
    const met =
      value === null || !target
        ? ''
        : (most !== undefined ? value <= most : value >= least)
          ? 'met'
          : 'missed';
    rows.push([name, figure, value === null ? 'not printed' : value.toFixed(3), beside ?? '', target, met]);
  }
}
if (rows.length) {
  const table = [['bench', 'figure', 'worst', 'ratio to', 'target', ''], ...rows];
  const wide = table[0].map((_, c) => Math.max(...table.map((row) => row[c].length)));
  console.log('');
  for (const row of table)
    console.log(
      row
        .map((cell, c) => cell.padEnd(wide[c]))
        .join('  ')
        .trimEnd(),
    );
}
console.log(`\nA fixed loop: ${calibration().toFixed(0)} ms.`);
