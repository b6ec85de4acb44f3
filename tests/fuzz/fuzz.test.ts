import { expect, test } from 'vitest';
import { bombs } from './bombs';
import { mutated } from './mutate';
import { amiss, run, type Went } from './run';
import { samples } from './samples';

const wrong = (all: Went[]) => all.flatMap((w) => (amiss(w) ? [`${w.kind}: ${w.name}: ${amiss(w)}`] : []));

test('sound files of every kind are read', async () => {
  const all = await run(await samples());
  expect(all.filter((w) => w.outcome !== 'read')).toEqual([]);
  expect(wrong(all)).toEqual([]);
}, 120_000);

test('files changed at random are read or refused in a sentence, whatever was changed', async () => {
  const sound = await samples();
  const all = await run(
    sound.flatMap((c) =>
      [1, 2].map((k) => ({
        ...c,
        name: `${c.name}, seed ${k}`,
        bytes: mutated(c.bytes, 9000 + k),
      })),
    ),
  );
  expect(all.some((w) => w.outcome === 'said')).toBe(true);
  expect(wrong(all)).toEqual([]);
}, 120_000);

test('files made to hang a reader or to fill the memory do neither', async () => {
  // All of them: npm run fuzz.
  const all = await run(await bombs((_, __, n) => n % 8 === 0));
  expect(all.length).toBeGreaterThanOrEqual(10);
  expect(wrong(all)).toEqual([]);
}, 300_000);
