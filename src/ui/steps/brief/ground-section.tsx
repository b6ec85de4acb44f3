'use client';

import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import {
  type Ground,
  nth,
  type Project,
  paint,
  setGround,
  shownColourway,
  shownGround,
  splitPatterns,
} from '@/core';
import { edit } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import { Part } from '../../parts/chrome/tray';
import Choice from '../../parts/fields/choice';
import ColourField from '../../parts/fields/colour-field';
import NumberField from '../../parts/fields/number-field';

/** Ways to split a cell, by what they are called: a pattern, and how often its inks go round. */
const splits = () =>
  splitPatterns
    .all()
    .flatMap((p) =>
      p.names.map(({ name, count }) => ({ key: `${p.id} ${count}`, name, pattern: p.id, count })),
    );

/** Which of those a ground is. */
function splitOf(ground: Ground): string {
  if (ground.kind !== 'split') return 'plain';
  const of = splits().filter((s) => s.pattern === ground.pattern);
  return (of.find((s) => s.count === ground.count) ?? of.at(-1))?.key ?? 'plain';
}

/** The ground of the colourway on show, and how a cell is split in inks. */
export default function GroundSection({ project }: { project: Project }) {
  const bolt = useSession();
  const way = shownColourway(project);
  const { ground, inks } = project;
  const now = splitOf(ground);
  const choose = (key: string) => {
    const split = splits().find((s) => s.key === key);
    if (!split) return edit(bolt, setGround({ kind: 'plain' }));
    const { pattern, count } = split;
    const two = ground.kind === 'split' ? ground.inks : inks.slice(0, 2).map((i) => i.id);
    const counter = ground.kind === 'split' && ground.counter;
    return edit(
      bolt,
      setGround({
        kind: 'split',
        pattern,
        count,
        inks: two.slice(0, splitPatterns.of(pattern)?.byCell ? 2 : 6),
        counter,
      }),
    );
  };
  const set = (part: Partial<Extract<Ground, { kind: 'split' }>>) =>
    ground.kind === 'split' && edit(bolt, setGround({ ...ground, ...part }));
  const inkOptions = Object.fromEntries(inks.map((i) => [i.id, i.name]));
  const options = { plain: 'one ink', ...Object.fromEntries(splits().map((s) => [s.key, s.name])) };
  const counted = ground.kind === 'split' && ground.count > 1;
  return (
    <Part title="Ground">
      <Box sx={{ display: 'grid', gap: 1.25 }}>
        <ColourField
          label={`Ground of ${way.name}`}
          value={shownGround(project)}
          onChange={(hex) =>
            edit(
              bolt,
              paint(way.id, [hex, ...way.colours.slice(1)], () => crypto.randomUUID()),
              `ground${way.id}`,
            )
          }
        />
        {inks.length > 1 ? (
          <Choice label="Split in" value={now} options={options} onChange={choose} />
        ) : (
          <Typography variant="body2" color="text.secondary">
            With two inks or more it can be split in halves, quarters, stripes.
          </Typography>
        )}
        {ground.kind === 'split' && (
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            {ground.inks.map((id, n) => (
              <Choice
                key={id}
                label={`Ink ${n + 1} of it`}
                value={id in inkOptions ? id : nth(inks, 0).id}
                options={inkOptions}
                onChange={(to) => set({ inks: ground.inks.map((was, k) => (k === n ? to : was)) })}
              />
            ))}
            {splitPatterns.of(ground.pattern)?.byCell !== true && (
              <NumberField
                label="How many inks"
                digits={0}
                value={ground.inks.length}
                min={2}
                max={Math.min(6, inks.length)}
                onChange={(v) => {
                  const more = inks.map((i) => i.id).filter((id) => !ground.inks.includes(id));
                  set({ inks: [...ground.inks, ...more].slice(0, Math.round(v)) });
                }}
              />
            )}
            {counted && (
              <NumberField
                label="Times in a cell"
                digits={0}
                value={ground.count}
                min={1}
                max={24}
                onChange={(v) => set({ count: Math.round(v) })}
              />
            )}
            <FormControlLabel
              sx={{ gridColumn: '1 / -1' }}
              control={
                <Checkbox size="small" checked={ground.counter} onChange={(_, counter) => set({ counter })} />
              }
              label="what lies on it changes inks with it"
            />
          </Box>
        )}
      </Box>
    </Part>
  );
}
