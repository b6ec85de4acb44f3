/** Imports go one way between the rooms; fails when nothing was looked at. */
import { execFileSync } from 'node:child_process';

const out = execFileSync(
  process.execPath,
  [
    'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
    '--config',
    '.dependency-cruiser.cjs',
    '--output-type',
    'json',
    'src',
    'app',
  ],
  { maxBuffer: 1 << 28, encoding: 'utf8' },
);
const { summary } = JSON.parse(out);
for (const v of summary.violations) console.log(`${v.rule.severity} ${v.rule.name}: ${v.from} -> ${v.to}`);
console.log(
  `${summary.totalCruised} modules looked at, ${summary.violations.length} imports against the rule.`,
);
if (summary.totalCruised < 50 || summary.violations.length > 0) process.exit(1);
