'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { counted, pxToMm } from '@/core';
import { useBolt } from '@/session/bolt';
import { type IncomingLayers, keepLayers, type Origin } from '@/session/intake';
import { useSession } from '@/session/kernel';
import Thumb from '../../parts/chrome/thumb';
import DrawnAt from '../../parts/fields/drawn-at';
import { small } from '../../parts/fields/lengths';
import OriginFields from '../../parts/fields/origin-fields';

/** The layers of a file, to choose which become motifs. */
export default function LayersRoom({ file, onDone }: { file: IncomingLayers; onDone: () => void }) {
  const bolt = useSession();
  const [ppi, setPpi] = useState(file.ppi ?? 300);
  // A layer as large as the picture is most often its paper.
  const [chosen, setChosen] = useState(() =>
    file.layers.flatMap((l, n) =>
      l.visible && !(l.width === file.width && l.height === file.height) ? [n] : [],
    ),
  );
  const [origin, setOrigin] = useState<Origin>({ source: file.name, permission: 'ask' });
  const ground = useBolt(
    (s) => s.project?.colourways.find((c) => c.id === s.project?.shown)?.colours[0] ?? '#fff',
  );
  return (
    <Dialog open fullWidth maxWidth="md" onClose={onDone} aria-labelledby="layers-title">
      <DialogTitle id="layers-title" variant="h2">
        {counted(file.layers.length, 'layer')} in {file.name}
      </DialogTitle>
      <DialogContent sx={{ display: 'grid', gridTemplateColumns: { xs: '1fr', md: '1fr 260px' }, gap: 3 }}>
        <Box
          sx={{
            display: 'grid',
            gridTemplateColumns: 'repeat(auto-fill, minmax(150px, 1fr))',
            gap: 1.25,
            alignContent: 'start',
          }}
        >
          {file.layers.map((l, n) => (
            <Box
              // biome-ignore lint/suspicious/noArrayIndexKey: a layer is its place in the file
              key={n}
              data-testid="layer"
              sx={{ border: 1, borderColor: 'divider', borderRadius: 1, p: 1 }}
            >
              <Thumb bitmap={l.thumb} ground={ground} height={104} />
              <Box sx={{ display: 'flex', alignItems: 'center' }}>
                <Checkbox
                  size="small"
                  sx={{ p: 0.5, ml: -0.5 }}
                  checked={chosen.includes(n)}
                  onChange={(e) =>
                    setChosen((all) =>
                      e.target.checked ? [...all, n].sort((a, b) => a - b) : all.filter((k) => k !== n),
                    )
                  }
                  slotProps={{ input: { 'aria-label': `Keep ${l.name}` } }}
                />
                <Typography variant="body2" noWrap>
                  {l.name}
                </Typography>
              </Box>
              <Typography variant="caption" color="text.secondary">
                {small(pxToMm(l.width, ppi))} x {small(pxToMm(l.height, ppi))}
                {l.visible ? '' : ', hidden'}
              </Typography>
            </Box>
          ))}
        </Box>
        <Box sx={{ display: 'flex', flexDirection: 'column', gap: 2, pt: 0.5 }}>
          <DrawnAt ppi={ppi} onChange={setPpi} />
          <Typography variant="caption" color="text.secondary">
            {file.ppi ? 'The ppi was read from the file.' : 'The file does not say its ppi.'}
          </Typography>
          <OriginFields origin={origin} onChange={setOrigin} />
        </Box>
      </DialogContent>
      <DialogActions sx={{ px: 3, pb: 2 }}>
        <Button onClick={onDone}>Leave it</Button>
        <Button
          variant="contained"
          disabled={!chosen.length}
          onClick={async () => {
            if (await keepLayers(bolt, file, ppi, chosen, origin)) onDone();
          }}
        >
          Keep {chosen.length} {chosen.length === 1 ? 'motif' : 'motifs'}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
