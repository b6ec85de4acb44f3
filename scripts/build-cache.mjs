/** Whether the production build is that of the sources as they are now: by the content of all that it reads. */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const NOTE = '.next/built-from.txt';
const FILES = ['package-lock.json', 'next.config.ts', 'proxy.ts', 'tsconfig.json', 'scripts/lcms-loader.cjs'];

function* filesIn(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) =>
    a.name < b.name ? -1 : 1,
  )) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* filesIn(path);
    else if (!/\.test\.tsx?$/.test(entry.name)) yield path;
  }
}

function digest() {
  const hash = createHash('sha256').update(process.version);
  for (const path of [...FILES, ...filesIn('src'), ...filesIn('app')])
    hash.update(`\0${path}\0`).update(readFileSync(path));
  return hash.digest('hex');
}

export const isBuildFresh = () =>
  existsSync('.next/BUILD_ID') && existsSync(NOTE) && readFileSync(NOTE, 'utf8') === digest();

/** The build that was just made is that of the sources as they are. */
export const noteBuild = () => writeFileSync(NOTE, digest());
