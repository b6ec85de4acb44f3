/**
 * The stages of `npm run verify`, and which of them a change can affect. No stage is run from here.
 */

/** Each with what it is called in the printout and what it may take on two idle cores, s. */
export const STAGES = {
  lint: { what: 'format and lint', budget: 10 },
  types: { what: 'types', budget: 60 },
  rooms: { what: 'import rules', budget: 30 },
  unused: { what: 'unused files and exports', budget: 20 },
  build: { what: 'production build', budget: 75 },
  unit: { what: 'unit tests', budget: 100 },
  app: { what: 'component tests', budget: 150 },
  e2e: { what: 'browser tests', budget: 300 },
};

/** Browser tests by the part of the interface that they walk through; what stands in none of these affects all of them. */
const WALKS = [
  [/^src\/ui\/steps\/brief\//, ['editor', 'hand', 'whole-line']],
  [/^src\/ui\/steps\/motifs\//, ['any-art', 'bad-input', 'motifs', 'whole-line']],
  [/^src\/ui\/steps\/lay\//, ['drawn-on', 'hand', 'kept-here', 'lay', 'whole-line']],
  [/^src\/ui\/steps\/check\//, ['check', 'whole-line']],
  [/^src\/ui\/steps\/colour\//, ['colour', 'editor', 'whole-line']],
  [/^src\/ui\/steps\/scale\//, ['editor', 'things']],
  [/^src\/ui\/steps\/send\//, ['jobs', 'send', 'whole-line']],
  [/^src\/ui\/steps\/log\//, ['send', 'whole-line']],
  [/^src\/ui\/shelf\//, ['saving', 'editor']],
  [/^src\/ui\/tile-room\//, ['any-art', 'check']],
  [/^(app\/stand-ins|proxy\.ts|scripts\/serve\.mjs|next\.config\.ts)/, ['server', 'kept-here']],
];

const isCode = (file) => /\.(ts|tsx|mjs|cjs|mts)$/.test(file);
const isUnitTest = (file) => /\.test\.tsx?$/.test(file);
const isBrowserTest = (file) => /^tests\/e2e\/.*\.spec\.ts$/.test(file);
/** What the application is built from, and the settings of its build. */
const isBuilt = (file) =>
  (/^(src|app|public)\//.test(file) && !isUnitTest(file)) ||
  [
    'package.json',
    'package-lock.json',
    'next.config.ts',
    'proxy.ts',
    'tsconfig.json',
    'scripts/lcms-loader.cjs',
  ].includes(file);
/** What all tests stand on, without any of them importing it. */
const isGround = (file) =>
  /^(package-lock\.json|vitest\.config\.ts|playwright\.config\.ts|tests\/app\/.*\.tsx?|tests\/steps\.ts)$/.test(
    file,
  ) && !isUnitTest(file);

/**
 * What a change can affect.
 * @param files paths of changed files, from the root of the project.
 * @returns the stages to run; `related`: files whose unit and component tests are run, null for all; `specs`: browser tests by name,
 * null for all.
 */
export function affected(files) {
  const code = files.filter(isCode);
  const ground = files.some(isGround);
  const built = files.filter(isBuilt);
  const specs = new Set(files.filter(isBrowserTest).map((f) => /([^/]+)\.spec\.ts$/.exec(f)[1]));
  let all = ground || files.some((f) => /^tests\/e2e\//.test(f) && !isBrowserTest(f));
  for (const file of built) {
    const walk = WALKS.find(([place]) => place.test(file));
    if (!walk) all = true;
    for (const name of walk?.[1] ?? []) specs.add(name);
  }
  const stages = [];
  if (files.length) stages.push('lint');
  if (code.length || files.some((f) => /tsconfig|package/.test(f))) stages.push('types', 'rooms', 'unused');
  const runs = all || specs.size > 0;
  if (runs) stages.push('build');
  const related = ground ? null : files.filter((f) => isCode(f) || /\.json$/.test(f));
  if (ground || related.length) stages.push('unit', 'app');
  if (runs) stages.push('e2e');
  return { stages, related, specs: all ? null : [...specs].sort() };
}
