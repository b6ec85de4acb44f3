import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { latticeOf, nearestCopy } from '../../lattice';
import { MM_PER_INCH } from '../../units';
import {
  aboutMiddle,
  addLayer,
  addMotifs,
  addPlacements,
  apply,
  cellOf,
  inkedArts,
  isBare,
  joinPieces,
  mergeInks,
  motifOf,
  moveLayer,
  newProject,
  type Placement,
  type Project,
  piecesFrom,
  removeLayer,
  sceneLayers,
  sceneSplit,
  setGround,
  setGroundInk,
  setInks,
  setLayer,
  setLayout,
  takeApart,
  toPiece,
} from '..';

let n = 0;
const newId = () => `n${n++}`;
const art = (id: string, letter: string) =>
  motifOf({ id, name: id, asset: letter.repeat(64), width: 200, height: 100, ppi: 100 });
const base = apply(
  newProject('p', 'P'),
  addMotifs([art('a', 'a'), art('b', 'b')]),
  setInks(
    [
      [200, 40, 30],
      [20, 60, 160],
    ],
    newId,
  ),
);
const tile = {
  kind: 'tile' as const,
  id: 'wash',
  picture: 't',
  size: { widthMm: 50, heightMm: 25 },
  colour: { as: 'itself' as const },
};

describe('layers', () => {
  test('lie in their order under and over what is laid; the last to show a picture takes it along', () => {
    const drawing = { kind: 'drawing' as const, id: 'draw', picture: 'd', x: 1, y: 2, scale: 1 };
    let p = apply(base, addLayer(art('t', 'c'), tile, 'under'), addLayer(art('d', 'd'), drawing, 'over'));
    expect(p.layers.map((l) => l.kind)).toEqual(['tile', 'placements', 'drawing']);
    expect(isBare(p)).toBe(false);
    expect(sceneLayers(p).map((l) => l.kind)).toEqual(['tile', 'placements', 'drawing']);
    p = apply(p, setLayer('draw', { hidden: true, blend: 'multiply' }), moveLayer('wash', 1));
    expect(sceneLayers(p).map((l) => l.kind)).toEqual(['placements', 'tile']);
    p = apply(p, removeLayer('wash'), removeLayer('placements'));
    expect([p.pictures.map((m) => m.id), p.layers.map((l) => l.id)]).toEqual([['d'], ['placements', 'draw']]);
    expect(() => apply(p, addLayer(art('t', 'c'), { ...tile, picture: 'nobody' }, 'under'))).toThrow(
      /picture that is not there/,
    );
    expect(() =>
      apply(base, addLayer(art('t', 'c'), { ...tile, size: { widthMm: 0, heightMm: 4 } }, 'under')),
    ).toThrow();
  });

  test('a tile in one ink follows that ink when it goes into another, and a split ground with it', () => {
    const [, red, blue] = base.inks.map((i) => i.id);
    const p = apply(
      base,
      addLayer(art('t', 'c'), { ...tile, colour: { as: 'ink', ink: blue } }, 'under'),
      setGround({ kind: 'split', pattern: 'stripes', count: 2, inks: [red, blue], counter: false }),
      mergeInks(2, 1),
    );
    expect(p.layers[0]).toMatchObject({ colour: { as: 'ink', ink: red } });
    expect(p.ground).toEqual({ kind: 'plain' });
  });

  test('a ground that changes cell by cell has cells that alternate, and lets go of them', () => {
    const inks = base.inks.slice(0, 2).map((i) => i.id);
    const split = { kind: 'split' as const, pattern: 'cells', count: 1, inks, counter: true };
    const p = apply(base, addPlacements([place('x', 'a', 1, 1)]), setGround(split));
    expect(p.layout.alternate).toEqual({ every: 'column', by: 'same' });
    const scene = sceneSplit(p, ['#000000', '#ff0000', '#0000ff']);
    expect(scene?.colours).toEqual([
      [0, 0, 0],
      [255, 0, 0],
    ]);
    // On the other ink the two change places.
    const other = inkedArts(p).find((a) => a.key === scene?.counter?.[1].placements[0].art);
    expect(other?.inkOf).toEqual([1, 0, 2]);
    expect(apply(p, setGround({ kind: 'plain' })).layout.alternate).toBeUndefined();
    expect(apply(p, setGroundInk('#123456')).colourways[0].colours[0]).toBe('#123456');
  });
});

