/** Draws the rooms of the code and the imports between them into docs/rooms.md, from the code itself. */
import { writeFileSync } from 'node:fs';
import { cruise } from 'dependency-cruiser';

/** These rooms have rooms of their own. */
const WITH_ROOMS = ['engine', 'session', 'ui'];

/** The room of a file: its folder under src, one deeper in those above; a file beside those rooms is their door. */
function roomOf(path) {
  const [top, first, second, third] = path.split('/');
  if (top === 'app') return 'app';
  if (top !== 'src') return null;
  return WITH_ROOMS.includes(first) && third ? `${first}/${second}` : first;
}

const { output } = await cruise(['src', 'app'], {
  doNotFollow: { path: 'node_modules' },
  exclude: { path: '\\.test\\.tsx?$' },
  tsPreCompilationDeps: true,
  tsConfig: { fileName: 'tsconfig.json' },
  enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'] },
});
const files = new Map();
const arrows = new Map();
for (const { source, dependencies } of output.modules) {
  const from = roomOf(source);
  if (!from) continue;
  files.set(from, (files.get(from) ?? 0) + 1);
  for (const { resolved } of dependencies) {
    const to = roomOf(resolved);
    if (to && to !== from) arrows.set(`${from} ${to}`, (arrows.get(`${from} ${to}`) ?? 0) + 1);
  }
}

const id = (room) => room.replace(/\W/g, '_');
const node = (room) => `${id(room)}["${room} (${files.get(room)})"]`;
const rooms = [...files.keys()].sort();
const inside = (top) => rooms.filter((room) => room === top || room.startsWith(`${top}/`));
const house = [
  ...WITH_ROOMS.flatMap((top) => [
    `  subgraph ${top}_rooms["${top}"]`,
    ...inside(top).map((r) => `    ${node(r)}`),
    '  end',
  ]),
  ...rooms.filter((r) => !WITH_ROOMS.some((top) => inside(top).includes(r))).map((r) => `  ${node(r)}`),
];
/** Every room but core and app reaches core: those arrows would hide the others. */
const drawn = [...arrows].filter(([arrow]) => !arrow.endsWith(' core')).sort();
const lines = drawn.map(([arrow, count]) => {
  const [from, to] = arrow.split(' ');
  return `  ${id(from)} -->|${count}| ${id(to)}`;
});
writeFileSync(
  'docs/rooms.md',
  `# The rooms of the code

Made from the code by \`npm run draw-rooms\`: rooms with the number of their files, and how many imports lead from one to another. Arrows
into core, which every room uses, are left out.

\`\`\`mermaid
flowchart TD
${[...house, ...lines].join('\n')}
\`\`\`
`,
);
console.log(`${rooms.length} rooms, ${arrows.size} arrows: docs/rooms.md`);
