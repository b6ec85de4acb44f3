'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { counted, type IntakeSettings, type LengthUnit, type Point } from '@/core';
import type { ShutInSight } from '@/session/intake';
import Thumb from '../../../parts/chrome/thumb';
import { Part } from '../../../parts/chrome/tray';
import { size } from '../../../parts/fields/lengths';

type Props = {
  places: ShutInSight[];
  unit: LengthUnit;
  areas: IntakeSettings['areas'];
  toPicture: (page: Point) => Point;
  change: (part: Pick<IntakeSettings, 'areas'>) => void;
};

/** Paper that the art shuts in, place by place: it stays with the art, or goes with the paper. */
export default function ShutIn({ places, unit, areas, toPicture, change }: Props) {
  const going = places.filter((p) => p.taken).length;
  const set = (list: ShutInSight[], take: boolean) => {
    const changed = list.filter((p) => p.taken !== take);
    const said = new Set(changed.flatMap((p) => p.clicks));
    // What was done of itself needs no click.
    const more = changed.filter((p) => p.open !== take).map((p) => ({ ...toPicture(p.at), take }));
    change({ areas: [...areas.filter((_, n) => !said.has(n)), ...more] });
  };
  return (
    <Part title="Paper shut in">
      <Typography variant="body2" color="text.secondary">
        {counted(places.length, 'place')} that the art closes round
        {places.some((p) => p.open) ? ', or nearly' : ''}; {going ? `${going} of them` : 'none'} going with
        the paper. Press to change it: paper, as in a handle, goes; a light of the art stays.
      </Typography>
      <Box sx={{ display: 'flex', gap: 1, my: 1 }}>
        <Button variant="outlined" disabled={going === places.length} onClick={() => set(places, true)}>
          All go
        </Button>
        <Button variant="outlined" disabled={!going} onClick={() => set(places, false)}>
          All stay
        </Button>
      </Box>
      <Box
        role="group"
        aria-label="Paper shut in"
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(4, 1fr)',
          gap: 1,
          maxHeight: 300,
          overflowY: 'auto',
        }}
      >
        {places.map((p) => (
          <Box
            key={`${p.at.x},${p.at.y}`}
            component="button"
            aria-pressed={p.taken}
            aria-label={`${size(p.widthMm, p.heightMm, unit)}${p.open ? ', nearly shut in' : ''}, ${p.taken ? 'goes' : 'stays'}`}
            onClick={() => set([p], !p.taken)}
            sx={{
              p: 0.25,
              border: 2,
              borderColor: p.taken ? 'primary.main' : 'divider',
              borderRadius: 1,
              bgcolor: 'background.paper',
              color: 'text.primary',
              font: 'inherit',
              cursor: 'pointer',
            }}
          >
            <Thumb bitmap={p.picture} ground="#fff" height={56} />
            <Typography variant="caption">{p.taken ? 'goes' : 'stays'}</Typography>
          </Box>
        ))}
      </Box>
    </Part>
  );
}