const place = (
  id: string,
  motif: string,
  x: number,
  y: number,
  more: Partial<Placement> = {},
): Placement => ({
  ...{ id, motif, x, y, angle: 0, scale: 1, mirror: false },
  ...more,
});

describe('one motif of several pieces', () => {
  const anyPlace = fc.record({
    x: fc.double({ min: -300, max: 600, noNaN: true }),
    y: fc.double({ min: -300, max: 600, noNaN: true }),
    angle: fc.double({ min: -179, max: 179, noNaN: true }),
    scale: fc.double({ min: 0.2, max: 3, noNaN: true }),
    mirror: fc.boolean(),
  });

  test('taken apart again all lies as it lay, up to a step of the lattice; in another place it lies there', () => {
    fc.assert(
      fc.property(fc.array(anyPlace, { minLength: 2, maxLength: 5 }), anyPlace, (places, whole) => {
        const laid = places.map((p, k) => place(`p${k}`, k % 2 ? 'a' : 'b', p.x, p.y, p));
        const before = apply(
          base,
          setLayout({ kind: 'half-drop', drop: { p: 1, q: 3 } }),
          addPlacements(laid),
        );
        const ids = laid.map((p) => p.id);
        const { pieces, middle } = piecesFrom(before, ids, newId);
        const moved = { x: 3, y: -2 };
        const motif = {
          ...art('whole', 'e'),
          art: { kind: 'pieces' as const, pieces: aboutMiddle(pieces, moved) },
        };
        const at = place('w', 'whole', middle.x + moved.x, middle.y + moved.y);
        const joined = apply(before, joinPieces(ids, motif, at));
        expect(joined.placements.map((p) => p.id)).toEqual(['w']);
        const apart = apply(joined, takeApart('w', newId));
        const lattice = latticeOf(before.layout, cellOf(before));
        apart.placements.forEach((p, k) => {
          const was = before.placements[k];
          expect([p.motif, p.mirror]).toEqual([was.motif, was.mirror]);
          const near = nearestCopy(lattice, p, was);
          expect(Math.hypot(near.x - was.x, near.y - was.y)).toBeLessThan(1e-6);
          expect(Math.abs(((p.angle - was.angle + 540) % 360) - 180)).toBeLessThan(1e-6);
          expect(p.scale).toBeCloseTo(was.scale, 9);
        });
        // Turned, sized and mirrored as a whole: distances between pieces grow alike.
        const elsewhere = apply(joined, {
          label: '',
          apply: (d) => void Object.assign(d.placements[0], whole),
        });
        const now = apply(elsewhere, takeApart('w', newId)).placements;
        const [a, b] = [pieces[0], pieces[1]];
        expect(Math.hypot(now[0].x - now[1].x, now[0].y - now[1].y)).toBeCloseTo(
          Math.hypot(a.x - b.x, a.y - b.y) * whole.scale,
          6,
        );
      }),
      { numRuns: 40 },
    );
  });

  test('a place of the whole is told as a pixel of a piece; a motif that is gone comes back when it is taken apart', () => {
    const piece = { ...pieceOf(place('p', 'a', 10, 5, { angle: 90, scale: 2 })), x: 10, y: 5 };
    // 20 mm to the right of the middle of a piece turned by a quarter is up in it, at half the mm.
    const px = toPiece(piece, { x: 10 + 20, y: 5 });
    expect(px.x).toBeCloseTo(100, 6);
    expect(px.y).toBeCloseTo(50 - (10 * 100) / MM_PER_INCH, 6);
    const laid = apply(base, addPlacements([place('p', 'a', 10, 5), place('q', 'b', 60, 5)]));
    const { pieces, middle } = piecesFrom(laid, ['p', 'q'], newId);
    const motif = { ...art('whole', 'e'), art: { kind: 'pieces' as const, pieces } };
    const joined = apply(laid, joinPieces(['p', 'q'], motif, place('w', 'whole', middle.x, middle.y)));
    const without: Project = { ...joined, motifs: joined.motifs.filter((m) => m.id !== 'a') };
    const apart = apply(without, takeApart('w', newId));
    expect(apart.motifs.map((m) => m.asset[0])).toEqual(['b', 'e', 'a']);
    expect(() => piecesFrom(laid, ['p'], newId)).toThrow(/two or more/);
  });
});

const pieceOf = (p: Placement) =>
  piecesFrom(apply(base, addPlacements([p, place('z', 'b', 0, 0)])), [p.id, 'z'], newId).pieces[0];
