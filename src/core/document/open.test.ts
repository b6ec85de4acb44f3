import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { DEFAULT_INTAKE } from '../intake';
import { outlinePath } from '../outlines';
import { productOf } from '../products';
import { assetsOfProject, openProject, partsOf, sceneLayers, sceneSplit } from '.';

describe('documents of every age', () => {
  test('the first version opens: settings filled in, permissions to be asked', () => {
    const old = JSON.parse(readFileSync('tests/fixtures/projects/version-1.json', 'utf8'));
    expect(old.version).toBe(1);
    const project = openProject(old);
    expect(project.version).toBe(4);
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
    expect(project).toMatchObject({ guides: old.guides, checking: old.checking });
    expect(project.motifs.map((m) => m.art)).toEqual(old.motifs.map(() => ({ kind: 'pixels' })));
    expect(openProject(project)).toEqual(project);
  });

  test('the third version opens: art is of one kind, a cell has a ground and layers', () => {
    const old = JSON.parse(readFileSync('tests/fixtures/projects/version-3.json', 'utf8'));
    expect(old.version).toBe(3);
    const project = openProject(old);
    const [parts, vector, filled, plain] = project.motifs;
    expect(parts.art).toEqual({ kind: 'parts', parts: old.motifs[0].parts });
    expect([vector.art, vector.standIn]).toEqual([{ kind: 'vector' }, true]);
    expect(filled.art).toEqual({ kind: 'filled', parts: old.motifs[2].parts, fill: old.motifs[2].fill });
    expect(plain.art).toEqual({ kind: 'pixels' });
    expect(assetsOfProject(project)).toEqual(
      expect.arrayContaining([old.motifs[2].fill.from, old.sheets[0].asset]),
    );
    expect(project).toMatchObject({ ground: { kind: 'plain' }, pictures: [], placements: old.placements });
    expect(project.layers.map((l) => l.kind)).toEqual(['placements']);
    expect(openProject(project)).toEqual(project);
  });

  test('kinds of art, ground and layer that are not known do no harm, and stay', () => {
    const old = openProject(JSON.parse(readFileSync('tests/fixtures/projects/version-3.json', 'utf8')));
    const later = JSON.parse(JSON.stringify(old));
    later.motifs[0].art = { kind: 'knitted', rows: 4 };
    later.ground = { kind: 'mist', of: 'ground' };
    later.layers.push({ kind: 'stencil', id: 's', picture: 'none' });
    const project = openProject(later);
    expect(project).toEqual(later);
    expect(partsOf(project.motifs[0])).toEqual([]);
    expect(sceneLayers(project)).toEqual([{ kind: 'placements' }]);
    expect(sceneSplit(project, [])).toBeUndefined();
    expect(() => openProject({ ...later, ground: { kind: 'split', inks: ['ground'] } })).toThrow();
    expect(() => openProject({ ...later, layers: [] })).toThrow();
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
