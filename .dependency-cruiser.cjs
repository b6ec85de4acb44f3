/** Which room may import which: app -> ui -> session -> (engine, shelf) -> core. */
const only = (room, allowed) => ({
  name: `${room}-imports-only-its-own`,
  severity: 'error',
  from: { path: `^src/${room}/` },
  to: { path: '^(src|app)/', pathNot: `^src/(${[room, ...allowed].join('|')})/` },
});

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
          'node_modules/(zod|immer|fflate|fast-png|fast-xml-parser|d3-contour|fit-curve|culori|papaparse|pdf-lib|@noble/hashes)/',
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
      comment: 'What reads XML and writes PDF has doors of its own, so that no page carries it.',
      severity: 'error',
      from: { path: '^src/core/index\\.ts$' },
      to: { path: 'node_modules/(pdf-lib|fast-xml-parser)/', reachable: true },
    },
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
