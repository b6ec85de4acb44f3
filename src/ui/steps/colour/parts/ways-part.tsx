'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import {
  addColourways,
  freeName,
  moveColourway,
  newColourway,
  type Project,
  removeColourway,
  setColourway,
  showColourway,
  shownColourway,
} from '@/core';
import { edit, record } from '@/session/bolt';
import { useView } from '@/session/cloth';
import { useSession } from '@/session/kernel';
import { withKey } from '../../../commands/commands';
import Fold from '../../../parts/chrome/fold';
import { Part } from '../../../parts/chrome/tray';
import ColoursOf from './colours-of';
import { currentColourway } from './current-colourway';
import FewColours from './few-colours';
import Moves from './moves';
import PalettesPart from './palettes-part';
import ShufflePart from './shuffle-part';
import SolidsPart from './solids-part';
import Strip from './strip';

/** The colourways of a bolt, the colours of the one on show, and ways to more of them. */
export default function WaysPart({ project }: { project: Project }) {
  const bolt = useSession();
  const way = shownColourway(project);
  const add = () => {
    const { project: now, way: from } = currentColourway(project);
    const name = freeName(now, from.name);
    edit(bolt, addColourways([newColourway(crypto.randomUUID(), name, [...from.colours])]));
    record(bolt, { kind: 'colourway', text: `${name} begun from ${from.name}.` });
  };
  return (
    <>
      <Box sx={{ display: 'grid', gap: 0.75 }} role="radiogroup" aria-label="Colourway on show">
        {project.colourways.map((c) => (
          <Box
            key={c.id}
            component="button"
            role="radio"
            aria-checked={c.id === way.id}
            aria-label={`Show ${c.name}`}
            title={c.note || undefined}
            onClick={() => edit(bolt, showColourway(c.id))}
            sx={{
              display: 'grid',
              gridTemplateColumns: '1fr 158px',
              alignItems: 'center',
              gap: 1,
              border: 1,
              borderColor: c.id === way.id ? 'primary.main' : 'divider',
              outline: c.id === way.id ? '1px solid' : 'none',
              outlineColor: 'primary.main',
              borderRadius: 1,
              bgcolor: 'background.paper',
              color: 'text.primary',
              p: 0.75,
              pl: 1.25,
              cursor: 'pointer',
              font: 'inherit',
              textAlign: 'left',
            }}
          >
            <Typography noWrap variant="body2" sx={{ fontWeight: 600 }}>
              {c.name}
            </Typography>
            <Strip colours={c.colours} />
          </Box>
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap' }}>
        <Button variant="contained" onClick={add}>
          New from {way.name}
        </Button>
        <Button
          variant="outlined"
          title={withKey('All on the wall', 'wall')}
          onClick={() => useView.setState({ wall: true })}
        >
          All on the wall
        </Button>
        {way !== project.colourways[0] && (
          <Button variant="outlined" color="error" onClick={() => edit(bolt, removeColourway(way.id))}>
            Take {way.name} away
          </Button>
        )}
      </Box>
      <Part title={`Colours of ${way.name}`}>
        <ColoursOf project={project} />
      </Part>
      <Fold title="Move them all" summary="Hue, light, strength and warmth together">
        <Moves project={project} />
      </Fold>
      <Fold title="Shuffle" summary="Others by rule, as many as you like">
        <ShufflePart project={project} />
      </Fold>
      <Fold title="One, two or twelve" summary="In one colour, in two, on twelve grounds">
        <FewColours project={project} />
      </Fold>
      <Fold title="Cloth solids" summary="The nearest of a printer's solids">
        <SolidsPart project={project} />
      </Fold>
      <Fold title="Palettes in and out" summary="GPL, CSS, JSON, hex codes, a picture">
        <PalettesPart project={project} />
      </Fold>
      <Fold title="Name, note and place">
        <AboutWay project={project} />
      </Fold>
    </>
  );
}

function AboutWay({ project }: { project: Project }) {
  const bolt = useSession();
  const way = shownColourway(project);
  const at = project.colourways.indexOf(way);
  const last = project.colourways.length - 1;
  return (
    <Box key={way.id} sx={{ display: 'grid', gap: 1.25 }}>
      <TextField
        label="Name of this colourway"
        defaultValue={way.name}
        onBlur={(e) => {
          const name = e.target.value.trim().slice(0, 80);
          if (name && name !== way.name) edit(bolt, setColourway(way.id, { name }));
        }}
      />
      <TextField
        label="Note"
        multiline
        minRows={2}
        defaultValue={way.note}
        onBlur={(e) => {
          const note = e.target.value.trim().slice(0, 400);
          if (note !== way.note) edit(bolt, setColourway(way.id, { note }));
        }}
      />
      {at > 0 ? (
        <Box sx={{ display: 'flex', gap: 0.75 }}>
          <Button
            variant="outlined"
            disabled={at < 2}
            onClick={() => edit(bolt, moveColourway(way.id, at - 1))}
          >
            Earlier
          </Button>
          <Button
            variant="outlined"
            disabled={at === last}
            onClick={() => edit(bolt, moveColourway(way.id, at + 1))}
          >
            Later
          </Button>
        </Box>
      ) : (
        <Typography variant="body2" color="text.secondary">
          The first colourway keeps its inks as they were drawn. Change one, and the change becomes a
          colourway of its own.
        </Typography>
      )}
    </Box>
  );
}
