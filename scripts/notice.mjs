/** Writes NOTICE: what Hexaplex is built from, with each licence. `npm run notice` after a change of dependencies. */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';

const read = (path) => JSON.parse(readFileSync(path, 'utf8'));

/** Packages that ship with the application, direct ones and those they stand on, by name. */
function shipped() {
  const lock = read('package-lock.json').packages;
  return Object.entries(lock)
    .filter(
      ([path, p]) =>
        path.startsWith('node_modules/') &&
        !p.dev &&
        !p.optional &&
        !p.peer &&
        existsSync(`${path}/package.json`),
    )
    .map(([path]) => {
      const { name, version, license, licenses } = read(`${path}/package.json`);
      return {
        name,
        version,
        licence: license?.type ?? license ?? licenses?.map((l) => l.type).join(' or ') ?? 'see its files',
      };
    })
    .sort((a, b) => a.name.localeCompare(b.name))
    .filter((p, n, all) => p.name !== all[n - 1]?.name || p.version !== all[n - 1]?.version);
}

const lines = shipped().map(({ name, version, licence }) => `${name} ${version}: ${licence}`);
writeFileSync(
  'NOTICE',
  `Hexaplex
Copyright (c) 2026 the Hexaplex authors. MIT licence, see LICENSE.

The colour profile in public/profiles comes with its own notice there.

Hexaplex ships with these packages, each under its own licence, whose text is in the package:

${lines.join('\n')}
`,
);
console.log(`${lines.length} packages.`);
