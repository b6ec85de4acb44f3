import fc from 'fast-check';
import { expect, test } from 'vitest';
import { addMotifs, addPlacements, apply, clipOf, motifOf, newProject, pasteClip, readClip } from '.';

const art = (letter: string) => letter.repeat(64);
const motif = motifOf({
  id: 'm',
  name: 'Kite',
  asset: art('a'),
  width: 60,
  height: 30,
  ppi: 300,
  sheet: 's',
});
const laid = { id: 'p', motif: 'm', x: 5, y: 6, angle: 7, scale: 1, mirror: true, group: 'g', locked: true };
const from = apply(apply(newProject('one', 'One'), addMotifs([motif])), addPlacements([laid]));
let n = 0;
const newId = () => `fresh${n++}`;

test('what is copied is laid in another bolt with its motif; art that is there is not taken in twice', () => {
  const clip = readClip(clipOf(from, ['p']));
  const other = apply(newProject('two', 'Two'), pasteClip(clip, { x: 1, y: 2 }, newId));
  expect(other.motifs).toEqual([{ ...motif, id: other.motifs[0].id, sheet: null, box: null }]);
  const { group: _, locked: _l, ...plain } = laid;
  expect(other.placements[0]).toMatchObject({
    ...plain,
    id: expect.any(String),
    motif: other.motifs[0].id,
    x: 6,
    y: 8,
  });
  expect(other.placements[0].locked).toBeUndefined();
  const again = apply(other, pasteClip(clip, { x: 0, y: 0 }, newId));
  expect(again.motifs).toHaveLength(1);
  expect(new Set(again.placements.map((p) => p.group)).size).toBe(2);
});

test('anything else on the clipboard is refused in words', () => {
  const refused = /not from a bolt/;
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
      expect(() => readClip(text)).toThrow(refused);
    }),
  );
  const clip = JSON.parse(clipOf(from, ['p']));
  expect(() => readClip(JSON.stringify({ ...clip, motifs: [] }))).toThrow(refused);
  expect(() => readClip(JSON.stringify({ ...clip, placements: [{ ...laid, motif: 'other' }] }))).toThrow(
    refused,
  );
  expect(() => readClip(JSON.stringify({ ...clip, placements: [{ ...laid, scale: 1e9 }] }))).toThrow(refused);
  expect(() => readClip(' '.repeat(4.1e6))).toThrow(refused);
});
