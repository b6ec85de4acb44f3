/** Changed and made-up files through every reader: `npm run fuzz -- [how many of each] [seed]`. */
import { writeFileSync } from 'node:fs';
import { bombs } from './bombs';
import { mutated, mutatedInside } from './mutate';
import { amiss, type Case, MOST_MS, run, type Went } from './run';
import { samples } from './samples';

const [count, seed] = [Number(process.argv[2] ?? 2000), Number(process.argv[3] ?? 1)];
const sound = await samples();
const pictures = sound.filter((c) => c.kind !== 'project');
const projects = sound.filter((c) => c.kind === 'project');
/** Of zips every other is changed inside. */
const INSIDE: Partial<Record<Case['kind'], string>> = { project: 'project.json', ora: 'stack.xml' };
const changed = (of: Case[]): Case[] =>
  Array.from({ length: count }, (_, n) => {
    const c = of[n % of.length];
    const inside = Math.floor(n / of.length) % 2 ? INSIDE[c.kind] : undefined;
    const bytes = inside ? mutatedInside(c.bytes, inside, seed + n) : mutated(c.bytes, seed + n);
    return { ...c, name: `${c.name}, seed ${seed + n}`, bytes };
  });

const figures = (label: string, all: Went[]) => {
  const late = ({ ms }: Went) => (ms > MOST_MS ? `${(ms / 1000).toFixed(1)} s` : null);
  const wrong = all.filter((w) => amiss(w) ?? late(w));
  const times = all.map((w) => w.ms);
  const peaks = all.map((w) => w.peakMb);
  const of = (outcome: string) => all.filter((w) => w.outcome === outcome).length;
  console.log(
    `${label}: ${all.length}, read ${of('read')}, refused ${of('said')}, ended ${of('ended')}, raw ${of('raw')}, crashed ${of('crash')}, past time ${of('slow')}; longest ${Math.max(...times).toFixed(0)} ms, most ${Math.max(...peaks).toFixed(0)} MB.`,
  );
  for (const w of wrong) console.log(`  ${w.kind}: ${w.name}: ${amiss(w) ?? late(w)}`);
  return wrong.length;
};

let wrong = 0;
const cases = {
  Sound: sound,
  Bombs: await bombs(),
  Pictures: changed(pictures),
  Projects: changed(projects),
};
const told = new Set<string>();
for (const [label, list] of Object.entries(cases)) {
  const went = await run(list);
  for (const w of went) if (w.outcome === 'said') told.add(w.text.replace(/\d+/g, 'N'));
  wrong += figures(label, went);
}
writeFileSync('/tmp/refusals.txt', [...told].sort().join('\n'));
console.log(`${told.size} different refusals; ${wrong} cases amiss.`);
process.exitCode = wrong ? 1 : 0;
