/** Which room may import which: app -> ui -> session -> (engine, shelf) -> core. */
const only = (room, allowed) => ({
  name: `${room}-imports-only-its-own`,
  severity: 'error',
  from: { path: `^src/${room}/` },
  to: { path: '^(src|app)/', pathNot: `^src/(${[room, ...allowed].join('|')})/` },
});

/** The rooms of a house from the ground up: none may import one above it. */
const inOrder = (house, rooms) =>
  rooms.slice(0, -1).map((room, n) => ({
    name: `${house}-${room}-imports-nothing-above-it`,
    severity: 'error',
    from: { path: `^src/${house}/${room}/`, pathNot: '\\.test\\.tsx?$' },
    to: { path: `^src/${house}/(${rooms.slice(n + 1).join('|')})/` },
  }));

module.exports = {
  forbidden: [
    { name: 'no-cycle', severity: 'error', from: {}, to: { circular: true } },
    only('core', []),
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.tsx?$' },
      to: {
        dependencyTypes: ['npm', 'npm-dev', 'core'],
        pathNot:
          'node_modules/(zod|immer|fflate|fast-png|fast-xml-parser|d3-contour|fit-curve|culori|papaparse|@cantoo/pdf-lib|@cantoo/fontkit|@noble/hashes)/',
      },
    },
    only('engine', ['core']),
    only('shelf', ['core']),
    only('demo', ['core']),
    only('stand-ins', ['core']),
    only('session', ['engine', 'shelf', 'demo', 'core']),
    only('ui', ['session', 'core']),
    {
      name: 'app-is-thin',
      severity: 'error',
      from: { path: '^app/' },
      to: { path: '^src/', pathNot: '^src/(ui|stand-ins)/' },
    },
    {
      name: 'core-is-light',
      comment: 'What reads XML has doors of its own, so that no page carries it.',
      severity: 'error',
      from: { path: '^src/core/index\\.ts$' },
      to: { path: 'node_modules/fast-xml-parser/', reachable: true },
    },
    {
      name: 'pdf-has-its-files',
      comment: 'What writes PDF is in these files alone, and they are fetched when a PDF is wanted.',
      severity: 'error',
      from: {
        path: '^src/',
        pathNot: [
          '^src/core/format/pdf/(sheet|board|fitted|picture|strike-off|test-print|test-print-parts)\\.ts$',
          '\\.test\\.ts$',
        ],
      },
      to: { path: 'node_modules/@cantoo/' },
    },
    {
      name: 'pdf-when-it-is-wanted',
      severity: 'error',
      from: { path: '^src/', pathNot: ['^src/core/format/pdf/', '\\.test\\.ts$'] },
      to: {
        path: '^src/core/format/pdf/(sheet|board|strike-off|test-print|test-print-parts)\\.ts$',
        dynamic: false,
        dependencyTypesNot: ['type-only'],
      },
    },
    {
      name: 'session-folders-by-their-door',
      comment:
        'One folder of session, and ui, use another through its index; its order is told by the rule against cycles.',
      severity: 'error',
      from: { path: '^src/(session/[^/]+|ui|demo)/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^src/session/[^/]+/[^/]+', pathNot: ['^src/$1/', '/index\\.ts$'] },
    },
    {
      name: 'engine-by-its-door',
      severity: 'error',
      from: { path: '^src/session/', pathNot: '\\.test\\.tsx?$' },
      to: { path: '^src/engine/', pathNot: '^src/engine/index\\.ts$' },
    },
    ...inOrder('engine', ['protocol', 'art', 'services', 'wire', 'client']),
    ...inOrder('ui', ['theme', 'commands', 'parts', 'cloth', 'tile-room', 'steps', 'shelf']),
    {
      name: 'core-folders-by-their-door',
      comment: 'One folder of core uses another through its index.',
      severity: 'error',
      from: { path: '^src/core/([^/]+)/' },
      to: { path: '^src/core/[^/]+/[^/]+', pathNot: ['^src/core/$1/', '/index\\.ts$'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'] },
  },
};
