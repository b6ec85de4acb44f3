'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { counted, dressColours, nth, type Project, purposeOf } from '@/core';
import { tryColours } from '@/session/check';
import { useView } from '@/session/cloth';
import { Part } from '../../../parts/chrome/tray';
import { currentColourway } from './current-colourway';
import Strip from './strip';

/** The colours that were chosen before there was art, to begin with; tried on the cloth once there is some. */
export default function BriefPalette({ project }: { project: Project }) {
  const { palette } = purposeOf(project);
  const hasInks = project.inks.length > 1;
  if (!palette.length)
    return hasInks ? null : (
      <Button
        variant="outlined"
        onClick={() => useView.setState({ step: 'brief' })}
        sx={{ justifySelf: 'start', alignSelf: 'start' }}
      >
        Choose colours beforehand, in the brief
      </Button>
    );
  const dress = () => {
    const { way, locked } = currentColourway(project);
    const rest = palette.slice(1);
    // The ground is the ground; the others go darkest on darkest.
    const colours = way.colours.map((was, n) => (n || locked.includes(0) ? was : nth(palette, 0)));
    tryColours(dressColours(colours, rest.length ? rest : palette, [0, ...locked]), 'Colours of the brief');
  };
  return (
    <Part title="Colours of the brief">
      <Strip colours={palette} />
      <Typography variant="body2" color="text.secondary" sx={{ mt: 0.75 }} data-testid="brief-palette">
        {counted(palette.length, 'colour')} chosen beforehand, the ground first.
        {hasInks ? '' : ' Stand-ins are drawn in them; the art brings its inks beside them.'}
      </Typography>
      <Box sx={{ display: 'flex', gap: 0.75, mt: 0.75 }}>
        {hasInks && (
          <Button variant="outlined" onClick={dress}>
            Try them on the cloth
          </Button>
        )}
        <Button onClick={() => useView.setState({ step: 'brief' })}>Change them</Button>
      </Box>
    </Part>
  );
}
