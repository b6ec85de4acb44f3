import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { DEFAULT_INTAKE } from '../intake';
import {
  addMotifs,
  addPlacement,
  addSheet,
  apply,
  motifOf,
  newProject,
  type Project,
  projectSchema,
  replaceArt,
  setMotif,
} from '.';

const sha = 'a'.repeat(64);
const other = 'b'.repeat(64);
const box = { x: 100, y: 80, width: 300, height: 200 };
const sheet = { id: 's', name: 'Page', asset: sha, ppi: 300, settings: DEFAULT_INTAKE };
const motif = motifOf({
  id: 'm',
  name: 'Kite',
  asset: sha,
  width: 300,
  height: 200,
  ppi: 300,
  sheet: 's',
  box,
});

function laid(angle: number, scale: number, mirror: boolean): Project {
  const p = apply(newProject('p', 'P'), addSheet(sheet, [motif]));
  return apply(p, addPlacement({ id: 'a', motif: 'm', x: 40, y: 60, angle, scale, mirror }));
}

describe('linked art', () => {
  test('replaced art keeps place, angle and printed size, whatever its pixels', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 200, max: 3000 }),
        fc.constantFrom(150, 300, 600),
        fc.double({ min: 0.3, max: 2, noNaN: true }),
        (width, ppi, scale) => {
          const before = laid(30, scale, true);
          const after = apply(
            before,
            replaceArt('m', {
              asset: other,
              width,
              height: Math.round(width / 1.5),
              ppi,
            }),
          );
          const [p, q] = [before.placements[0], after.placements[0]];
          expect([q.x, q.y, q.angle, q.mirror]).toEqual([p.x, p.y, p.angle, p.mirror]);
          expect((after.motifs[0].width / ppi) * q.scale).toBeCloseTo((300 / 300) * scale, 2);
          expect(projectSchema.parse(after)).toEqual(after);
        },
      ),
    );
  });

  test('art cut anew from its page keeps every mark where it was on the cloth', () => {
    const turned = fc.integer({ min: -170, max: 170 });
    fc.assert(
      fc.property(
        turned,
        fc.boolean(),
        fc.integer({ min: -60, max: 60 }),
        fc.integer({ min: -60, max: 60 }),
        (angle, mirror, grow, drop) => {
          const before = laid(angle, 1.4, mirror);
          const next = { x: box.x, y: box.y + drop, width: box.width + grow, height: box.height - drop };
          const moved = {
            x: ((next.x + next.width / 2 - box.x - box.width / 2) / 300) * 25.4,
            y: ((next.y + next.height / 2 - box.y - box.height / 2) / 300) * 25.4,
          };
          const art = {
            asset: other,
            width: next.width,
            height: next.height,
            ppi: 300,
            sheet: 's',
            box: next,
          };
          const after = apply(
            before,
            addSheet(
              { ...sheet, settings: { ...DEFAULT_INTAKE, tolerance: 20 } },
              [],
              [{ motif: 'm', art, moved }],
            ),
          );
          expect(after.sheets).toHaveLength(1);
          expect(after.sheets[0].settings.tolerance).toBe(20);
          // A mark at a point of the page, by the box and placement of either document.
          const onCloth = (p: Project) => {
            const [{ x, y, angle: a, scale, mirror: m }] = p.placements;
            const b = p.motifs[0].box ?? box;
            const u = ((210 - b.x - b.width / 2) / 300) * 25.4 * scale * (m ? -1 : 1);
            const v = ((170 - b.y - b.height / 2) / 300) * 25.4 * scale;
            const [c, s] = [Math.cos((a * Math.PI) / 180), Math.sin((a * Math.PI) / 180)];
            return { x: x + u * c - v * s, y: y + u * s + v * c };
          };
          const [p, q] = [onCloth(before), onCloth(after)];
          const cell = after.brief.widthMm;
          const apart = (d: number) => Math.abs(d - Math.round(d / (cell / 2)) * (cell / 2));
          expect(apart(p.x - q.x)).toBeLessThan(1e-6);
          expect(apart(p.y - q.y)).toBeLessThan(1e-6);
        },
      ),
    );
  });

  test('what is said of many motifs is one edit; the art of the others is theirs', () => {
    let p = apply(laid(0, 1, false), addMotifs([motifOf({ ...motif, id: 'n', name: 'Bow' })]));
    p = apply(p, setMotif(['m', 'n'], { permission: 'bought', source: 'Atelier shelf' }));
    expect(p.motifs.map((m) => [m.name, m.permission, m.source])).toEqual([
      ['Kite', 'bought', 'Atelier shelf'],
      ['Bow', 'bought', 'Atelier shelf'],
    ]);
    const after = apply(p, replaceArt('n', { asset: other, width: 10, height: 10, ppi: 100 }));
    expect(after.motifs[0]).toBe(p.motifs[0]);
    expect(apply(p, replaceArt('nobody', { asset: other, width: 1, height: 1, ppi: 1 }))).toBe(p);
  });
});

test('pages and motifs that cannot be are refused in words, and change nothing', () => {
  const p = laid(0, 1, false);
  const crossed = [
    { x: 9, y: 0 },
    { x: 0, y: 0 },
    { x: 9, y: 9 },
    { x: 0, y: 9 },
  ] as NonNullable<typeof DEFAULT_INTAKE.corners>;
  expect(() =>
    apply(p, addSheet({ ...sheet, settings: { ...DEFAULT_INTAKE, corners: crossed } }, [])),
  ).toThrow(/A page can have/);
  const many = Array.from({ length: 600 }, (_, n) => motifOf({ ...motif, id: `x${n}` }));
  expect(() => apply(p, addMotifs(many))).toThrow(
    'A bolt holds up to 600 motifs. Take some out, or keep fewer.',
  );
  expect(p.motifs).toHaveLength(1);
});
