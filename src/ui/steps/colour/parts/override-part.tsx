'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import {
  type OverrideRule,
  overrideInk,
  overrideInksByRule,
  type Project,
  placementsWith,
  setPlacements,
  shownColourway,
} from '@/core';
import { edit } from '@/session/bolt';
import { useView } from '@/session/cloth';
import { useSession } from '@/session/kernel';
import Fold from '../../../parts/chrome/fold';
import Choice from '../../../parts/fields/choice';

const BY: Record<OverrideRule['by'], string> = {
  turns: 'by turns, in reading order',
  neighbours: 'so that neighbours differ',
};

/** Other inks for some placements: those in hand, or all of a motif by rule. */
export default function OverridePart({ project }: { project: Project }) {
  const selected = useView((s) => s.selected);
  return (
    <Fold
      title="Other inks here and there"
      summary={
        selected.length
          ? `For the ${selected.length} in hand, or by rule`
          : 'Every second kite in another ink'
      }
    >
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        <InHand project={project} selected={selected} />
        <ByRule project={project} />
      </Box>
    </Fold>
  );
}

function InHand({ project, selected }: { project: Project; selected: string[] }) {
  const bolt = useSession();
  const held = placementsWith(project, selected);
  const first = held[0];
  if (!first) {
    return (
      <Typography variant="body2" color="text.secondary">
        Press a motif on the cloth to give it other inks.
      </Typography>
    );
  }
  const name = project.motifs.find((m) => m.id === first.motif)?.name ?? '';
  const options = Object.fromEntries(project.inks.map((i) => [i.id, i.name]));
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="subtitle2">
        {held.length > 1 ? `${held.length} in hand` : `${name}, in hand`}
      </Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        {project.inks.slice(1).map((ink) => (
          <Choice
            key={ink.id}
            label={ink.name}
            value={first.inkOverrides?.[ink.id] ?? ink.id}
            options={options}
            onChange={(to) =>
              edit(
                bolt,
                setPlacements(
                  Object.fromEntries(held.map((q) => [q.id, { inkOverrides: overrideInk(q, ink.id, to) }])),
                ),
              )
            }
          />
        ))}
      </Box>
      {held.some((p) => p.inkOverrides) && (
        <Button
          variant="outlined"
          onClick={() =>
            edit(
              bolt,
              setPlacements(Object.fromEntries(held.map((q) => [q.id, { inkOverrides: undefined }]))),
            )
          }
          sx={{ justifySelf: 'start' }}
        >
          Its own inks again
        </Button>
      )}
    </Box>
  );
}

function ByRule({ project }: { project: Project }) {
  const bolt = useSession();
  const laid = project.motifs.filter((m) => project.placements.some((p) => p.motif === m.id));
  const inks = project.inks.slice(1);
  const [motif, setMotif] = useState(laid[0]?.id ?? '');
  const [from, setFrom] = useState(inks[0]?.id ?? '');
  const [to, setTo] = useState<string[]>([]);
  const [by, setBy] = useState<OverrideRule['by']>('turns');
  const way = shownColourway(project);
  if (!laid.length) return null;
  const chosen = to.filter((id) => project.inks.some((i) => i.id === id));
  const all = [from, ...chosen.filter((id) => id !== from)];
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="subtitle2">All of a motif, by rule</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
        <Choice
          label="Motif"
          value={motif}
          options={Object.fromEntries(laid.map((m) => [m.id, m.name]))}
          onChange={setMotif}
        />
        <Choice
          label="Its ink"
          value={from}
          options={Object.fromEntries(inks.map((i) => [i.id, i.name]))}
          onChange={setFrom}
        />
      </Box>
      <Box role="group" aria-label="Inks to wear for it" sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
        {project.inks.map((ink, n) => {
          const on = all.includes(ink.id);
          return (
            <Button
              key={ink.id}
              size="small"
              aria-pressed={on}
              disabled={ink.id === from}
              variant={on ? 'contained' : 'outlined'}
              onClick={() => setTo(on ? chosen.filter((id) => id !== ink.id) : [...chosen, ink.id])}
              startIcon={
                <Box
                  sx={{
                    width: 14,
                    height: 14,
                    borderRadius: '50%',
                    border: '1px solid rgba(255,255,255,0.8)',
                  }}
                  style={{ background: way.colours[n] }}
                />
              }
            >
              {ink.name}
            </Button>
          );
        })}
      </Box>
      <Choice label="How" value={by} options={BY} onChange={setBy} />
      <Button
        variant="outlined"
        disabled={all.length < 2}
        onClick={() => edit(bolt, overrideInksByRule({ motif, from, to: all, by }))}
        sx={{ justifySelf: 'start' }}
      >
        Give them these inks
      </Button>
    </Box>
  );
}
