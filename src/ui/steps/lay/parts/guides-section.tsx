'use client';

import Box from '@mui/material/Box';
import { outlines, type Project, setGuides } from '@/core';
import { edit } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import { Part } from '../../../parts/chrome/tray';
import Choice from '../../../parts/fields/choice';
import NumberField from '../../../parts/fields/number-field';

/** Lines to work along. */
export default function GuidesSection({ project }: { project: Project }) {
  const bolt = useSession();
  const { guides } = project;
  return (
    <Part title="Guides">
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
        <Box sx={{ gridColumn: '1 / -1' }}>
          <Choice
            label="Outline"
            value={guides.outline}
            options={Object.fromEntries(outlines.all().map((o) => [o.id, o.name]))}
            onChange={(outline) => edit(bolt, setGuides({ outline }))}
          />
        </Box>
        {(['columns', 'rows'] as const).map((side) => (
          <NumberField
            key={side}
            label={side === 'columns' ? 'Grid, parts across' : 'Grid, parts down'}
            digits={0}
            value={guides[side]}
            min={0}
            max={48}
            onChange={(v) => edit(bolt, setGuides({ [side]: Math.round(v) }))}
          />
        ))}
      </Box>
    </Part>
  );
}
