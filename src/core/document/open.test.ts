import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { DEFAULT_INTAKE } from '../intake';
import { outlinePath } from '../outlines';
import { productOf } from '../products';
import { openProject } from '.';

describe('documents of every age', () => {
  test('the first version opens: settings filled in, permissions to be asked', () => {
    const old = JSON.parse(readFileSync('tests/fixtures/projects/version-1.json', 'utf8'));
    expect(old.version).toBe(1);
    const project = openProject(old);
    expect(project.version).toBe(3);
    expect(project.placements).toHaveLength(45);
    expect(project.sheets[0].settings).toEqual({ ...DEFAULT_INTAKE, ...old.sheets[0].settings });
    expect(new Set(project.motifs.map((m) => m.permission))).toEqual(new Set(['ask']));
    expect(openProject(project)).toEqual(project);
  });

  test('the second version opens: what was left, and inks in place of others, are there by their new names', () => {
    const old = JSON.parse(readFileSync('tests/fixtures/projects/version-2.json', 'utf8'));
    expect(old.version).toBe(2);
    const project = openProject(old);
    expect(project.dismissed).toEqual([{ ...old.left[0], kind: 'unfinished' }, old.left[1]]);
    expect(project.placements[1].inkOverrides).toEqual(old.placements[1].inks);
    expect(project.placements.map((p) => p.id)).toEqual(old.placements.map((p: { id: string }) => p.id));
    expect(project).toMatchObject({ guides: old.guides, checking: old.checking, motifs: old.motifs });
    expect(openProject(project)).toEqual(project);
  });

  test('two of the same id: the later one gets one of its own, and nothing else changes', () => {
    const old = openProject(JSON.parse(readFileSync('tests/fixtures/projects/version-2.json', 'utf8')));
    const [first, second, ...rest] = old.placements;
    const twice = { ...second, id: first.id };
    const project = openProject({ ...old, placements: [first, twice, { ...twice }, ...rest] });
    expect(project.placements).toEqual([
      first,
      { ...second, id: `${first.id}-2` },
      { ...second, id: `${first.id}-3` },
      ...rest,
    ]);
    expect({ ...project, placements: old.placements }).toEqual(old);
  });

  test('names that are not known, of a product, an outline or a finding, make no document unreadable', () => {
    const old = JSON.parse(readFileSync('tests/fixtures/projects/version-2.json', 'utf8'));
    const project = openProject({
      ...old,
      guides: { ...old.guides, outline: 'star' },
      checking: { ...old.checking, product: 'sail' },
      left: [{ ...old.left[0], kind: 'smudge' }],
    });
    expect(outlinePath(project.guides.outline, project.layout, { width: 10, height: 10 })).toEqual([]);
    expect(productOf(project.checking.product).id).toBe('cloth');
    expect(project.dismissed[0].kind).toBe('smudge');
  });

  test('what is no document, or of a version to come, is refused', () => {
    for (const bad of [null, 7, 'kite', {}, { version: 99 }, { version: 1, sheets: 'no' }]) {
      expect(() => openProject(bad)).toThrow();
    }
  });
});
