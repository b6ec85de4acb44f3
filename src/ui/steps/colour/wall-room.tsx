'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Slider from '@mui/material/Slider';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { showColourway } from '@/core';
import { edit, useBolt } from '@/session/bolt';
import { useView } from '@/session/cloth';
import { useSession } from '@/session/kernel';
import { leaveWall, useWall } from '@/session/mockups';
import PictureCard from '../../parts/chrome/picture-card';
import ClothPicture from './parts/cloth-picture';

/** Every colourway of the live repeat beside the others; one is shown on the bench with a press. */
export default function WallRoom() {
  const open = useView((s) => s.wall);
  return open ? <Room /> : null;
}

function Room() {
  const bolt = useSession();
  const project = useBolt((s) => s.project);
  const trouble = useWall((s) => s.trouble);
  const [cells, setCells] = useState(1);
  if (!project) return null;
  const close = () => {
    leaveWall();
    useView.setState({ wall: false });
  };
  const n = project.colourways.length;
  const columns = n <= 1 ? 1 : n <= 4 ? 2 : n <= 9 ? 3 : 4;
  const width = Math.floor(1180 / columns);
  // Up to nine are seen without scrolling.
  const rows = Math.min(3, Math.ceil(n / columns));
  const height = Math.max(130, Math.round((innerHeight - 214) / rows) - 54);
  return (
    <Dialog open fullWidth maxWidth={false} onClose={close} aria-labelledby="wall-title">
      <DialogTitle
        id="wall-title"
        variant="h2"
        sx={{ display: 'flex', alignItems: 'center', justifyContent: 'space-between', gap: 3 }}
      >
        The wall
        <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', width: 300, flexShrink: 0 }}>
          <Typography variant="body2" noWrap sx={{ flexShrink: 0 }}>
            Cells across
          </Typography>
          <Slider
            aria-label="Cells across each picture"
            value={cells}
            min={0.5}
            max={4}
            step={0.5}
            marks
            valueLabelDisplay="auto"
            onChange={(_, v) => setCells(Number(v))}
          />
        </Box>
      </DialogTitle>
      <DialogContent>
        {trouble && (
          <Typography role="alert" variant="body2" color="error">
            {trouble}
          </Typography>
        )}
        <Box sx={{ display: 'grid', gridTemplateColumns: `repeat(${columns}, 1fr)`, gap: 1.5 }}>
          {project.colourways.map((c) => {
            const here = c.id === project.shown;
            return (
              <PictureCard
                key={c.id}
                label={`Show ${c.name}`}
                on={here}
                onPress={() => {
                  edit(bolt, showColourway(c.id));
                  close();
                }}
              >
                <ClothPicture
                  project={project}
                  colours={c.colours}
                  width={width}
                  height={height}
                  spanMm={project.brief.widthMm * cells}
                />
                <Box sx={{ display: 'flex', alignItems: 'baseline', gap: 1, pt: 0.75, px: 0.25 }}>
                  <Typography variant="h3" component="span" noWrap sx={{ flexShrink: 0, maxWidth: '60%' }}>
                    {c.name}
                  </Typography>
                  <Typography variant="body2" component="span" noWrap color="text.secondary">
                    {c.note}
                  </Typography>
                </Box>
              </PictureCard>
            );
          })}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={close}>Back to the bench</Button>
      </DialogActions>
    </Dialog>
  );
}
