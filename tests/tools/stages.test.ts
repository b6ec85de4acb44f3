import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { affected, STAGES } from '../../scripts/stages.mjs';

test('a change to a document runs no test; to a tray, its related tests and the browser tests that walk through it', () => {
  expect(affected([])).toEqual({ stages: [], related: [], specs: [] });
  expect(affected(['README.md'])).toEqual({ stages: ['lint'], related: [], specs: [] });
  const tray = 'src/ui/steps/check/check-tray.tsx';
  expect(affected([tray])).toEqual({
    stages: ['lint', 'types', 'rooms', 'unused', 'build', 'unit', 'app', 'e2e'],
    related: [tray],
    specs: ['check', 'whole-line'],
  });
});

test('a unit test alone needs no build; a browser test runs by itself; what all stand on runs everything', () => {
  const unit = affected(['src/core/lattice/lattice.test.ts']);
  expect(unit).toMatchObject({ related: ['src/core/lattice/lattice.test.ts'], specs: [] });
  expect(unit.stages).not.toContain('build');
  expect(affected(['tests/e2e/send.spec.ts']).specs).toEqual(['send']);
  expect(affected(['tests/e2e/watch.ts']).specs).toBeNull();
  for (const file of ['src/core/lattice/lattice.ts', 'src/engine/index.ts', 'public/demo/kite-weather.json'])
    expect(affected([file]).specs, file).toBeNull();
  const all = affected(['package-lock.json']);
  expect([all.related, all.specs]).toEqual([null, null]);
  expect(all.stages).toEqual(Object.keys(STAGES));
});

test('every browser test that a change names is there', () => {
  const there = readdirSync('tests/e2e').flatMap((f) => /^(.*)\.spec\.ts$/.exec(f)?.[1] ?? []);
  const rooms = readdirSync('src/ui/steps').map((step) => `src/ui/steps/${step}/x.tsx`);
  const named = [...rooms, 'src/ui/shelf/x.tsx', 'proxy.ts'].flatMap((f) => affected([f]).specs ?? []);
  expect(named.length).toBeGreaterThan(10);
  expect(named.filter((name) => !there.includes(name))).toEqual([]);
});

test('NOTICE names every package that ships, at its version', () => {
  const { dependencies } = JSON.parse(readFileSync('package.json', 'utf8'));
  const notice = readFileSync('NOTICE', 'utf8');
  const names = Object.entries<string>(dependencies);
  expect(names.length).toBeGreaterThan(20);
  expect(names.filter(([name, version]) => !notice.includes(`\n${name} ${version}: `))).toEqual([]);
  expect(existsSync('LICENSE')).toBe(true);
});

test('every file that is kept for what it does when it is loaded is there', () => {
  const { sideEffects } = JSON.parse(readFileSync('package.json', 'utf8')) as { sideEffects: string[] };
  const files = sideEffects.filter((path) => !path.includes('*'));
  expect(files.length).toBeGreaterThan(1);
  for (const file of files) expect(existsSync(file), file).toBe(true);
});
