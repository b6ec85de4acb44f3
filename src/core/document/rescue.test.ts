import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { openProject, projectSchema, rescue } from '.';

const whole = () => JSON.parse(readFileSync('public/demo/kite-weather.json', 'utf8'));

test('of a document with bad parts all that is sound is read, and what is not is named', () => {
  const bad = whole();
  bad.placements[3].scale = 'large';
  bad.placements[4].motif = 'nobody';
  bad.brief.ppi = -1;
  bad.colourways[1].colours.pop();
  expect(() => openProject(bad)).toThrow();
  const { project, lost } = rescue(bad, 'new');
  expect(projectSchema.parse(project)).toEqual(project);
  expect(project.id).toBe('new');
  expect(project.placements).toHaveLength(bad.placements.length - 2);
  expect(project.motifs).toEqual(bad.motifs);
  expect(project.colourways).toHaveLength(bad.colourways.length - 1);
  expect(lost).toEqual([
    'the brief',
    '1 placement',
    '1 placement of motifs that are not there',
    '1 colourway without a colour for each ink',
  ]);
});

test('a sound document loses nothing, of whatever version', () => {
  expect(rescue(whole(), 'kite-weather')).toEqual({ project: openProject(whole()), lost: [] });
  for (const n of [1, 2, 3]) {
    const old = JSON.parse(readFileSync(`tests/fixtures/projects/version-${n}.json`, 'utf8'));
    expect(rescue(old, old.id)).toEqual({ project: openProject(old), lost: [] });
  }
});

test('whatever it is given it makes a sound document of', () => {
  fc.assert(
    fc.property(fc.anything(), (thing) => {
      expect(projectSchema.safeParse(rescue(thing, 'x').project).success).toBe(true);
    }),
  );
  const keys = Object.keys(whole());
  fc.assert(
    fc.property(fc.constantFrom(...keys), fc.anything(), (key, value) => {
      const { project } = rescue({ ...whole(), [key]: value }, 'x');
      expect(projectSchema.safeParse(project).success).toBe(true);
    }),
    { numRuns: 300 },
  );
});

test('fields that are not known outlive being opened, wherever they stand', () => {
  const later = whole();
  later.weather = { wind: 5 };
  later.placements[2].tilt = 3;
  later.brief.purpose = 'sails';
  const project = openProject(later);
  expect(project).toMatchObject({ weather: { wind: 5 }, brief: { purpose: 'sails' } });
  expect(project.placements[2]).toMatchObject({ tilt: 3 });
  expect(openProject(JSON.parse(JSON.stringify(project)))).toEqual(project);
});
