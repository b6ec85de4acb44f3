import { expect, test } from 'vitest';
import { openingOf } from './use-stage';

const known = { ppi: 300, down: null };
const plain = { shutIn: 0, settings: { ground: 'paper', joined: true } } as const;

test('a page opens at the first step that needs a decision, at the last where none does', () => {
  expect(openingOf(known, plain, 'motifs').stage).toBe('Split');
  expect(openingOf(known, { ...plain, shutIn: 2 }, 'motifs').stage).toBe('Paper');
  expect(openingOf(known, { ...plain, settings: { ground: 'colour', joined: false } }, 'lines').stage).toBe(
    'Paper',
  );
  expect(openingOf({ ...known, ppi: null }, { ...plain, shutIn: 2 }, 'motifs').stage).toBe('Square');
  expect(openingOf({ ...known, down: 200 }, plain, 'motifs').stage).toBe('Square');
  // What has no step of its own to split opens where it can be taken in.
  expect(openingOf(known, plain, 'drawing').stage).toBe('Paper');
  expect(openingOf(known, plain, 'tile').stage).toBe('Square');
});
