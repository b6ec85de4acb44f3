'use client';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import {
  addColourway,
  removeColourway,
  renameInk,
  setColour,
  setColourway,
  setInks,
  showColourway,
} from '@/core';
import { palette } from '@/engine';
import { artsOf, loadAsset } from '@/state/arts';
import { edit, record, useBolt } from '@/state/bolt';
import { useView } from '@/state/view';
import ColourField from '../../parts/colour-field';
import { trim } from '../../parts/lengths';
import Tray, { Part } from '../../parts/tray';

export default function ColourTray() {
  const project = useBolt((s) => s.project);
  const focus = useView((s) => s.ink);
  const [count, setCount] = useState('suggested');
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState('');
  if (!project) return null;
  const way = project.colourways.find((c) => c.id === project.shown) ?? project.colourways[0];
  const hasInks = project.inks.length > 1;

  const take = async () => {
    setBusy(true);
    setSaid('');
    try {
      const found = await palette(
        artsOf(project),
        count === 'suggested' ? undefined : Number(count),
        loadAsset,
      );
      if (!found.length) {
        setSaid('No solid colour was found in the art: it may be all soft edges. Scan it at a higher ppi.');
        return;
      }
      edit((p) =>
        setInks(
          p,
          found.map((f) => f.rgb),
          () => crypto.randomUUID(),
        ),
      );
      const asked = count === 'suggested' ? 0 : Number(count);
      setSaid(
        `${found.length} inks found${asked > found.length ? `, fewer than ${asked}: the art shows no more` : ''}. The largest covers ${trim(found[0].share * 100, 0)} % of the art.`,
      );
      record({ kind: 'colourway', text: `${found.length} inks taken from the art.` });
    } catch (error) {
      setSaid(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  };

  const add = () => {
    const names = new Set(project.colourways.map((c) => c.name));
    let n = project.colourways.length + 1;
    while (names.has(`Colourway ${n}`)) n++;
    edit((p) =>
      addColourway(p, { id: crypto.randomUUID(), name: `Colourway ${n}`, colours: [...way.colours] }),
    );
    record({ kind: 'colourway', text: `Colourway ${n} begun from ${way.name}.` });
  };

  return (
    <Tray
      title="Colour"
      says={
        hasInks
          ? `${project.inks.length - 1} inks and the ground, ${project.colourways.length} colourways.`
          : 'Take the inks from the art first.'
      }
    >
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr auto', gap: 1 }}>
        <TextField select label="Inks in the art" value={count} onChange={(e) => setCount(e.target.value)}>
          <MenuItem value="suggested">all it shows</MenuItem>
          {[2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12].map((n) => (
            <MenuItem key={n} value={String(n)}>
              {n}
            </MenuItem>
          ))}
        </TextField>
        <Button
          variant={hasInks ? 'outlined' : 'contained'}
          disabled={busy || !project.motifs.length}
          onClick={take}
        >
          {busy ? 'Looking' : 'Take from the art'}
        </Button>
        <Typography variant="body2" color="text.secondary" role="status" sx={{ gridColumn: '1 / -1' }}>
          {said || (project.motifs.length ? '' : 'There is no art yet: bring in motifs.')}
        </Typography>
      </Box>
      <Part title="Colourways">
        <Box sx={{ display: 'grid', gap: 0.75 }} role="radiogroup" aria-label="Colourway on show">
          {project.colourways.map((c) => (
            <Box
              key={c.id}
              component="button"
              role="radio"
              aria-checked={c.id === way.id}
              aria-label={`Show ${c.name}`}
              onClick={() => edit((p) => showColourway(p, c.id))}
              sx={{
                display: 'grid',
                gridTemplateColumns: '1fr 168px',
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
                fontWeight: 600,
                textAlign: 'left',
              }}
            >
              <Typography noWrap variant="body2" sx={{ fontWeight: 600 }}>
                {c.name}
              </Typography>
              <Box
                sx={{
                  display: 'flex',
                  borderRadius: 0.75,
                  overflow: 'hidden',
                  border: 1,
                  borderColor: 'divider',
                }}
                aria-hidden
              >
                {c.colours.map((hex, n) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: colours may repeat; their place names them.
                  <Box key={n} sx={{ flex: n === 0 ? 2 : 1, height: 26, bgcolor: hex }} />
                ))}
              </Box>
            </Box>
          ))}
        </Box>
        <Box sx={{ display: 'flex', gap: 0.75, mt: 1 }}>
          <Button variant="outlined" onClick={add}>
            New colourway
          </Button>
          <Button
            variant="outlined"
            color="error"
            disabled={project.colourways.length < 2}
            onClick={() => edit((p) => removeColourway(p, way.id))}
          >
            Take {way.name} away
          </Button>
        </Box>
      </Part>
      <Part title={`Colours of ${way.name}`}>
        <Box sx={{ display: 'grid', gap: 1.25 }}>
          <TextField
            key={way.id}
            label="Name of this colourway"
            defaultValue={way.name}
            onBlur={(e) => {
              const name = e.target.value.trim();
              if (name && name !== way.name) edit((p) => setColourway(p, way.id, { name }));
            }}
          />
          {way.colours.map((hex, n) => (
            <Box
              key={project.inks[n].id}
              sx={{
                outline: focus === n ? '2px solid' : 'none',
                outlineColor: 'primary.main',
                outlineOffset: 3,
                borderRadius: 1,
              }}
            >
              <ColourField
                label={`${n + 1}. ${project.inks[n].name}`}
                value={hex}
                onChange={(value) => edit((p) => setColour(p, way.id, n, value), `colour${way.id}${n}`)}
              />
            </Box>
          ))}
        </Box>
      </Part>
      {hasInks && (
        <Part title="Names of the inks">
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
            {project.inks.map((ink, n) => (
              <TextField
                key={ink.id + ink.name}
                label={`${n + 1}`}
                defaultValue={ink.name}
                onBlur={(e) => {
                  const name = e.target.value.trim();
                  if (name && name !== ink.name) edit((p) => renameInk(p, n, name));
                }}
              />
            ))}
          </Box>
        </Part>
      )}
    </Tray>
  );
}
