'use client';

import Box from '@mui/material/Box';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { GRAINS, type GrainLayer, type GrainTexture, type Project, setGrain } from '@/core';
import { edit } from '@/session/bolt';
import { useSession } from '@/session/kernel';
import { Part } from '../../../parts/chrome/tray';
import Choice from '../../../parts/fields/choice';
import NumberField from '../../../parts/fields/number-field';

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

/** A grain over the ink, and one over the cloth. */
export default function GrainSection({ project }: { project: Project }) {
  const bolt = useSession();
  const { grain } = project;
  return (
    <Part title="Grain">
      <Box sx={{ display: 'grid', gap: 1.5 }}>
        {(['ink', 'cloth'] as const).map((layer) => {
          const now = grain[layer];
          const set = (change: Partial<GrainLayer>) =>
            edit(bolt, setGrain({ [layer]: { ...(now ?? FIRST[layer]), ...change } }), `grain${layer}`);
          return (
            <Box key={layer} sx={{ display: 'grid', gridTemplateColumns: '1.3fr 1fr 1fr', gap: 1 }}>
              <Choice
                label={layer === 'ink' ? 'Over the ink' : 'Over the cloth'}
                value={now?.texture ?? 'none'}
                options={TEXTURE_SAYS}
                onChange={(v) => {
                  const texture = GRAINS.find((g) => g === v);
                  if (texture) set({ texture });
                  else edit(bolt, setGrain({ [layer]: null }));
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
          control={
            <Checkbox size="small" checked={grain.on} onChange={(_, on) => edit(bolt, setGrain({ on }))} />
          }
          label="on, here and in the files"
        />
      </Box>
    </Part>
  );
}
