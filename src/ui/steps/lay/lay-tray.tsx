'use client';

import FlipRounded from '@mui/icons-material/FlipRounded';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { removePlacements, reorder, setPlacements } from '@/core';
import { edit, useBolt } from '@/state/bolt';
import { useView } from '@/state/view';
import { withHeld } from '../../cloth/painter';
import { length, small, trim } from '../../parts/lengths';
import MotifPicture from '../../parts/motif-picture';
import NumberField from '../../parts/number-field';
import Tray, { Part } from '../../parts/tray';
import { another, layMotif } from './another';

export default function LayTray() {
  const project = useBolt((s) => s.project);
  const selected = useView((s) => s.selected);
  const held = useView((s) => s.held);
  if (!project) return null;
  const stored = project.placements.find((p) => p.id === selected[0]);
  const placed = stored && withHeld(stored, held);
  const motif = project.motifs.find((m) => m.id === stored?.motif);
  const way = project.colourways.find((c) => c.id === project.shown) ?? project.colourways[0];
  const { unit } = project.brief;
  const says = project.motifs.length
    ? `${project.placements.length} on the cloth. Grab any copy; all its copies follow.`
    : 'There is no motif yet. Bring some in under Motifs.';
  return (
    <Tray title="Lay" says={says}>
      {!project.motifs.length && (
        <Button variant="contained" onClick={() => useView.setState({ step: 'motifs' })}>
          Bring in motifs
        </Button>
      )}
      {placed && motif ? (
        <Part title={selected.length > 1 ? `${selected.length} in hand` : `${motif.name}, in hand`}>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.5 }}>
            {(['x', 'y'] as const).map((axis) => (
              <NumberField
                key={axis}
                label={axis === 'x' ? 'Across' : 'Down'}
                unit="mm"
                digits={2}
                value={placed[axis]}
                min={-3000}
                max={3000}
                onChange={(v) => edit((p) => setPlacements(p, { [placed.id]: { [axis]: v } }))}
              />
            ))}
            <NumberField
              label="Turned"
              unit="°"
              digits={1}
              value={placed.angle}
              min={-360}
              max={360}
              step={5}
              onChange={(v) => edit((p) => setPlacements(p, { [placed.id]: { angle: v } }))}
            />
            <NumberField
              label="Size"
              unit="%"
              digits={1}
              value={placed.scale * 100}
              min={2}
              max={2000}
              step={2}
              onChange={(v) => edit((p) => setPlacements(p, { [placed.id]: { scale: v / 100 } }))}
            />
          </Box>
          <Typography variant="body2" color="text.secondary" sx={{ mt: 1 }}>
            Prints {length((motif.width / motif.ppi) * 25.4 * placed.scale, unit)} wide,{' '}
            {length((motif.height / motif.ppi) * 25.4 * placed.scale, unit)} high, at{' '}
            {trim(motif.ppi / placed.scale, 0)} ppi.
          </Typography>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mt: 1.5 }}>
            <Button
              variant="outlined"
              startIcon={<FlipRounded />}
              onClick={() =>
                edit((p) =>
                  setPlacements(
                    p,
                    Object.fromEntries(
                      p.placements
                        .filter((q) => selected.includes(q.id))
                        .map((q) => [q.id, { mirror: !q.mirror }]),
                    ),
                  ),
                )
              }
            >
              Mirror
            </Button>
            <Button variant="outlined" onClick={another}>
              Another
            </Button>
            <Button variant="outlined" onClick={() => edit((p) => reorder(p, placed.id, 'top'))}>
              On top
            </Button>
            <Button variant="outlined" onClick={() => edit((p) => reorder(p, placed.id, 'bottom'))}>
              Underneath
            </Button>
            <Button
              variant="outlined"
              color="error"
              onClick={() => {
                edit((p) => removePlacements(p, selected));
                useView.setState({ selected: [] });
              }}
            >
              Take off
            </Button>
          </Box>
        </Part>
      ) : (
        project.placements.length > 0 && (
          <Part title="Nothing in hand">
            <Typography variant="body2" color="text.secondary">
              Press a motif on the cloth, or N to step through them. Drag to move it, the round grip turns it,
              a corner grip sizes it.
            </Typography>
          </Part>
        )
      )}
      {project.motifs.length > 0 && (
        <Part title="Lay a motif">
          <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1 }}>
            {project.motifs.map((m) => {
              const uses = project.placements.filter((p) => p.motif === m.id).length;
              const mm = (Math.max(m.width, m.height) / m.ppi) * 25.4;
              return (
                <Box
                  key={m.id}
                  component="button"
                  aria-label={`Lay ${m.name}`}
                  onClick={() => layMotif(m.id)}
                  sx={{
                    border: 0,
                    p: 0,
                    bgcolor: 'transparent',
                    color: 'text.primary',
                    fontFamily: 'inherit',
                    textAlign: 'left',
                    cursor: 'pointer',
                    minWidth: 0,
                  }}
                >
                  <MotifPicture motif={m.id} width={96} height={76} ground={way.colours[0]} />
                  <Typography variant="caption" noWrap component="div" sx={{ mt: 0.25, fontWeight: 600 }}>
                    {m.name}
                  </Typography>
                  <Typography
                    variant="caption"
                    color="text.secondary"
                    component="div"
                    sx={{ lineHeight: 1.2 }}
                  >
                    {small(mm)}, {uses ? `laid ${uses}x` : 'not laid'}
                  </Typography>
                </Box>
              );
            })}
          </Box>
        </Part>
      )}
    </Tray>
  );
}
