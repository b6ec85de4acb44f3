import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { type Project, projectSchema, purposeOf } from '../../core';
import { stillOpen } from './still-open';

const demo = projectSchema.parse(JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8')));
const CLEAN = { warnings: 0, unjudged: 0 };
const steps = (p: Project, checked: Parameters<typeof stillOpen>[1] = CLEAN) =>
  stillOpen(p, checked, () => [1]).map((o) => o.step);

test('a checked cloth of finished art with its permissions has nothing open', () => {
  expect(stillOpen(demo, CLEAN, () => [1])).toEqual([]);
});

test('each thing that is open is said once, with the step where it is seen to', () => {
  expect(steps(demo, null)).toEqual(['check']);
  expect(stillOpen(demo, { warnings: 2, unjudged: 1 }, () => [1]).map((o) => o.text)).toEqual([
    '2 findings to look at.',
    '1 thing that could not be judged.',
  ]);
  const [first, ...rest] = demo.placements;
  const motif = demo.motifs.find((m) => m.id === first.motif);
  const large = { ...demo, placements: [{ ...first, scale: first.scale * 4 }, ...rest] };
  expect(stillOpen(large, CLEAN, () => [1])[0].text).toContain(`in print: ${motif?.name}`);
  expect(steps(large)).toEqual(['scale']);
  const changed = (part: object) => ({
    ...demo,
    motifs: demo.motifs.map((m) => (m.id === first.motif ? { ...m, ...part } : m)),
  });
  // What has no pixels prints at any size.
  const drawn = { ...large, motifs: large.motifs.map((m) => ({ ...m, art: { kind: 'vector' as const } })) };
  expect(steps(drawn)).toEqual([]);
  expect(steps(changed({ permission: 'ask' }))).toEqual(['motifs']);
  expect(steps(changed({ standIn: true }))).toEqual(['motifs']);
  expect(steps({ ...demo, placements: [{ ...first, hidden: true }, ...rest] })).toEqual(['lay']);
  const few = { ...purposeOf({}), mostColours: 5 };
  expect(stillOpen({ ...demo, purpose: few }, CLEAN, () => [1])).toEqual([
    { text: '7 colours, the ground among them; the brief allows 5.', step: 'colour' },
  ]);
  expect(steps({ ...demo, purpose: { ...few, mostColours: 7 } })).toEqual([]);
  // What is on the shelf only does not go into the file.
  expect(
    steps({ ...changed({ permission: 'ask' }), placements: rest.filter((p) => p.motif !== first.motif) }),
  ).toEqual([]);
});

test('drawings and tiles are looked at too, and a hidden layer is said', () => {
  const drawn = projectSchema.parse(JSON.parse(readFileSync('public/demo/wind-lines.json', 'utf8')));
  expect(drawn.pictures).toHaveLength(1);
  expect(stillOpen(drawn, CLEAN, () => [1])).toEqual([]);
  expect(stillOpen(drawn, CLEAN, () => [9])[0].text).toContain(`in print: ${drawn.pictures[0].name}`);
  const hidden = { ...drawn, layers: drawn.layers.map((l) => ({ ...l, hidden: true })) };
  expect(stillOpen(hidden, CLEAN, () => [9]).map((o) => o.text)).toEqual([
    expect.stringContaining('hidden: not in the file'),
  ]);
});
