'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import {
  GRAINS,
  type GrainLayer,
  type GrainTexture,
  outlines,
  type Project,
  setGrain,
  setGuides,
} from '@/core';
import { edit, useBolt } from '@/session/bolt';
import { RECUTS, type Recut, recutTo, useView } from '@/session/view';
import AlternateFields from '../../../parts/alternate-fields';
import Choice from '../../../parts/choice';
import NumberField from '../../../parts/number-field';
import { Part } from '../../../parts/tray';

const RECUT_SAYS: Record<Recut['how'], string> = {
  'as-laid': 'As laid',
  across: 'Half across',
  down: 'Half down',
  both: 'Both',
  diamond: 'Diamond',
  'by-hand': 'By hand',
};

/** What one works along, how things come to rest, the block cut elsewhere, and grain. */
export default function ClothPart() {
  const project = useBolt((s) => s.project);
  if (!project) return null;
  return (
    <>
      <Part title="Slide by half">
        <RecutPart project={project} />
      </Part>
      <Part title="Guides">
        <GuidesPart project={project} />
      </Part>
      <Part title="Come to rest on">
        <Snapping />
      </Part>
      <Part title="Alternate cells">
        <AlternateFields project={project} />
      </Part>
      <Part title="Grain">
        <GrainPart project={project} />
      </Part>
    </>
  );
}

function RecutPart({ project }: { project: Project }) {
  const recut = useView((s) => s.recut);
  return (
    <>
      <Typography variant="body2" color="text.secondary" sx={{ mb: 1 }}>
        The block alone, cut where you like. Drag bare cloth to move the cut. The work stays as it is.
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75 }}>
        {RECUTS.filter((how) => how !== 'by-hand' || recut?.how === 'by-hand').map((how) => (
          <Button
            key={how}
            variant={recut?.how === how ? 'contained' : 'outlined'}
            aria-pressed={recut?.how === how}
            onClick={() => recutTo(project, how)}
          >
            {RECUT_SAYS[how]}
          </Button>
        ))}
        {recut && <Button onClick={() => recutTo(project, null)}>Whole cloth again</Button>}
      </Box>
    </>
  );
}

function GuidesPart({ project }: { project: Project }) {
  const { guides } = project;
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
      <Box sx={{ gridColumn: '1 / -1' }}>
        <Choice
          label="Outline"
          value={guides.outline}
          options={Object.fromEntries(outlines.all().map((o) => [o.id, o.name]))}
          onChange={(outline) => edit(setGuides({ outline }))}
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
          onChange={(v) => edit(setGuides({ [side]: Math.round(v) }))}
        />
      ))}
    </Box>
  );
}

const RESTS = {
  points: "the cell's corners, middle and quarters",
  others: 'other motifs, and equal gaps',
  grid: 'the grid',
} as const;

function Snapping() {
  const snapping = useView((s) => s.snapping);
  return (
    <>
      {(Object.keys(RESTS) as (keyof typeof RESTS)[]).map((what) => (
        <FormControlLabel
          key={what}
          sx={{ display: 'flex' }}
          control={
            <Checkbox
              size="small"
              checked={snapping[what]}
              onChange={(_, on) => useView.setState({ snapping: { ...snapping, [what]: on } })}
            />
          }
          label={RESTS[what]}
        />
      ))}
      <Box sx={{ mt: 1, width: '50%' }}>
        <NumberField
          label="From how near"
          unit="px"
          digits={0}
          value={snapping.strengthPx}
          min={1}
          max={40}
          onChange={(strengthPx) => useView.setState({ snapping: { ...snapping, strengthPx } })}
        />
      </Box>
      <Typography variant="caption" color="text.secondary">
        Hold Ctrl while you drag to go without.
      </Typography>
    </>
  );
}

const TEXTURE_SAYS: Record<GrainTexture | 'none', string> = {
  none: 'none',
  paper: 'paper',
  linen: 'linen',
  brush: 'dry brush',
  sponge: 'sponge',
};
const FIRST: Record<'ink' | 'cloth', GrainLayer> = {
  ink: { texture: 'brush', sizeMm: 1.2, amount: 0.35 },
  cloth: { texture: 'linen', sizeMm: 0.8, amount: 0.4 },
};

function GrainPart({ project }: { project: Project }) {
  const { grain } = project;
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      {(['ink', 'cloth'] as const).map((layer) => {
        const now = grain[layer];
        const set = (change: Partial<GrainLayer>) =>
          edit(setGrain({ [layer]: { ...(now ?? FIRST[layer]), ...change } }), `grain${layer}`);
        return (
          <Box key={layer} sx={{ display: 'grid', gridTemplateColumns: '1.3fr 1fr 1fr', gap: 1 }}>
            <Choice
              label={layer === 'ink' ? 'Over the ink' : 'Over the cloth'}
              value={now?.texture ?? 'none'}
              options={TEXTURE_SAYS}
              onChange={(v) => {
                const texture = GRAINS.find((g) => g === v);
                if (texture) set({ texture });
                else edit(setGrain({ [layer]: null }));
              }}
            />
            <NumberField
              label="Size"
              unit="mm"
              step={0.2}
              value={(now ?? FIRST[layer]).sizeMm}
              min={0.2}
              max={20}
              disabled={!now}
              onChange={(sizeMm) => set({ sizeMm })}
            />
            <NumberField
              label="Strength"
              unit="%"
              digits={0}
              step={5}
              value={(now ?? FIRST[layer]).amount * 100}
              min={0}
              max={100}
              disabled={!now}
              onChange={(v) => set({ amount: v / 100 })}
            />
          </Box>
        );
      })}
      <FormControlLabel
        control={<Checkbox size="small" checked={grain.on} onChange={(_, on) => edit(setGrain({ on }))} />}
        label="on, here and in the files"
      />
    </Box>
  );
}
